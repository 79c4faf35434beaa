import type { Brief } from '../../src/lib/core/brief/brief.ts';
import type { SearchBrief, SearchShelf } from '../../src/lib/core/search/search-request.ts';

type Range = readonly [least: number, most: number];

/** A brief as a builder gives it, and between what a club's old hand would choose for it. */
export interface TypicalSetup {
  readonly name: string;
  readonly craft: SearchBrief['craft'];
  readonly count?: number;
  /** Grams of one motor, cells of LiPo, propeller in inches or screw in millimetres, Ah, and amps of one ESC. */
  readonly motorG: Range;
  readonly cells: Range;
  readonly size: Range;
  readonly ah: Range;
  readonly escA: Range;
  /** Whether packs of round cells are taken for it too, whatever their Ah. */
  readonly roundCells?: boolean;
}

const aeroplane = (
  purpose: string,
  massKg: number,
  airframeMassKg: number,
  wingAreaM2: number,
  minutes: number,
  more: Partial<SearchBrief['craft']> = {}
): SearchBrief['craft'] => ({
  kind: 'fixed-wing',
  purpose,
  massKg,
  airframeMassKg,
  wingAreaM2,
  targetSeconds: 60 * minutes,
  ...more
});
const multirotor = (
  purpose: string,
  massKg: number,
  airframeMassKg: number,
  minutes: number,
  inches: number
) =>
  ({
    kind: 'multirotor',
    purpose,
    massKg,
    airframeMassKg,
    targetSeconds: 60 * minutes,
    largestPropM: 0.0254 * inches
  }) as const;
const boat = (
  hull: 'planing-mono' | 'displacement',
  massKg: number,
  airframeMassKg: number,
  waterlineLengthM: number,
  minutes: number,
  largestPropM: number
) =>
  ({
    kind: 'boat',
    purpose: hull === 'displacement' ? 'carry' : 'speed',
    hull,
    massKg,
    airframeMassKg,
    waterlineLengthM,
    targetSeconds: 60 * minutes,
    largestPropM
  }) as const;

/** How many of the list are the eleven briefs, one of each use, that every room has to meet. */
export const ELEVEN = 11;

/**
 * What club mates take, by class: motor, cells, propeller, pack and ESC. Common practice, from memory, no source. For judging
 * what is recommended; nothing is fitted to it.
 */
