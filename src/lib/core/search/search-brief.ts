import type { SetupDocument } from '../document/schema.ts';
import type { SearchBrief } from './search-request.ts';

/**
 * The brief that a setup amounts to: all that is not one of the parts that are looked for. What was fitted comes along: it
 * counts for the parts that it was fitted to, and for no other.
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
    ...keep('loads'),
    ...keep('rail'),
    schools: { ...schools, ...setup.schools },
    sources: Object.fromEntries(sources),
    ...keep('known'),
    ...keep('leaveOut'),
    ...(setup.calibration?.joint ? { calibration: setup.calibration } : {})
  } as SearchBrief;
}
