import { multirotorPurposeOf, purposeOf } from '../brief/wanted.ts';
import type { Craft } from '../document/schema.ts';
import { INCH_M } from '../units/convert.ts';

type Range = readonly [low: number, high: number];

/**
 * What builders take for craft of one class: by all-up weight (of rotors by the room for one), one motor's grams, cells of LiPo,
 * diameter of propeller, fan or screw, Ah of the pack and amps of one ESC.
 */
interface UsualClass {
  /** Kilograms all-up; of rotors their diameter in inches. */
  readonly by: Range;
  readonly motorG: Range | null;
  readonly cells: Range;
  /** Inches of a propeller, millimetres of a fan or screw. */
  readonly size: Range;
  readonly ah: Range;
  readonly escA: Range;
}

const of = (
  by: Range,
  motorG: Range | null,
  cells: Range,
  size: Range,
  ah: Range,
  escA: Range
): UsualClass => ({ by, motorG, cells, size, ah, escA });

const PARK = of([0.15, 0.6], [10, 45], [2, 3], [6, 9], [0.3, 1.3], [8, 20]);

/** Classes of craft, the smallest of each first. Common practice, from memory, no source. A table of data. */
const USUAL = {
  gentle: [
    PARK,
    of([0.8, 1.3], [55, 115], [3, 3], [8, 11], [1.3, 2.6], [20, 40]),
    of([1.8, 2.6], [120, 220], [3, 4], [11, 13], [2.6, 4], [40, 60]),
    of([3.5, 5], [250, 420], [5, 6], [14, 16], [4, 6], [60, 100])
  ],
  sport: [
    PARK,
    of([0.9, 1.4], [70, 120], [3, 4], [9, 11], [1.8, 2.6], [30, 50]),
    of([2.4, 3.2], [190, 290], [4, 6], [13, 15], [3.3, 5], [60, 80])
  ],
  aerobatic: [
    of([0.15, 0.4], [10, 35], [2, 3], [7, 9], [0.3, 0.85], [8, 20]),
    of([0.7, 1.1], [50, 85], [3, 3], [10, 12], [1.3, 2.2], [30, 40]),
    of([1.5, 1.9], [115, 170], [4, 4], [13, 14], [2.4, 3.3], [50, 60]),
    of([2.8, 3.6], [270, 350], [6, 6], [15, 17], [3.3, 5], [80, 100])
  ],
  glider: [
    of([0.6, 1.1], [28, 70], [2, 3], [8, 11], [0.8, 1.8], [18, 40]),
    of([2, 2.8], [130, 260], [3, 5], [13, 17], [2.2, 4], [50, 80])
  ],
  speed: [of([0.35, 0.6], [28, 60], [3, 4], [4.7, 6], [0.9, 1.8], [30, 60])],
  floats: [
    PARK,
    of([1.2, 1.8], [90, 150], [3, 4], [10, 12], [2.2, 3.3], [40, 60]),
    of([3.5, 5], [250, 420], [5, 6], [14, 16], [4, 6], [60, 100])
  ],
  carrying: [of([2, 4], [150, 350], [4, 6], [12, 16], [5, 16], [50, 80])],
  fan: [
    of([0.45, 0.7], null, [3, 4], [50, 50], [1.3, 1.8], [30, 40]),
    of([0.8, 1.2], null, [3, 4], [64, 64], [1.8, 2.6], [50, 60]),
    of([1.2, 2], null, [4, 6], [70, 70], [2.6, 4], [60, 80]),
    of([2.5, 3.8], null, [6, 8], [90, 90], [4, 6], [120, 150])
  ],
  agile: [
    of([3, 3.2], [8, 16], [3, 4], [3, 3], [0.45, 0.85], [12, 25]),
    of([5, 5.2], [28, 38], [4, 6], [5, 5.2], [1, 1.8], [30, 55]),
    of([7, 7.2], [38, 65], [4, 6], [7, 7], [2.2, 4.5], [30, 55])
  ],
  quadcopter: [
    of([3, 3.2], [8, 16], [3, 4], [3, 3], [0.45, 0.85], [12, 25]),
    of([5, 5.2], [24, 38], [4, 6], [5, 5.2], [1.3, 2.6], [20, 45]),
    of([7, 7.2], [38, 65], [4, 6], [7, 7], [2.2, 4.5], [30, 55]),
    of([9, 10], [45, 75], [3, 4], [9, 10], [4, 6], [15, 30]),
    of([14, 16], [85, 160], [6, 6], [14, 16], [8, 16], [25, 40])
  ],
  lifter: [
    of([9, 10], [45, 75], [4, 6], [9, 10], [6, 9], [15, 30]),
    of([15, 22], [90, 260], [6, 12], [15, 22], [10, 22], [30, 60])
  ],
  'fast boat': [
    of([0.9, 1.4], [75, 250], [2, 3], [28, 35], [2.2, 5], [45, 70]),
    of([1.8, 2.8], [185, 420], [4, 4], [36, 42], [4, 6], [90, 120]),
    of([3.5, 5.5], [400, 1100], [6, 12], [42, 55], [5, 10], [150, 300])
  ],
  workboat: [of([4, 12], [100, 300], [2, 4], [40, 70], [5, 12], [20, 60])]
} as const satisfies Record<string, readonly UsualClass[]>;
type ClassName = keyof typeof USUAL;