export const TYPICAL_SETUPS: readonly TypicalSetup[] = [
  {
    name: 'gentle, 1.2 kg',
    craft: aeroplane('trainer', 1.2, 0.75, 0.3, 10),
    motorG: [55, 115],
    cells: [3, 3],
    size: [8, 11],
    ah: [1.3, 3],
    escA: [20, 40]
  },
  {
    name: 'sport, 1.2 kg',
    craft: aeroplane('sport', 1.2, 0.72, 0.27, 6),
    motorG: [70, 120],
    cells: [3, 4],
    size: [9, 11],
    ah: [1.8, 2.6],
    escA: [30, 50]
  },
  {
    name: 'aerobatic, 1.7 kg',
    craft: aeroplane('unlimited', 1.7, 1.0, 0.38, 5),
    motorG: [115, 170],
    cells: [4, 4],
    size: [13, 14],
    ah: [2.4, 3.3],
    escA: [50, 60]
  },
  {
    name: 'glider, 0.9 kg',
    craft: aeroplane('glider', 0.9, 0.62, 0.34, 15, { wingSpanM: 2 }),
    motorG: [28, 70],
    cells: [2, 3],
    size: [8, 11],
    ah: [0.8, 1.8],
    escA: [18, 40]
  },
  {
    name: 'speed, 0.5 kg',
    craft: aeroplane('speed', 0.5, 0.24, 0.1, 3),
    motorG: [28, 60],
    cells: [3, 4],
    size: [4.7, 6],
    ah: [0.9, 1.8],
    escA: [30, 60]
  },
  {
    name: 'float, 1.5 kg',
    craft: aeroplane('floatplane', 1.5, 0.98, 0.36, 7),
    motorG: [90, 150],
    cells: [3, 4],
    size: [10, 12],
    ah: [2.2, 3.3],
    escA: [40, 60]
  },
  {
    name: 'agile, 5 in',
    craft: multirotor('agile', 0.55, 0.2, 2.5, 5.1),
    count: 4,
    motorG: [28, 38],
    cells: [4, 6],
    size: [5, 5.2],
    ah: [1, 1.8],
    escA: [30, 55]
  },
  {
    name: 'camera, 10 in',
    craft: multirotor('hover', 1.4, 0.65, 14, 10),
    count: 4,
    motorG: [45, 75],
    cells: [3, 4],
    size: [9, 10],
    ah: [4, 6],
    escA: [15, 30]
  },
  {
    name: 'lifter, six rotors',
    craft: multirotor('carry', 7.5, 3.8, 12, 18),
    count: 6,
    motorG: [90, 260],
    cells: [6, 12],
    size: [15, 22],
    ah: [10, 22],
    escA: [30, 60]
  },
  {
    name: 'fast boat, 0.7 m',
    craft: boat('planing-mono', 2.3, 1.3, 0.68, 4, 0.042),
    motorG: [185, 320],
    cells: [4, 4],
    size: [36, 42],
    ah: [4, 6],
    escA: [90, 120]
  },
  {
    name: 'workboat, 0.8 m',
    craft: boat('displacement', 6, 4.8, 0.8, 30, 0.06),
    motorG: [100, 300],
    cells: [2, 4],
    size: [40, 70],
    ah: [5, 12],
    escA: [20, 60]
  },
  // more of the same, in other sizes
  {
    name: 'agile, 5 in and heavier',
    craft: multirotor('agile', 0.65, 0.25, 2.5, 5.1),
    count: 4,
    motorG: [28, 38],
    cells: [4, 6],
    size: [5, 5.2],
    ah: [1, 1.8],
    escA: [30, 55]
  },
  {
    name: 'park, 0.4 kg',
    craft: aeroplane('trainer', 0.4, 0.26, 0.16, 8),
    motorG: [10, 45],
    cells: [2, 3],
    size: [6, 9],
    ah: [0.45, 1.3],
    escA: [8, 20]
  },
  {
    name: 'gentle, 2.2 kg',
    craft: aeroplane('trainer', 2.2, 1.45, 0.5, 10),
    motorG: [120, 220],
    cells: [3, 4],
    size: [11, 13],
    ah: [2.6, 4],
    escA: [40, 60]
  },
  {
    name: 'gentle, 4 kg',
    craft: aeroplane('trainer', 4, 2.6, 0.75, 10),
    motorG: [250, 420],
    cells: [5, 6],
    size: [14, 16],
    ah: [4, 6],
    escA: [60, 100]
  },
  {
    name: 'sport, 2.8 kg',
    craft: aeroplane('sport', 2.8, 1.75, 0.46, 7),
    motorG: [190, 290],
    cells: [4, 6],
    size: [13, 15],
    ah: [3.3, 5],
    escA: [60, 80]
  },
  {
    name: 'aerobatic, 0.9 kg',
    craft: aeroplane('unlimited', 0.9, 0.5, 0.25, 5),
    motorG: [50, 85],
    cells: [3, 3],
    size: [10, 12],
    ah: [1.3, 2.2],
    escA: [30, 40]
  },
  {
    name: 'aerobatic, 3.2 kg',
    craft: aeroplane('unlimited', 3.2, 1.9, 0.6, 6),
    motorG: [270, 350],
    cells: [6, 6],
    size: [15, 17],
    ah: [3.3, 5],
    escA: [80, 100]
  },
  {
    name: 'glider, 2.4 kg',
    craft: aeroplane('glider', 2.4, 1.75, 0.65, 20, { wingSpanM: 3 }),
    motorG: [130, 260],
    cells: [3, 5],
    size: [13, 17],
    ah: [2.2, 4],
    escA: [50, 80]
  },
  {
    name: 'camera aeroplane, 3 kg',
    craft: aeroplane('trainer', 3, 1.7, 0.62, 40),
    motorG: [150, 350],
    cells: [4, 6],
    size: [12, 16],
    ah: [5, 16],
    escA: [50, 80],
    roundCells: true
  },
  {
    name: 'agile, 3 in',
    craft: multirotor('agile', 0.25, 0.12, 2.5, 3),
    count: 4,
    motorG: [8, 16],
    cells: [3, 4],
    size: [3, 3],
    ah: [0.45, 0.85],
    escA: [12, 25]
  },
  {
    name: 'endurance, 7 in',
    craft: multirotor('hover', 0.95, 0.35, 10, 7),
    count: 4,
    motorG: [38, 65],
    cells: [4, 6],
    size: [7, 7],
    ah: [2.2, 4.5],
    escA: [30, 55],
    roundCells: true
  },
  {
    name: 'quadcopter, 15 in',
    craft: multirotor('hover', 3.4, 1.5, 20, 16),
    count: 4,
    motorG: [85, 160],
    cells: [6, 6],
    size: [14, 16],
    ah: [8, 16],
    escA: [25, 40]
  },
  {
    name: 'fast boat, 0.45 m',
    craft: boat('planing-mono', 1.1, 0.62, 0.45, 4, 0.035),
    motorG: [80, 200],
    cells: [2, 3],
    size: [28, 35],
    ah: [2.2, 5],
    escA: [45, 70]
  },
  {
    name: 'fast boat, 0.9 m',
    craft: boat('planing-mono', 4.5, 2.3, 0.88, 4, 0.055),
    motorG: [400, 700],
    cells: [6, 12],
    size: [42, 55],
    ah: [5, 10],
    escA: [130, 300]
  }
];

