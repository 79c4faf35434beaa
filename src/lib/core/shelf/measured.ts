import type { PartKind } from '../registry/parts.ts';
import { NINETIETH } from '../numeric/ninetieth.ts';
import { RELATIVE_SD } from '../model/tolerance.ts';
import type { SetupDocument } from '../document/schema.ts';
import { marksWithout } from '../document/sources.ts';
import type { StoredPart } from '../document/stored.ts';
import { show } from '../units/show.ts';

/**
 * Figures of each kind that can be measured at home, with how far a label is commonly off, relative (10 to 90 %). KV,
 * winding, no-load current and pack resistance as the prediction takes them; the others from memory of parts on a scale.
 */
export const MEASURABLE: Record<PartKind, Readonly<Record<string, number>>> = {
  motor: {
    kvRpmPerVolt: NINETIETH * RELATIVE_SD.kv.label,
    resistanceOhm: NINETIETH * RELATIVE_SD.motorResistance.label,
    noLoadCurrentA: NINETIETH * RELATIVE_SD.noLoadCurrent.label,
    noLoadVoltageV: 0,
    massKg: 0.05
  },
  battery: {
    capacityAh: 0.06,
    cellResistanceOhm: NINETIETH * RELATIVE_SD.batteryResistance.label,
    massKg: 0.05
  },
  esc: { resistanceOhm: NINETIETH * RELATIVE_SD.escResistance.label, massKg: 0.1 },
  propulsor: { diameterM: 0.01, pitchM: 0.08, massKg: 0.1 },
  'receiver-supply': { outputV: 0.03, massKg: 0.1 }
};

/** A label's figure beside what was measured. */
export interface LabelDifference {
  readonly field: string;
  readonly label: number;
  readonly measured: number;
  /** Measured over label, less one. */
  readonly off: number;
  /** Whether it is further off than such labels commonly are. */
  readonly beyond: boolean;
  readonly sentence: string;
}

/** Where a part's measured figures differ from its label's, the worst first. */
export function labelDifferences(
  part: Pick<StoredPart, 'kind' | 'document' | 'measured'>
): LabelDifference[] {
  const label = part.document as Record<string, unknown>;
  return Object.entries(part.measured)
    .flatMap(([field, measured]): LabelDifference[] => {
      const said = label[field];
      const usual = MEASURABLE[part.kind][field] ?? 0;
      // the volts of a no-load test are a choice, not a claim
      if (typeof said !== 'number' || said === 0 || field === 'noLoadVoltageV') return [];
      const off = measured / said - 1;
      const beyond = Math.abs(off) > usual;
      return [
        {
          field,
          label: said,
          measured,
          off,
          beyond,
          sentence: `${off >= 0 ? '+' : '−'}${show(Math.abs(100 * off), 2)} % against the label, ${beyond ? 'more than' : 'within'} the ±${show(100 * usual, 2)} % that is common`
        }
      ];
    })
    .sort((a, b) => Math.abs(b.off) - Math.abs(a.off));
}

/** The part as a prediction should use it: measured figures stand in for the label's. */
export const asUsed = (
  part: Pick<StoredPart, 'name' | 'document' | 'measured'> & Partial<Pick<StoredPart, 'health'>>
): Record<string, unknown> => ({
  ...(part.document as object),
  ...part.measured,
  ...knownFigures(part.health),
  ...(part.health ? { health: part.health.health } : {}),
  name: part.name
});

/** Figures that a pack's life tells, by field. */
const knownFigures = (known: StoredPart['health']): Record<string, number> => ({
  ...(known?.cellResistanceOhm == null ? {} : { cellResistanceOhm: known.cellResistanceOhm }),
  ...(known?.capacityAh == null ? {} : { capacityAh: known.capacityAh })
});

/** The setup with a shelf part put in its place, and the sources of its figures set right. */
export function withShelfPart(
  setup: SetupDocument,
  part: Pick<StoredPart, 'kind' | 'name' | 'document' | 'measured'> &
    Partial<Pick<StoredPart, 'fitted' | 'health'>>
): SetupDocument {
  if (part.kind === 'receiver-supply') return { ...setup, receiverSupply: asUsed(part) } as SetupDocument;
  const measured = Object.keys({ ...part.measured, ...knownFigures(part.health) }).map(
    (field) => [`${part.kind}.${field}`, 'measured'] as const
  );
  return {
    ...setup,
    [part.kind]: asUsed(part),
    sources: { ...marksWithout(setup, part.kind), [part.kind]: 'shelf', ...Object.fromEntries(measured) },
    // what was fitted to the part comes along, unless the setup has a fit of its own
    ...(part.fitted && !setup.calibration?.joint ? { calibration: part.fitted.calibration } : {})
  } as SetupDocument;
}