/** How each figure grows with what a class goes by, beyond the smallest and the largest of the table: so many powers of it. (m) */
const GROWTH = { motorG: 1, cells: 0.3, size: 0.35, ah: 0.8, escA: 0.7 } as const;
/** Of rotors, whose classes go by their diameter: weight and power grow about as its square. (m) */
const ROTOR_GROWTH = { motorG: 1.7, cells: 0.5, size: 1, ah: 2, escA: 0.7 } as const;
type Figure = keyof typeof GROWTH;

/** Where the middle of what is taken lies in a class, by logarithms: for its lightest craft, and for its heaviest. (m) */
const LIGHTEST = 0.3;
const HEAVIEST = 0.7;

/** What is usual of one figure: nothing is said against what lies inside, and the middle is taken first. */
export interface UsualRange {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

const between = (a: number, b: number, t: number): number => a * (b / a) ** t;
const shareOf = (value: number, low: number, high: number): number =>
  high > low ? Math.log(value / low) / Math.log(high / low) : 0.5;

/** What is usual of a figure at a weight or diameter: the class's own range in it, between two classes what lies between. */
function usualAt(
  classes: readonly UsualClass[],
  by: number,
  figure: Figure,
  growth: typeof GROWTH | typeof ROTOR_GROWTH
): UsualRange | null {
  const first = classes[0];
  const last = classes[classes.length - 1];
  const own = (c: UsualClass, t: number): UsualRange | null => {
    const range: Range | null = c[figure];
    return (
      range && {
        low: range[0],
        middle: between(...range, LIGHTEST + (HEAVIEST - LIGHTEST) * t),
        high: range[1]
      }
    );
  };
  const grown = (c: UsualClass, t: number, ratio: number): UsualRange | null => {
    const range = own(c, t);
    const by = ratio ** growth[figure];
    return range && { low: by * range.low, middle: by * range.middle, high: by * range.high };
  };
  if (by < first.by[0]) return grown(first, 0, by / first.by[0]);
  if (by > last.by[1]) return grown(last, 1, by / last.by[1]);
  for (let k = 0; k < classes.length; k++) {
    const c = classes[k];
    // classes may overlap: the smaller one's edge wins
    if (by <= c.by[1] && by >= c.by[0]) return own(c, shareOf(by, ...c.by));
    const next = classes[k + 1];
    if (next && by > c.by[1] && by < next.by[0]) {
      const below = own(c, 1);
      const above = own(next, 0);
      const t = shareOf(by, c.by[1], next.by[0]);
      return below && above
        ? {
            low: between(below.low, above.low, t),
            middle: between(below.middle, above.middle, t),
            high: between(below.high, above.high, t)
          }
        : null;
    }
  }
  return null;
}

/**
 * From so long on a pack is carried for time and not for power, s: rotors, which hover on half their power, draw much all the
 * time. A glider’s time is soared, its pack is for climbs. (m)
 */
const LONG_S = { 'fixed-wing': 1200, boat: 1200, multirotor: 1500 } as const;

/** What a craft’s class is told by. */
export type ClassedCraft = Pick<Craft, 'kind' | 'purpose' | 'hull' | 'largestPropM'>;

/** Whether a craft is wanted to stay up or out for long. @param seconds time that is wanted, s */
export const isLong = ({ kind, purpose }: ClassedCraft, seconds: number): boolean =>
  seconds >= LONG_S[kind] && !(kind === 'fixed-wing' && purposeOf(purpose) === 'glider');

/** Rotors up to which a multirotor is built like a quadcopter. */
const QUADCOPTER = 4;

function classNameOf(craft: ClassedCraft, count: number, seconds: number): ClassName {
  if (craft.kind === 'boat') return craft.hull === 'displacement' ? 'workboat' : 'fast boat';
  if (craft.kind === 'multirotor') {
    if (multirotorPurposeOf(craft.purpose) === 'agile') return 'agile';
    return count > QUADCOPTER ? 'lifter' : 'quadcopter';
  }
  const purpose = purposeOf(craft.purpose);
  switch (purpose) {
    case 'jet':
      return 'fan';
    case 'glider':
    case 'speed':
      return purpose;
    case 'unlimited':
    case 'aerobatic':
      return 'aerobatic';
    default:
      if (isLong(craft, seconds)) return 'carrying';
      return purpose === 'sport' ? 'sport' : purpose === 'floatplane' ? 'floats' : 'gentle';
  }
}

/** Weight of a multirotor for each of its rotors by their diameter: 63 g on 3 in, 160 g on 5 in, 0.33 kg on 9.5 in, 0.85 kg on 15 in. From memory. (m) */
const rotorInches = (kgEach: number): number => 16 * kgEach ** 0.62;
/**
 * A craft with two motors on its wings, against one with one motor of half the weight: smaller motors, for two share what one would
 * need for itself, and smaller propellers; its pack against one of its own weight. From the row of twins: 2 × 50 to 90 g, 8 to 9 in, 3 to 5 Ah. (m)
 */
const TWIN = { motor: 0.8, size: 0.92, ah: 1.2 } as const;

/** What is usual for a craft, SI: of one motor, one ESC, one propulsor, and the pack. */
export interface UsualParts {
  /** Null where a motor is sold with its fan. */
  readonly motorKg: UsualRange | null;
  readonly cells: UsualRange;
  readonly diameterM: UsualRange;
  /** Of LiPo. */
  readonly ah: UsualRange;
  readonly escA: UsualRange;
}

const scaled = ({ low, middle, high }: UsualRange, by: number): UsualRange => ({
  low: by * low,
  middle: by * middle,
  high: by * high
});

/**
 * What experienced builders take for a craft of a kind, purpose and weight. Common practice, no source.
 * @param massKg all-up weight of the brief, kg @param count motors @param seconds time that is wanted, s
 */
export function usualParts(craft: ClassedCraft, massKg: number, count: number, seconds: number): UsualParts {
  const name = classNameOf(craft, count, seconds);
  const classes: readonly UsualClass[] = USUAL[name];
  const isRotor = craft.kind === 'multirotor';
  const growth = isRotor ? ROTOR_GROWTH : GROWTH;
  const roomIn = craft.largestPropM == null ? null : craft.largestPropM / INCH_M;
  const eachBy = isRotor ? (roomIn ?? rotorInches(massKg / count)) : massKg / count;
  const wholeBy = isRotor ? eachBy : massKg;
  const motorG = usualAt(classes, eachBy, 'motorG', growth);
  const size = usualAt(classes, eachBy, 'size', growth) as UsualRange;
  const cells = usualAt(classes, wholeBy, 'cells', growth) as UsualRange;
  const ah = usualAt(classes, wholeBy, 'ah', growth) as UsualRange;
  const isTwin = craft.kind === 'fixed-wing' && count > 1;
  const metric = craft.kind === 'boat' || name === 'fan';
  return {
    motorKg: motorG && scaled(motorG, 0.001 * (isTwin ? TWIN.motor : 1)),
    cells,
    diameterM: scaled(size, (metric ? 0.001 : INCH_M) * (isTwin ? TWIN.size : 1)),
    ah: isTwin ? scaled(ah, TWIN.ah) : ah,
    escA: usualAt(classes, eachBy, 'escA', growth) as UsualRange
  };
}
