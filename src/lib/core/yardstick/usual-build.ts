import { COMMON_ESC_A, ESC_SIZES_A } from '../standard-sizes/esc-sizes.ts';
import { multirotorPurposeOf, purposeOf } from '../brief/wanted.ts';
import { escMarginLimit } from '../checks/esc-current.ts';
import { isSlow, motorWindow, peaksOf, usualCellsOf, wattsPerKg } from './usual-power.ts';
import { isLong, usualParts, type UsualParts, type UsualRange } from './usual-classes.ts';
import type { Battery, Craft, Esc, Motor, Propulsor } from '../document/schema.ts';
import { chosenSchool } from '../document/schools.ts';
import { partWord } from '../document/part-words.ts';
import { buildOfPoles } from '../parts/motor/estimate.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';

/** What the rules of building are read from: the parts, and what they draw and weigh. */
export interface Built {
  readonly craft: Craft;
  readonly count: number;
  readonly battery: Battery;
  readonly esc: Esc | null;
  readonly motor: Motor;
  readonly propulsor: Propulsor;
  readonly gearRatio: number;
  /** Whether the receiver has a supply of its own. */
  readonly fed: boolean;
  readonly schools: Readonly<Record<string, string>>;
  /** Current from the pack at full throttle, standing, A. */
  readonly currentA: number;
  /** All-up weight, and that of the brief, kg. */
  readonly massKg: number;
  readonly briefKg: number;
  /** Weight of the pack, kg; null where it is not known. */
  readonly packKg: number | null;
  /** Time that it lasts in ordinary use, where that is known, and time that is wanted, s. */
  readonly timeS: number | null;
  readonly seconds: number;
  /** What it costs to buy what is not owned, by `bought.ts`; 0 where nothing is known of it. */
  readonly buying: number;
}

/** One rule of building: what it costs a setup to break it, 0 where it keeps it, in logarithms. */
interface BuildRule {
  readonly id: string;
  /** What a builder says of a setup that breaks it. */
  readonly says: string | ((b: Built) => string);
  readonly cost: (b: Built) => number;
}

/** How far a value lies outside a window, in logarithms; 0 inside. */
const outside = (value: number, low: number, high: number): number =>
  value <= 0 ? 3 : Math.max(0, Math.log(low / value), Math.log(value / high));
const above = (value: number, most: number): number => Math.max(0, Math.log(value / most));
/** What it costs to be off the middle of a window while inside it, in each e-fold: of several that do, the one in the middle. (m) */
const OFF_MIDDLE = 0.08;
const windowCost = (
  weight: number,
  value: number,
  [low, high]: readonly [number, number],
  pull = OFF_MIDDLE
): number =>
  weight * outside(value, low, high) +
  (value <= 0 ? 0 : pull * Math.abs(Math.log(value / Math.sqrt(low * high))));

/** Electrical power by nominal volts, W: amps × volts on the label, as builders reckon. */
export const wattsOf = (b: Built): number =>
  b.currentA * b.battery.series * CHEMISTRIES[b.battery.chemistry].nominalV;

/** What was last asked of a craft, which a search asks a million times. */
const remembered = new WeakMap<Craft, { of: readonly [number, number, number]; usual: UsualParts }>();

/** What is usual for the craft of a setup. */
function usualOf({ craft, briefKg, count, seconds }: Built): UsualParts {
  const known = remembered.get(craft);
  if (known && known.of[0] === briefKg && known.of[1] === count && known.of[2] === seconds)
    return known.usual;
  const usual = usualParts(craft, briefKg, count, seconds);
  remembered.set(craft, { of: [briefKg, count, seconds], usual });
  return usual;
}

/**
 * What it costs to lie outside what is usual: a step, so that what lies just outside does not pass for what lies inside, and more with
 * each e-fold; inside, a little off the middle. (m)
 */
