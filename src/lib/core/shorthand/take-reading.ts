import { withChanges, type Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { decodeLabel, type LabelMeaning } from '../parts/motor/label-decoder.ts';
import { marksOf, markedPart, type FigureSource } from '../document/sources.ts';
import { show } from '../units/show.ts';
import { missingFrom, type LabelReading, type ShorthandPart } from './parse.ts';
import { isMadeOfFigures, withChangedNames } from './part-name.ts';

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
function massOfType(reading: LabelReading): LabelMeaning | null {
  const type = reading.changes.find((c) => c.path === 'motor.name')?.value;
  return typeof type === 'string' ? (decodeLabel(type)[0] ?? null) : null;
}

/** The name that a label gives: its own, or the whole text where it says more than figures. */
const nameIn = (part: LabelPart, reading: LabelReading, text: string): Change[] =>
  reading.changes.some((c) => c.path === `${part}.name`) || isMadeOfFigures(part, text.trim())
    ? []
    : [{ path: `${part}.name`, value: text.trim().slice(0, MOST_LETTERS) }];
const MOST_LETTERS = 120;

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

/** Figures that a reading gave, as marks of where they come from. */
const labelled = (part: LabelPart, reading: LabelReading): Record<string, FigureSource> =>
  Object.fromEntries(
    reading.changes.filter((c) => c.path !== `${part}.name`).map((c) => [c.path, 'label' as const])
  );

/**
 * A label taken into a setup. One that names a whole part (a motor's KV, a pack's cells and capacity, an ESC's rating, a
 * propulsor's diameter) replaces the part: what it leaves out is estimated or unknown, never inherited from the old one.
 * One that names less corrects the part that is there. What was read is marked as the label's. The text is the part's name
 * where it says more than figures: one that is made of figures would have to follow them.
 */
export function takeReading(
  setup: SetupDocument,
  part: LabelPart,
  reading: LabelReading,
  text: string
): Taken {
  const whole = reading.changes.length > 0 && missingFrom(part, reading).length === 0;
  if (!whole) {
    const named = setup[part]?.name
      ? withChangedNames(setup, reading.changes)
      : [...reading.changes, ...nameIn(part, reading, text)];
    const document = withChanges(setup, named);
    return {
      document: { ...document, sources: { ...marksOf(document), ...labelled(part, reading) } },
      whole,
      estimated: [],
      unknown: []
    };
  }
  const bare = { ...setup, [part]: base(part, setup) } as SetupDocument;
  const taken = markedPart(
    withChanges(bare, [...reading.changes, ...nameIn(part, reading, text)]),
    part,
    'label'
  );
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
