import { usualCells } from '../standard-sizes/packs.ts';
import { COMMON_ESC_A, ESC_SIZES_A } from '../standard-sizes/esc-sizes.ts';
import { multirotorPurposeOf, purposeOf } from '../brief/wanted.ts';
import { escMarginLimit } from '../checks/esc-current.ts';
import type { Battery, Craft, Esc, Motor, Propulsor } from '../document/schema.ts';
import { chosenSchool, PURPOSES, type MultirotorPurpose, type Purpose } from '../document/schools.ts';
import { partWord } from '../document/part-words.ts';
import { buildOfPoles } from '../parts/motor/estimate.ts';
import { INCH_M } from '../units/convert.ts';
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

/** From so long on a pack is carried for time and not for power, s; a glider’s time is soared, its pack is for climbs. (m) */
const LONG_S = 1200;
const isLong = ({ craft, seconds }: Built): boolean =>
  seconds >= LONG_S && !(craft.kind === 'fixed-wing' && purposeOf(craft.purpose) === 'glider');

/** Share of the all-up weight that a pack usually is. Common practice, no source. */
function packWindow(b: Built): readonly [number, number] {
  const { craft } = b;
  if (craft.kind === 'multirotor')
    return multirotorPurposeOf(craft.purpose) === 'agile' ? [0.25, 0.38] : [0.2, 0.4];
  if (craft.kind === 'boat') return isSlow(craft) ? [0.06, 0.2] : [0.17, 0.28];
  const purpose = purposeOf(craft.purpose);
  if (isLong(b)) return [0.12, 0.4];
  if (purpose === 'glider') return [0.08, 0.2];
  if (purpose === 'trainer') return [0.11, 0.22];
  if (purpose === 'speed' || purpose === 'jet') return [0.18, 0.32];
  return purpose === 'aerobatic' || purpose === 'unlimited' ? [0.155, 0.24] : [0.14, 0.23];
}

/**
 * Watts for each gram of motor at full throttle, standing, by nominal volts: from what the rules of watts per kilogram and the
 * motors that such craft carry come to. Common practice, no source.
 */
const MOTOR_W_PER_G: Readonly<
  Record<Purpose | MultirotorPurpose | 'fast' | 'slow', readonly [number, number]>
> = {
  glider: [1.7, 3.5],
  trainer: [1.5, 3.2],
  sport: [2, 3.8],
  floatplane: [1.9, 3.8],
  'hand-launch': [2.2, 4.5],
  aerobatic: [2.6, 5],
  unlimited: [3.7, 6.5],
  speed: [3.5, 8],
  jet: [3.5, 9],
  hover: [1.6, 3.8],
  carry: [1.6, 3.8],
  agile: [6, 22],
  fast: [2.5, 8],
  slow: [0.15, 1]
};

/** Watts for each kilogram of a boat at full throttle. Common practice, no source. */
const BOAT_W_PER_KG = { fast: [200, 650], slow: [4, 18] } as const;

/** Watts for each kilogram that a craft's purpose asks at full throttle; null for multirotors, which are judged by thrust. */
function wattsPerKg(craft: Craft): readonly [number, number] | null {
  if (craft.kind === 'multirotor') return null;
  return craft.kind === 'boat'
    ? BOAT_W_PER_KG[isSlow(craft) ? 'slow' : 'fast']
    : PURPOSES[purposeOf(craft.purpose)].wattsPerKg;
}

const isSlow = (craft: Pick<Craft, 'hull'>): boolean => craft.hull === 'displacement';

/** Watts for each gram of a craft's motor. */
export const motorWindow = (craft: Craft): readonly [number, number] =>
  MOTOR_W_PER_G[
    craft.kind === 'boat'
      ? isSlow(craft)
        ? 'slow'
        : 'fast'
      : craft.kind === 'multirotor'
        ? multirotorPurposeOf(craft.purpose)
        : purposeOf(craft.purpose)
  ];

/** Smallest ESC on sale whose margin covers a current by the user's school, A. */
const escFor = (each: number, { schools, motor }: Built): number =>
  ESC_SIZES_A.find(
    (a) => escMarginLimit(chosenSchool('esc-current', schools).id, a, motor.maxCurrentA ?? null) >= each
  ) ?? ESC_SIZES_A[ESC_SIZES_A.length - 1];

/**
 * Current that is passed for moments, over the one at full throttle, standing: weed stalls the screw of a boat that works, agile
 * rotors are flung up to speed. Common practice, no source. (m)
 */