const OUTSIDE_STEP = 0.15;
/** How close to an edge a value still lies inside, share. */
const EDGE = 0.005;
function unusual(
  weight: number,
  value: number,
  { low, middle, high }: UsualRange,
  pull = OFF_MIDDLE
): number {
  const out = outside(value, low * (1 - EDGE), high * (1 + EDGE));
  return (
    (out > 0 ? OUTSIDE_STEP + weight * out : 0) + (value <= 0 ? 0 : pull * Math.abs(Math.log(value / middle)))
  );
}

/** Share of the all-up weight that a pack usually is. Common practice, no source. */
function packWindow(b: Built): readonly [number, number] {
  const { craft } = b;
  if (craft.kind === 'multirotor')
    return multirotorPurposeOf(craft.purpose) === 'agile' ? [0.25, 0.38] : [0.2, 0.4];
  if (craft.kind === 'boat') return isSlow(craft) ? [0.06, 0.2] : [0.17, 0.28];
  const purpose = purposeOf(craft.purpose);
  if (isLong(b.craft, b.seconds)) return [0.12, 0.4];
  if (purpose === 'glider') return [0.08, 0.2];
  if (purpose === 'trainer') return [0.11, 0.22];
  if (purpose === 'speed' || purpose === 'jet') return [0.18, 0.32];
  return purpose === 'aerobatic' || purpose === 'unlimited' ? [0.155, 0.24] : [0.14, 0.23];
}

/** Smallest ESC on sale whose margin covers a current by the user's school, A. */
const escFor = (each: number, { schools, motor }: Built): number =>
  ESC_SIZES_A.find(
    (a) => escMarginLimit(chosenSchool('esc-current', schools).id, a, motor.maxCurrentA ?? null) >= each
  ) ?? ESC_SIZES_A[ESC_SIZES_A.length - 1];

/** Smallest ESC on sale for a motor's rating: "28 A takes 30, 36 A takes 40, 47 A takes 60". Common practice, no source. */
const escOfMotor = (ratingA: number): number => ESC_SIZES_A.find((a) => a >= ratingA) ?? ratingA;

/** Motors are made in sizes a quarter apart; so many sizes more than is needed are too many. Common practice, no source. */
const MOTOR_ROOM = 1.25 ** 3;
/** A motor that turns a slow screw may be rated for so many times what it takes. (m) */
const SLOW_ROOM = 6;

/** How much smaller than its frame has room for a rotor may be. (m) */
const ROTOR_ROOM = 1.04;

/** What a propeller costs where a fan is meant, and a fan where a propeller is. (m) */
const OTHER_KIND = 1.5;
/** Families that suit a craft best, those that do, and what the others cost. Common practice, no source. */
function familyCost({ craft, propulsor: p }: Built): number {
  if (
    craft.kind === 'fixed-wing' &&
    p.kind !== (purposeOf(craft.purpose) === 'jet' ? 'ducted-fan' : 'propeller')
  )
    return OTHER_KIND;
  if (p.kind !== 'propeller' || p.family == null) return 0;
  const rotor = p.family.startsWith('multirotor');
  if (craft.kind === 'multirotor') return rotor ? 0 : 0.6;
  if (rotor) return 0.6;
  if (craft.kind === 'boat') return 0;
  const glider = purposeOf(craft.purpose) === 'glider';
  if ((p.family === 'folding') !== glider) return 0.25;
  return p.family === 'slow-flyer' && purposeOf(craft.purpose) !== 'trainer' ? 0.25 : 0;
}

/** Cell counts that few packs are sold with, and what it costs to need one. (m) */
const RARE_CELLS: readonly number[] = [5, 7, 9, 11];
const RARE = 0.08;
/** Share of what such craft's ESCs are rated for that is drawn from them before it is more than usual. (m) */
const DRAWN_SHARE = 0.85;
/** A pack for so many times the wanted time is more than two sizes too large. (m) */
const PACK_ROOM = 2;

const isRoundCells = ({ battery }: Built): boolean =>
  battery.chemistry !== 'lipo' && battery.chemistry !== 'lihv';