const fan = (massKg: number, airframeMassKg: number, wingAreaM2: number, millimetres: number) =>
  aeroplane('jet', massKg, airframeMassKg, wingAreaM2, 4, { largestPropM: millimetres / 1000 });
/** A fan is sold with its motor: what that weighs is nobody's choice. */
const WITH_THE_FAN: Range = [0, 2000];

/**
 * The same classes in other sizes, times and numbers of motors, for judging by. Common practice, from memory, no source. The windows of
 * the yardstick (`usual-classes.ts`) come from the same practice; these briefs were seen while they were set.
 */
export const FURTHER_SETUPS: readonly TypicalSetup[] = [
  {
    name: 'gentle, 0.95 kg',
    craft: aeroplane('trainer', 0.95, 0.6, 0.27, 8),
    motorG: [55, 115],
    cells: [3, 3],
    size: [8, 11],
    ah: [1.3, 2.6],
    escA: [20, 40]
  },
  {
    name: 'gentle, 2 kg, long',
    craft: aeroplane('trainer', 2, 1.25, 0.45, 13),
    motorG: [120, 220],
    cells: [3, 4],
    size: [11, 13],
    ah: [2.6, 4],
    escA: [40, 60]
  },
  {
    name: 'gentle, 3.6 kg',
    craft: aeroplane('trainer', 3.6, 2.4, 0.7, 9),
    motorG: [250, 420],
    cells: [5, 6],
    size: [14, 16],
    ah: [4, 6],
    escA: [60, 100]
  },
  {
    name: 'sport, 1 kg',
    craft: aeroplane('sport', 1, 0.6, 0.24, 6),
    motorG: [70, 120],
    cells: [3, 4],
    size: [9, 11],
    ah: [1.8, 2.6],
    escA: [30, 50]
  },
  {
    name: 'sport, 2.5 kg',
    craft: aeroplane('sport', 2.5, 1.55, 0.42, 6),
    motorG: [190, 290],
    cells: [4, 6],
    size: [13, 15],
    ah: [3.3, 5],
    escA: [60, 80]
  },
  {
    name: 'unlimited, 1.55 kg',
    craft: aeroplane('unlimited', 1.55, 0.9, 0.36, 6),
    motorG: [115, 170],
    cells: [4, 4],
    size: [13, 14],
    ah: [2.4, 3.3],
    escA: [50, 60]
  },
  {
    name: 'aerobatic, 3 kg',
    craft: aeroplane('aerobatic', 3, 1.8, 0.56, 6),
    motorG: [270, 350],
    cells: [6, 6],
    size: [15, 17],
    ah: [3.3, 5],
    escA: [80, 100]
  },
  {
    name: 'glider, 0.7 kg',
    craft: aeroplane('glider', 0.7, 0.48, 0.28, 12, { wingSpanM: 1.7 }),
    motorG: [28, 70],
    cells: [2, 3],
    size: [8, 11],
    ah: [0.8, 1.8],
    escA: [18, 40]
  },
  {
    name: 'glider, 2.1 kg',
    craft: aeroplane('glider', 2.1, 1.5, 0.58, 25, { wingSpanM: 2.8 }),
    motorG: [130, 260],
    cells: [3, 5],
    size: [13, 17],
    ah: [2.2, 4],
    escA: [50, 80]
  },
  {
    name: 'speed, 0.4 kg',
    craft: aeroplane('speed', 0.4, 0.19, 0.085, 3),
    motorG: [28, 60],
    cells: [3, 4],
    size: [4.7, 6],
    ah: [0.9, 1.8],
    escA: [30, 60]
  },
  {
    name: 'floats, 1.3 kg',
    craft: aeroplane('floatplane', 1.3, 0.82, 0.33, 7),
    motorG: [90, 150],
    cells: [3, 4],
    size: [10, 12],
    ah: [2.2, 3.3],
    escA: [40, 60]
  },
  {
    name: 'carrying, 2.5 kg',
    craft: aeroplane('trainer', 2.5, 1.35, 0.55, 35),
    motorG: [150, 350],
    cells: [4, 6],
    size: [12, 16],
    ah: [5, 16],
    escA: [50, 80],
    roundCells: true
  },
  {
    name: 'twin, 2.2 kg',
    craft: aeroplane('sport', 2.2, 1.35, 0.4, 7, { largestPropM: 0.23 }),
    count: 2,
    motorG: [50, 90],
    cells: [3, 4],
    size: [8, 9],
    ah: [3, 5],
    escA: [25, 40]
  },
  {
    name: 'fan of 64 mm',
    craft: fan(1, 0.5, 0.17, 64),
    motorG: WITH_THE_FAN,
    cells: [3, 4],
    size: [64, 64],
    ah: [1.8, 2.6],
    escA: [50, 60]
  },
  {
    name: 'fan of 90 mm',
    craft: fan(3, 1.6, 0.33, 90),
    motorG: WITH_THE_FAN,
    cells: [6, 8],
    size: [90, 90],
    ah: [4, 6],
    escA: [120, 150]
  },
  {
    name: 'agile, 3 in and lighter',
    craft: multirotor('agile', 0.22, 0.1, 3, 3),
    count: 4,
    motorG: [8, 16],
    cells: [3, 4],
    size: [3, 3],
    ah: [0.45, 0.85],
    escA: [12, 25]
  },
  {
    name: 'agile, 5 in, longer',
    craft: multirotor('agile', 0.7, 0.27, 4, 5.1),
    count: 4,
    motorG: [28, 38],
    cells: [4, 6],
    size: [5, 5.2],
    ah: [1, 1.8],
    escA: [30, 55]
  },
  {
    name: 'endurance, 7 in and heavier',
    craft: multirotor('hover', 1.1, 0.42, 14, 7),
    count: 4,
    motorG: [38, 65],
    cells: [4, 6],
    size: [7, 7],
    ah: [2.2, 4.5],
    escA: [30, 55],
    roundCells: true
  },
  {
    name: 'camera, 9 in',
    craft: multirotor('hover', 1.15, 0.5, 13, 9.5),
    count: 4,
    motorG: [45, 75],
    cells: [3, 4],
    size: [9, 10],
    ah: [4, 6],
    escA: [15, 30]
  },
  {
    name: 'quadcopter, 15 in and lighter',
    craft: multirotor('hover', 2.7, 1.15, 20, 15),
    count: 4,
    motorG: [85, 160],
    cells: [6, 6],
    size: [14, 16],
    ah: [8, 16],
    escA: [25, 40]
  },
  {
    name: 'lifter, eight rotors',
    craft: multirotor('carry', 10, 5, 11, 18),
    count: 8,
    motorG: [90, 260],
    cells: [6, 12],
    size: [15, 22],
    ah: [10, 22],
    escA: [30, 60]
  },
  {
    name: 'fast boat, 0.42 m',
    craft: boat('planing-mono', 1, 0.58, 0.42, 4, 0.034),
    motorG: [75, 250],
    cells: [2, 3],
    size: [28, 35],
    ah: [2.2, 5],
    escA: [45, 70]
  },
  {
    name: 'fast boat, 0.75 m',
    craft: boat('planing-mono', 2.7, 1.55, 0.74, 4, 0.044),
    motorG: [185, 420],
    cells: [4, 4],
    size: [36, 42],
    ah: [4, 6],
    escA: [90, 120]
  },
  {
    name: 'fast boat, 0.95 m',
    craft: boat('planing-mono', 5.2, 2.8, 0.94, 4, 0.055),
    motorG: [400, 1100],
    cells: [6, 12],
    size: [42, 55],
    ah: [5, 10],
    escA: [130, 300]
  },
  {
    name: 'tug, 0.65 m',
    craft: boat('displacement', 4.5, 3.6, 0.64, 40, 0.05),
    motorG: [100, 300],
    cells: [2, 4],
    size: [40, 70],
    ah: [5, 12],
    escA: [20, 60]
  },
  {
    name: 'tug, 1 m',
    craft: boat('displacement', 11, 9, 1, 30, 0.07),
    motorG: [100, 300],
    cells: [2, 4],
    size: [40, 70],
    ah: [5, 12],
    escA: [20, 60]
  }
];