export const peaksOf = ({ kind, hull, purpose }: Pick<Craft, 'kind' | 'hull' | 'purpose'>): number =>
  (kind === 'boat' && isSlow({ hull })) || (kind === 'multirotor' && multirotorPurposeOf(purpose) === 'agile')
    ? 2
    : 1;

/** Smallest ESC on sale for a motor's rating: "28 A takes 30, 36 A takes 40, 47 A takes 60". Common practice, no source. */
const escOfMotor = (ratingA: number): number => ESC_SIZES_A.find((a) => a >= ratingA) ?? ratingA;

/** Share of the all-up weight that the motors of a craft are. From memory of what is flown: a seventh hovering, a twelfth on a wing. (m) */
const MOTORS_SHARE = { hovering: [0.1, 0.21], glider: [0.035, 0.09], wing: [0.06, 0.1] } as const;
/**
 * Weight of one motor of an agile rotor by the room for its propeller, kg: 12 g on 3 in, 33 g on 5 in, 65 g on 7 in, whatever
 * else is on board. From memory of what is flown. (m)
 */
const agileMotorKg = (diameterM: number): number => 0.033 * (diameterM / (5.1 * INCH_M)) ** 2;
const AGILE_WITHIN = 1.18;

/** A motor’s weight over that of its craft, or over the usual, and the window that this lies in; null where nothing is usual. */
function motorWeight({ craft, motor, count, briefKg, propulsor }: Built): {
  readonly value: number;
  readonly window: readonly [number, number];
} | null {
  // a fan is sold with its motor, and what a boat carries is no matter of grams
  if (craft.kind === 'boat' || propulsor.kind === 'ducted-fan' || motor.massKg == null) return null;
  if (craft.kind === 'multirotor' && multirotorPurposeOf(craft.purpose) === 'agile')
    return {
      value: motor.massKg / agileMotorKg(craft.largestPropM ?? propulsor.diameterM),
      window: [1 / AGILE_WITHIN, AGILE_WITHIN]
    };
  const isGlider = craft.kind === 'fixed-wing' && purposeOf(craft.purpose) === 'glider';
  return {
    value: (count * motor.massKg) / briefKg,
    window: MOTORS_SHARE[craft.kind === 'multirotor' ? 'hovering' : isGlider ? 'glider' : 'wing']
  };
}

/** Motors are made in sizes a quarter apart; so many sizes more than is needed are too many. Common practice, no source. */
const MOTOR_ROOM = 1.25 ** 3;
/** A motor that turns a slow screw may be rated for so many times what it takes. (m) */
const SLOW_ROOM = 6;

/**
 * Diameter that propellers and screws of such craft have, m: it grows about as the cube root of the weight. From memory of what
 * is flown and driven: 7 in at 0.4 kg, 10 in at 1.1 kg, 12.5 in at 2.2 kg, 16 in at 4.2 kg; hulls 30 mm at 1.1 kg, 50 mm at
 * 4.5 kg. Rotors are as large as their frame has room for. (m)
 */
export function usualDiameterM(
  craft: Pick<Craft, 'kind' | 'purpose' | 'hull'>,
  massKg: number,
  count: number
): number | null {
  const grown = (massKg / count) ** 0.35;
  if (craft.kind === 'multirotor') return null;
  if (craft.kind === 'boat') return (isSlow(craft) ? 0.028 : 0.03) * grown;
  const purpose = purposeOf(craft.purpose);
  const by = purpose === 'speed' ? 0.72 : purpose === 'aerobatic' || purpose === 'unlimited' ? 1.18 : 1;
  return 9.6 * INCH_M * by * grown;
}
/** How far from the usual a diameter may be, either way. (m) */
const DIAMETER_WITHIN = 1.08;
const DIAMETER_PULL = 0.25;
/** How much smaller than its frame has room for a rotor may be. (m) */
const ROTOR_ROOM = 1.04;

/** Families that suit a craft best, those that do, and what the others cost. Common practice, no source. */
function familyCost({ craft, propulsor: p }: Built): number {
  if (p.kind !== 'propeller' || p.family == null) return 0;
  const rotor = p.family.startsWith('multirotor');
  if (craft.kind === 'multirotor') return rotor ? 0 : 0.6;
  if (rotor) return 0.6;
  if (craft.kind === 'boat') return 0;
  const glider = purposeOf(craft.purpose) === 'glider';
  if ((p.family === 'folding') !== glider) return 0.25;
  return p.family === 'slow-flyer' && purposeOf(craft.purpose) !== 'trainer' ? 0.25 : 0;
}

/**
 * Cells that such craft have for a power, W. Boats, whose ESCs are cooled by water, take twice the amps of aeroplanes on as many
 * cells; multirotors share them among several ESCs. Common practice, no source. (m)
 */
