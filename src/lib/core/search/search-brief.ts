import type { SetupDocument } from '../document/schema.ts';
import type { SearchBrief } from './search-request.ts';

/**
 * The brief that a setup amounts to: all that is not one of the parts that are looked for. A calibration belongs to the parts
 * it was made with and stays behind.
 * @param schools of the settings; the setup's own come before them
 */
export function searchBriefOf(
  setup: SetupDocument,
  schools: Readonly<Record<string, string>> = {}
): SearchBrief {
  const sources = Object.entries(setup.sources ?? {}).filter(
    ([path]) => !/^(battery|esc|motor|propulsor)\./.test(path)
  );
  const keep = <K extends keyof SetupDocument>(key: K): Partial<SetupDocument> =>
    setup[key] == null ? {} : ({ [key]: setup[key] } as Partial<SetupDocument>);
  return {
    craft: setup.craft,
    ...keep('environment'),
    ...keep('wiring'),
    ...keep('gearRatio'),
    ...keep('gearEfficiency'),
    ...keep('count'),
    ...keep('auxiliaryCurrentA'),
    ...keep('receiverSupply'),
    schools: { ...schools, ...setup.schools },
    sources: Object.fromEntries(sources)
  } as SearchBrief;
}
