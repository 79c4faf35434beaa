import { PLACED_PARTS, type PlacedPart } from '../registry/parts.ts';
import { estimatePackMassKg } from '../parts/pack/estimate-mass.ts';
import { partMasses, partsKg, summedKg, toGrams, withAllUpMass } from './all-up-mass.ts';
import { estimateEscMassKg } from '../parts/esc/estimate-mass.ts';
import { PROPELLER_MASS_EXPONENT } from '../parts/propulsor/propeller/blade-shape.ts';
import { show } from '../units/show.ts';
import { partWord } from '../document/part-words.ts';
import { readPath, withChanges, type Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { isTyped, markedFrom } from '../document/sources.ts';

/** Figures that make a part another one when they change; a name alone does not. */
const DECISIVE: Record<PlacedPart, readonly string[]> = {
  battery: ['chemistry', 'series', 'parallel', 'capacityAh'],
  esc: ['continuousA'],
  motor: ['kvRpmPerVolt', 'massKg'],
  propulsor: ['kind', 'diameterM'],
  receiverSupply: ['kind', 'continuousA', 'massKg']
};

const digits = (value: number): number => Number(value.toPrecision(4));

type Follow = (before: SetupDocument, after: SetupDocument) => number | null;

const packMass = ({ battery: b }: SetupDocument): number =>
  estimatePackMassKg(b.chemistry, b.series, b.capacityAh);
const strandAh = ({ battery: b }: SetupDocument): number => b.capacityAh / (b.parallel ?? 1);
const rating = (d: SetupDocument): number | null => d.esc?.continuousA ?? null;
const ofRatings =
  (scale: (before: number, after: number) => number): Follow =>
  (before, after) => {
    const [was, is] = [rating(before), rating(after)];
    return was === null || is === null ? null : scale(was, is);
  };

/** Figures that go with a part's size, each with the factor by which it follows; null where nothing can be said. */
const FOLLOWERS: readonly (readonly [path: string, factor: Follow])[] = [
  ['battery.massKg', (before, after) => packMass(after) / packMass(before)],
  // resistance × capacity is a property of the make
  ['battery.cellResistanceOhm', (before, after) => strandAh(before) / strandAh(after)],
  ['esc.burstA', ofRatings((was, is) => is / was)],
  ['esc.resistanceOhm', ofRatings((was, is) => was / is)],
  ['esc.massKg', ofRatings((was, is) => estimateEscMassKg(is) / estimateEscMassKg(was))],
  [
    'propulsor.massKg',
    (before, after) =>
      before.propulsor.kind === after.propulsor.kind
        ? (after.propulsor.diameterM / before.propulsor.diameterM) ** PROPELLER_MASS_EXPONENT
        : null
  ],
  // makers allow a tip speed: rpm × diameter stays
  ['propulsor.maxRpm', (before, after) => before.propulsor.diameterM / after.propulsor.diameterM]
];

/** Whether a part is another one than before. */
const exchanged = (before: SetupDocument, after: SetupDocument, part: PlacedPart): boolean =>
  DECISIVE[part].some((field) => {
    const path = `${part}.${field}`;
    return (readPath(before, path) ?? null) !== (readPath(after, path) ?? null);
  });

/** A burst C below the new continuous C would contradict it: the pair keeps its ratio. */
function burstC(before: SetupDocument, after: SetupDocument, explicit: ReadonlySet<string>): Change[] {
  const { burstC: burst, continuousC: c } = after.battery;
  const was = before.battery.continuousC;
  if (burst == null || c == null || was == null || c === was || explicit.has('battery.burstC')) return [];
  if (before.battery.burstC !== burst) return [];
  return [{ path: 'battery.burstC', value: digits((burst * c) / was) }];
}

/** Figures that follow a part's new size and still stand at the old one's. */
function following(before: SetupDocument, after: SetupDocument, explicit: ReadonlySet<string>): Change[] {
  return FOLLOWERS.flatMap(([path, factor]): Change[] => {
    const part = path.split('.')[0] as PlacedPart;
    const value = readPath(after, path);
    // a figure that came with the new part is the new part's
    if (typeof value !== 'number' || explicit.has(path) || readPath(before, path) !== value) return [];
    if (!exchanged(before, after, part)) return [];
    const by = factor(before, after);
    return by === null || by === 1 || !Number.isFinite(by) ? [] : [{ path, value: digits(value * by) }];
  });
}

const kilograms = (setup: SetupDocument): ReadonlyMap<string, number> =>
  new Map(partMasses(setup).map((m) => [m.part, m.kg]));

const wordOf = (part: PlacedPart, setup: SetupDocument): string =>
  `the ${part === 'receiverSupply' ? 'receiver supply' : partWord(part, setup.propulsor.kind)}`;

const weight = (kg: number): string => (Math.abs(kg) < 1 ? `${show(1000 * kg)} g` : `${show(kg, 4)} kg`);

/** Whether an all-up weight that was typed stays, and is asked about, or goes with the parts as the change as a whole does. */
type WeightBy = 'asked' | 'follows';

/** What is said where a typed all-up weight stays: what parts and airframe add up to now. */
function stays(
  before: SetupDocument,
  after: SetupDocument,
  said: string[]
): { changes: Change[]; said: string[] } {
  const [was, is] = [partsKg(before), partsKg(after)];
  const sum = toGrams(summedKg(after, before));
  const noted: Change[] =
    after.craft.weighedPartsKg == null && was !== is ? [{ path: 'craft.weighedPartsKg', value: was }] : [];
  const told =
    sum > 0 && sum !== after.craft.massKg
      ? [
          `Parts and airframe add up to ${weight(sum)} now; the all-up weight stays ${weight(after.craft.massKg)}, as you typed it.`
        ]
      : [];
  return { changes: noted, said: [...said, ...told] };
}

/**
 * Where an all-up weight is given, exchanged parts move it by their difference.
 * @returns the change, and what is to be said of it
 */
function allUp(
  before: SetupDocument,
  after: SetupDocument,
  explicit: ReadonlySet<string>,
  by: WeightBy
): { changes: Change[]; said: string[] } {
  const given = explicit.has('craft.massKg') || before.craft.massKg !== after.craft.massKg;
  const [was, is] = [kilograms(before), kilograms(after)];
  const counted = (before.count ?? 1) !== (after.count ?? 1);
  const parts = PLACED_PARTS.filter((part) => exchanged(before, after, part) || counted);
  // a weight that becomes known by being typed is no exchange of a motor
  const moved = parts.filter((part) => was.has(part) && is.has(part));
  const unknown = parts.filter(
    (part) => was.has(part) !== is.has(part) && part !== 'propulsor' && part !== 'receiverSupply'
  );
  const steps = moved
    .map((part) => ({ part, kg: (is.get(part) as number) - (was.get(part) as number) }))
    .filter(({ kg }) => Math.abs(kg) >= 0.0005);
  const sum = steps.reduce((kg, step) => kg + step.kg, 0);
  const said = unknown.map(
    (part) => `The weight of ${wordOf(part, after)} is not known: the all-up weight stays as it was.`
  );
  const told = steps.map(
    ({ part, kg }) => `${wordOf(part, after)} ${kg > 0 ? 'adds' : 'saves'} ${weight(Math.abs(kg))}`
  );
  if (steps.length === 0) return { changes: [], said };
  if (by === 'asked' && isTyped(before, 'craft.massKg') && before.craft.airframeMassKg == null)
    return given ? { changes: [], said: [] } : stays(before, after, said);
  if (before.craft.airframeMassKg != null) {
    const [from, to] = [withAllUpMass(before).craft.massKg, withAllUpMass(after).craft.massKg];
    return {
      changes: [],
      said: [...said, `All-up weight ${weight(from)} → ${weight(to)}: ${told.join(', ')}.`]
    };
  }
  const massKg = toGrams(before.craft.massKg + sum);
  // a weight that was changed on purpose is not touched; one that came along with the parts is said all the same
  if (given && after.craft.massKg !== massKg) return { changes: [], said: [] };
  if (massKg < 0.3 * before.craft.massKg)
    return {
      changes: [],
      said: [
        ...said,
        `The all-up weight stays ${weight(before.craft.massKg)}: ${told.join(', ')}, which cannot be; check both weights.`
      ]
    };
  return {
    changes: given ? [] : [{ path: 'craft.massKg', value: massKg }],
    said: [...said, `All-up weight ${weight(before.craft.massKg)} → ${weight(massKg)}: ${told.join(', ')}.`]
  };
}

/** A document after an exchange, with everything that belongs to it, and what is to be said of that. */
export interface WithBelongings {
  document: SetupDocument;
  said: string[];
}

/**
 * What a change of a part's decisive figures brings with it: a pack's mass and resistance, an ESC's burst rating, the
 * all-up weight by the difference of the parts, unless it was typed: then it stays, and what the parts add up to is said.
 * Figures that were changed on purpose are left alone.
 * @param by whether a typed all-up weight is asked about or follows
 */
export function belongingsOf(
  before: SetupDocument,
  after: SetupDocument,
  changes: readonly Change[],
  by: WeightBy = 'asked'
): { changes: Change[]; said: string[] } {
  const explicit = new Set(changes.map((c) => c.path));
  const follow = [...following(before, after, explicit), ...burstC(before, after, explicit)];
  const whole = follow.length === 0 ? after : withChanges(after, follow);
  const mass = allUp(before, whole, explicit, by);
  return { changes: [...follow, ...mass.changes], said: mass.said };
}

/** Changes of a setup with what belongs to them. */
export const completeChanges = (setup: SetupDocument, changes: readonly Change[]): Change[] => [
  ...changes,
  ...belongingsOf(setup, withChanges(setup, changes), changes).changes
];

/**
 * The exchanged document with what belongs to it; figures that followed count as estimated from now on.
 * @param by whether a typed all-up weight is asked about or follows
 */
export function withBelongings(
  before: SetupDocument,
  after: SetupDocument,
  changes: readonly Change[] = [],
  by: WeightBy = 'asked'
): WithBelongings {
  const { changes: more, said } = belongingsOf(before, after, changes, by);
  if (more.length === 0) return { document: after, said };
  const document = withChanges(after, more);
  const followed = more.filter(
    ({ path }) =>
      path !== 'craft.weighedPartsKg' && (path !== 'craft.massKg' || isTyped(before, 'craft.massKg'))
  );
  return { document: markedFrom(document, followed, 'estimated'), said };
}