/** The rules, each with what breaking it costs. Common practice, no source; the costs by judgement. (m) */
export const BUILD_RULES: readonly BuildRule[] = [
  {
    id: 'pack-share',
    says: (b) =>
      (b.packKg ?? 0) / b.briefKg > packWindow(b)[0]
        ? 'a heavy pack for its weight'
        : 'a light pack for its weight',
    cost: (b) => (b.packKg === null ? 0 : windowCost(0.8, b.packKg / b.briefKg, packWindow(b)))
  },
  {
    id: 'pack-size',
    says: 'a pack for far longer than is wanted',
    cost: (b) => (b.timeS === null ? 0 : 0.15 * above(b.timeS / b.seconds, PACK_ROOM))
  },
  {
    id: 'chemistry',
    says: 'cells that are for long and gentle use',
    cost: (b) => (!isRoundCells(b) ? 0 : isLong(b.craft, b.seconds) ? 0.05 : 0.5)
  },
  {
    id: 'pack-ah',
    says: (b) =>
      `a ${b.battery.capacityAh > usualOf(b).ah.middle ? 'larger' : 'smaller'} pack than such craft carry`,
    // round cells are taken by weight
    cost: (b) => (isRoundCells(b) ? 0 : unusual(0.5, b.battery.capacityAh, usualOf(b).ah, 0.03))
  },
  {
    id: 'cells',
    says: (b) =>
      `${b.battery.series > usualOf(b).cells.middle ? 'more' : 'fewer'} cells than is usual for such craft`,
    cost: (b) => {
      const off = Math.abs(Math.log(b.battery.series / usualCellsOf(b.craft.kind, wattsOf(b))));
      const rare = RARE_CELLS.includes(b.battery.series) ? RARE : 0;
      return unusual(0.9, b.battery.series, usualOf(b).cells, 0) + 0.15 * off + rare;
    }
  },
  {
    id: 'amps',
    says: 'more amps than the ESCs of such craft carry',
    cost: (b) => 0.4 * above(b.currentA / b.count, DRAWN_SHARE * usualOf(b).escA.high)
  },
  {
    id: 'pitch',
    says: 'a coarse pitch for the diameter',
    cost: ({ craft, propulsor: p }) =>
      p.kind !== 'propeller' ||
      p.pitchM == null ||
      (craft.kind === 'fixed-wing' && purposeOf(craft.purpose) === 'speed')
        ? 0
        : above(p.pitchM / p.diameterM, craft.kind === 'fixed-wing' ? 0.8 : 1)
  },
  {
    id: 'diameter',
    says: (b) => {
      const { craft, propulsor: p } = b;
      const usual = craft.largestPropM ?? usualOf(b).diameterM.middle;
      return `a ${p.diameterM > usual ? 'large' : 'small'} ${partWord('propulsor', p.kind)} for its weight`;
    },
    cost: (b) => {
      const { craft, propulsor: p } = b;
      const room = craft.largestPropM ?? Infinity;
      // what a hull has in the air is no matter of its screw
      if (craft.kind === 'boat' && p.kind !== 'submerged-screw' && p.kind !== 'surface-drive') return 0;
      const { low, middle, high } = usualOf(b).diameterM;
      // what there is room for is large enough
      const cost = unusual(
        1,
        p.diameterM,
        { low: Math.min(low, room), middle: Math.min(middle, room), high },
        0.1
      );
      return craft.kind === 'multirotor' && room < Infinity
        ? cost + 0.8 * above(room / p.diameterM, ROTOR_ROOM)
        : cost;
    }
  },
  {
    id: 'screw-kind',
    says: 'a screw made for another hull',
    cost: ({ craft, propulsor: p }) =>
      craft.kind === 'boat' && p.kind === (isSlow(craft) ? 'surface-drive' : 'submerged-screw') ? 0.25 : 0
  },
  {
    id: 'propeller-family',
    says: 'blades made for other craft',
    cost: familyCost
  },
  {
    id: 'esc-size',
    says: (b) => {
      const ratingA = b.esc?.continuousA ?? 0;
      if (ratingA < (b.motor.maxCurrentA ?? 0)) return 'an ESC smaller than the motor’s rating';
      return ratingA < usualOf(b).escA.low
        ? 'a smaller ESC than such craft carry'
        : 'a larger ESC than it needs';
    },
    cost: (b) => {
      const { esc, motor, currentA, count } = b;
      if (esc?.continuousA == null) return 0.1;
      const motorA = motor.maxCurrentA ?? 0;
      const peakA = (currentA / count) * peaksOf(b.craft);
      const usual = usualOf(b).escA;
      const needed = Math.max(escFor(peakA, b), escOfMotor(motorA), escOfMotor(usual.low));
      const rating = esc.continuousA;
      const sizes = COMMON_ESC_A.filter((a) => a >= needed && a < rating).length;
      // rotors and hulls go by what is drawn: their motors are rated for spells
      const smaller = b.craft.kind === 'fixed-wing' ? 0.3 : 0.1;
      return (
        0.06 * sizes +
        0.12 * Math.max(0, sizes - 1) +
        smaller * above(motorA, rating) +
        unusual(0.5, rating, usual, 0)
      );
    }
  },
  {
    id: 'motor-size',
    says: (b) =>
      wattsOf(b) / b.count / (1000 * (b.motor.massKg ?? Infinity)) > motorWindow(b.craft)[1]
        ? 'a motor that is worked hard'
        : 'a larger motor than it needs',
    cost: (b) => {
      const { motor, craft, count } = b;
      const window = motorWindow(craft);
      const each = wattsOf(b) / count;
      const perGram = motor.massKg == null ? 0 : windowCost(0.6, each / (1000 * motor.massKg), window);
      const rated = motor.maxPowerW ?? null;
      // agile rotors are rated for spells; a slow screw is turned by torque, of which a power rating says little
      const isAgile = craft.kind === 'multirotor' && multirotorPurposeOf(craft.purpose) === 'agile';
      const room = craft.kind === 'boat' && isSlow(craft) ? SLOW_ROOM : 1.25 * MOTOR_ROOM;
      const spare = rated === null || isAgile ? 0 : above(rated / each, room);
      return perGram + 0.25 * spare;
    }
  },
  {
    id: 'motor-weight',
    says: (b) => {
      const how = (b.motor.massKg ?? 0) > (usualOf(b).motorKg?.middle ?? Infinity) ? 'heavy' : 'light';
      return b.count > 1 ? `${how} motors for its weight` : `a ${how} motor for its weight`;
    },
    cost: (b) => {
      const { motorKg } = usualOf(b);
      // a fan is sold with its motor
      return motorKg === null || b.motor.massKg == null || b.propulsor.kind === 'ducted-fan'
        ? 0
        : unusual(0.8, b.motor.massKg, motorKg);
    }
  },
  {
    id: 'receiver',
    says: 'an ESC that does not feed the receiver',
    cost: ({ craft, esc, fed, battery }) =>
      craft.kind === 'multirotor' ||
      fed ||
      esc?.becKind == null ||
      esc.becKind !== 'none' ||
      battery.series > 6
        ? 0
        : 0.15
  },
  {
    id: 'made-for-water',
    says: 'a motor with a water jacket',
    cost: ({ craft, motor }) => (motor.cooling === 'water' && craft.kind !== 'boat' ? 0.6 : 0)
  },
  {
    id: 'watts-per-kilogram',
    says: (b) =>
      `${wattsOf(b) / b.massKg > (wattsPerKg(b.craft)?.[0] ?? 0) ? 'many' : 'few'} watts for its weight`,
    cost: (b) => {
      const window = wattsPerKg(b.craft);
      return window === null ? 0 : windowCost(0.35, wattsOf(b) / b.massKg, window);
    }
  },
  {
    id: 'buying',
    says: 'parts that have to be bought',
    cost: (b) => b.buying
  },
  {
    id: 'gear',
    says: 'a gear on a motor that turns slowly of itself',
    cost: ({ gearRatio, motor }) => (gearRatio === 1 || buildOfPoles(motor.poles) === 'inrunner' ? 0 : 0.4)
  }
];

/** What a setup's departures from how such craft are built come to, in logarithms: 0 where there is none, else below. */
export const buildOf = (b: Built): number => -BUILD_RULES.reduce((sum, rule) => sum + rule.cost(b), 0);