export const usualCellsOf = (kind: Craft['kind'], watts: number): number =>
  usualCells(kind === 'boat' ? watts / 2 : kind === 'multirotor' ? watts / 1.25 : watts);

/** The usual count that lies nearest to what a setup has: agile rotors are flown on four cells as on six. */
function nearestUsualCells(b: Built): number {
  const usual = usualCellsOf(b.craft.kind, wattsOf(b));
  const isAgile = b.craft.kind === 'multirotor' && multirotorPurposeOf(b.craft.purpose) === 'agile';
  return isAgile && usual >= 4 && usual <= 6 ? (b.battery.series <= 4 ? 4 : 6) : usual;
}

/** Cell counts that few packs are sold with, and what it costs to need one. (m) */
const RARE_CELLS: readonly number[] = [5, 7, 9, 11];
const RARE = 0.08;
/** Amps of one ESC from which they are uncommon, and from which they are rare. Common practice, no source. */
const FEW_AMPS = 45;
const MANY_AMPS = 60;
const BOAT_MANY_AMPS = 75;
/** A pack for so many times the wanted time is more than two sizes too large. (m) */
const PACK_ROOM = 2;

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
    cost: (b) =>
      b.battery.chemistry === 'lipo' || b.battery.chemistry === 'lihv' ? 0 : isLong(b) ? 0.05 : 0.5
  },
  {
    id: 'cells',
    says: (b) =>
      `${b.battery.series > nearestUsualCells(b) ? 'more' : 'fewer'} cells than is usual for the power`,
    cost: (b) => {
      const off = Math.abs(Math.log(b.battery.series / nearestUsualCells(b)));
      const rare = RARE_CELLS.includes(b.battery.series) ? RARE : 0;
      return 0.4 * off + 0.5 * Math.max(0, off - 0.29) + rare;
    }
  },
  {
    id: 'amps',
    says: 'more amps than common ESCs carry',
    cost: (b) =>
      b.craft.kind === 'boat'
        ? 0.3 * above(b.currentA / b.count, BOAT_MANY_AMPS)
        : 0.2 * above(b.currentA / b.count, FEW_AMPS) + 0.4 * above(b.currentA / b.count, MANY_AMPS)
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
    says: ({ craft, briefKg, count, propulsor: p }) => {
      const usual = craft.largestPropM ?? usualDiameterM(craft, briefKg, count) ?? p.diameterM;
      const word = partWord('propulsor', p.kind);
      return `a ${p.diameterM > usual ? 'large' : 'small'} ${word} for its weight`;
    },
    cost: ({ craft, briefKg, count, propulsor: p }) => {
      if (craft.kind === 'multirotor')
        return craft.largestPropM == null ? 0 : 0.8 * above(craft.largestPropM / p.diameterM, ROTOR_ROOM);
      const usual =
        p.kind === 'ducted-fan' || (craft.kind === 'boat' && p.kind === 'propeller')
          ? null
          : usualDiameterM(craft, briefKg, count);
      // what there is room for is large enough
      const wanted = usual === null ? null : Math.min(usual, craft.largestPropM ?? Infinity);
      return wanted === null
        ? 0
        : windowCost(0.8, p.diameterM / wanted, [1 / DIAMETER_WITHIN, DIAMETER_WITHIN], DIAMETER_PULL);
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
    says: ({ esc, motor }) =>
      (esc?.continuousA ?? 0) < (motor.maxCurrentA ?? 0)
        ? 'an ESC smaller than the motor’s rating'
        : 'a larger ESC than it needs',
    cost: (b) => {
      const { esc, motor, currentA, count } = b;
      if (esc?.continuousA == null) return 0.1;
      const motorA = motor.maxCurrentA ?? 0;
      const peakA = (currentA / count) * peaksOf(b.craft);
      const needed = Math.max(escFor(peakA, b), escOfMotor(motorA));
      const rating = esc.continuousA;
      const sizes = COMMON_ESC_A.filter((a) => a >= needed && a < rating).length;
      // rotors and hulls go by what is drawn: their motors are rated for spells
      const smaller = b.craft.kind === 'fixed-wing' ? 0.3 : 0.1;
      return 0.06 * sizes + 0.12 * Math.max(0, sizes - 1) + smaller * above(motorA, rating);
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
      const found = motorWeight(b);
      const how = found && found.value > found.window[0] ? 'heavy' : 'light';
      return b.count > 1 ? `${how} motors for its weight` : `a ${how} motor for its weight`;
    },
    cost: (b) => {
      const found = motorWeight(b);
      return found === null ? 0 : windowCost(0.6, found.value, found.window);
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
