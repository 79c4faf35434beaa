import { withChanges, type Change } from '../setup/change.ts';
import type { SetupDocument } from '../setup/schema.ts';
import { missingFrom, type Reading, type ShorthandPart } from './parse.ts';

type LabelPart = Exclude<ShorthandPart, 'receiver-supply'>;

/** What taking a label would do to a setup. */
export interface Taken {
  document: SetupDocument;
  /** Whether the label names a whole part, which then replaces the old one; else it corrects the one that is there. */
  whole: boolean;
  /** Figures the label does not give and the prediction estimates, in words. */
  estimated: string[];
  /** Figures the label does not give and nothing stands in for: their checks become unknown. */
  unknown: string[];
}

/** Figures that a label may leave out: estimated by the core, or not known. */
const LEFT_OUT: Record<LabelPart, readonly [field: string, words: string, estimated: boolean][]> = {
  battery: [
    ['cellResistanceOhm', 'resistance of a cell', true],
    ['continuousC', 'C', false],
    ['massKg', 'weight', false]
  ],
  esc: [
    ['resistanceOhm', 'resistance', true],
    ['maxSeries', 'most cells', false],
    ['burstA', 'burst rating', false]
  ],
  motor: [
    ['resistanceOhm', 'winding resistance', true],
    ['noLoadCurrentA', 'no-load current', true],
    ['massKg', 'weight', false],
    ['maxCurrentA', 'current rating', false]
  ],
  propulsor: []
};

/** What a whole part keeps of the old one: what labels never say. */
function base(part: LabelPart, setup: SetupDocument): Record<string, unknown> {
  switch (part) {
    case 'battery':
      return { chemistry: 'lipo', parallel: 1 };
    case 'esc':
      return {};
    case 'motor':
      return { poles: setup.motor.poles, cooling: setup.motor.cooling };
    case 'propulsor': {
      const {
        name: _name,
        coefficients: _measured,
        massKg: _mass,
        maxRpm: _rpm,
        ...geometry
      } = setup.propulsor;
      return geometry.kind === 'propeller' ? { ...geometry, blades: 2 } : geometry;
    }
  }
}

/**
 * A label taken into a setup. One that names a whole part (a motor's KV, a pack's cells and capacity, an ESC's rating, a
 * propulsor's diameter) replaces the part: what it leaves out is estimated or unknown, never inherited from the old one.
 * One that names less corrects the part that is there.
 */
export function takeReading(setup: SetupDocument, part: LabelPart, reading: Reading, text: string): Taken {
  const whole = reading.changes.length > 0 && missingFrom(part, reading).length === 0;
  const name: Change[] = reading.changes.some((c) => c.path === `${part}.name`)
    ? []
    : [{ path: `${part}.name`, value: text.trim() }];
  if (!whole) {
    const old = setup[part]?.name;
    const kept: Change[] = old ? [{ path: `${part}.name`, value: `${old.replace(/ \*$/, '')} *` }] : name;
    return { document: withChanges(setup, [...reading.changes, ...kept]), whole, estimated: [], unknown: [] };
  }
  const sources = Object.fromEntries(
    Object.entries(setup.sources ?? {}).filter(([path]) => !path.startsWith(`${part}.`))
  );
  const document = withChanges({ ...setup, [part]: base(part, setup), sources } as SetupDocument, [
    ...reading.changes,
    ...name
  ]);
  const left = LEFT_OUT[part].filter(([field]) => (document[part] as Record<string, unknown>)[field] == null);
  return {
    document,
    whole,
    estimated: left.filter(([, , estimated]) => estimated).map(([, words]) => words),
    unknown: left.filter(([, , estimated]) => !estimated).map(([, words]) => words)
  };
}
