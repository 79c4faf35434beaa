import { withChanges, type Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { decodeLabel, type LabelMeaning } from '../parts/motor/label-decoder.ts';
import { show } from '../units/show.ts';
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

/** The likelier meaning of the type number in a motor's label, with the mass that such a size has; null without one. */
function massOfType(reading: Reading): LabelMeaning | null {
  const type = reading.changes.find((c) => c.path === 'motor.name')?.value;
  return typeof type === 'string' ? (decodeLabel(type)[0] ?? null) : null;
}

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
  const taken = withChanges({ ...setup, [part]: base(part, setup), sources } as SetupDocument, [
    ...reading.changes,
    ...name
  ]);
  const guess = part === 'motor' && taken.motor.massKg == null ? massOfType(reading) : null;
  if (guess) {
    taken.motor = { ...taken.motor, massKg: Number(guess.massKg.toPrecision(2)) };
    taken.sources = { ...taken.sources, 'motor.massKg': 'estimated' };
  }
  const left = LEFT_OUT[part].filter(([field]) => (taken[part] as Record<string, unknown>)[field] == null);
  return {
    document: taken,
    whole,
    estimated: [
      ...left.filter(([, , estimated]) => estimated).map(([, words]) => words),
      ...(guess
        ? [
            `weight (about ${show(1000 * guess.massKg, 2)} g ±${show(100 * guess.massTolerance, 2)} %, from its size)`
          ]
        : [])
    ],
    unknown: left.filter(([, , estimated]) => !estimated).map(([, words]) => words)
  };
}