/** The brief of a first sketch: what is asked when a craft is begun. */
export const sketchBrief = ({ name, craft, count }: TypicalSetup): Brief => ({
  name,
  kind: craft.kind,
  purpose: craft.purpose as string,
  massKg: craft.massKg,
  wingAreaM2: craft.wingAreaM2 ?? null,
  largestPropM: craft.largestPropM ?? null,
  waterlineLengthM: craft.waterlineLengthM ?? null,
  ...(craft.kind === 'boat' ? { hull: craft.hull } : {}),
  ...(count ? { rotors: count } : {}),
  targetSeconds: craft.targetSeconds ?? null
});

interface Chosen {
  readonly motor: { massKg?: number | null };
  readonly battery: { chemistry: string; series: number; capacityAh: number };
  readonly propulsor: { kind: string; diameterM: number };
  readonly esc?: { continuousA?: number | null } | null;
}

/** What of a setup an old hand would shake his head at, in words; empty where he nods. */
export function strange(setup: Chosen, typical: TypicalSetup): string[] {
  const outside = (what: string, value: number, [least, most]: Range): string[] =>
    value < least * 0.995 || value > most * 1.005 ? [`${what} ${Number(value.toPrecision(3))}`] : [];
  const { battery, propulsor } = setup;
  const round = battery.chemistry !== 'lipo';
  return [
    ...outside('motor g', 1000 * (setup.motor.massKg ?? 0), typical.motorG),
    ...outside('cells', battery.series, typical.cells),
    ...outside('size', propulsor.diameterM / (propulsor.kind === 'propeller' ? 0.0254 : 0.001), typical.size),
    ...(round ? (typical.roundCells ? [] : ['round cells']) : outside('Ah', battery.capacityAh, typical.ah)),
    ...outside('ESC A', setup.esc?.continuousA ?? 0, typical.escA)
  ];
}

/** Whether a shelf has at least two parts of each kind that an old hand would take for a brief. */
export function isOnShelf(shelf: SearchShelf, typical: TypicalSetup): boolean {
  const { craft } = typical;
  const inside = (value: number, [least, most]: Range): boolean => value >= least && value <= most;
  const isFan = craft.purpose === 'jet';
  const isRotor = craft.kind === 'multirotor';
  const screw = craft.hull === 'displacement' ? 'submerged-screw' : 'surface-drive';
  const kind = craft.kind === 'boat' ? screw : isFan ? 'ducted-fan' : 'propeller';
  const motors = (shelf.motor ?? []).filter(
    (m) =>
      inside(1000 * (m.massKg ?? 0), typical.motorG) &&
      (m.cooling === 'water') === (craft.hull === 'planing-mono') &&
      (!isFan || m.poles === 6)
  );
  const packs = (shelf.battery ?? []).filter(
    (b) => inside(b.series, typical.cells) && b.chemistry === 'lipo' && inside(b.capacityAh, typical.ah)
  );
  const propulsors = (shelf.propulsor ?? []).filter(
    (p) =>
      p.kind === kind &&
      (p.kind !== 'propeller' || (p.family ?? '').startsWith('multirotor') === isRotor) &&
      p.diameterM <= (craft.largestPropM ?? Infinity) * 1.001 &&
      inside((p.diameterM / (p.kind === 'propeller' ? 0.0254 : 0.001)) * 1.0001, typical.size)
  );
  const escs = (shelf.esc ?? []).filter(
    (e) => inside(e.continuousA ?? 0, typical.escA) && (e.maxSeries ?? 0) >= typical.cells[0]
  );
  return (
    [motors, packs, escs].every((list) => list.length >= 2) && propulsors.length >= (isFan || isRotor ? 1 : 2)
  );
}
