import type { Battery, Esc, Motor, Propulsor } from '../../src/lib/core/document/schema.ts';
import type { SearchShelf } from '../../src/lib/core/search/search-request.ts';

/**
 * The shelf of a whole club, some hundred and thirty parts, with the figures that labels of their kind carry: written down from
 * memory of labels, before anything was searched, and fitted to nothing. Names are figures only.
 */

const INCH = 0.0254;
const metres = (inches: number): number => Number((inches * INCH).toPrecision(6));

type MotorRow = readonly [
  grams: number,
  kv: number,
  maxA: number,
  maxW: number,
  milliohm: number,
  noLoadA: number,
  poles: number,
  cooling?: 'water'
];

// grams, KV, amps and watts of the label, milliohm, no-load amps at 10 V, magnet poles
const MOTOR_ROWS: readonly MotorRow[] = [
  // aeroplanes
  [10, 2300, 5, 40, 390, 0.35, 12],
  [18, 1800, 8, 85, 200, 0.5, 12],
  [24, 1500, 10, 110, 165, 0.6, 12],
  [28, 2200, 16, 170, 90, 1.0, 12],
  [38, 1400, 15, 165, 95, 0.8, 14],
  [42, 2800, 28, 300, 38, 1.9, 12],
  [52, 1000, 15, 180, 110, 0.7, 14],
  [55, 1350, 21, 230, 66, 1.1, 14],
  [72, 1100, 23, 300, 52, 1.1, 14],
  [78, 900, 20, 270, 72, 0.8, 14],
  [86, 1250, 32, 390, 36, 1.6, 14],
  [104, 900, 36, 500, 37, 1.3, 14],
  [108, 1080, 42, 560, 27, 1.8, 14],
  [112, 700, 30, 450, 55, 0.9, 14],
  [130, 840, 42, 620, 28, 1.5, 14],
  [142, 1000, 50, 720, 19, 2.1, 14],
  [156, 700, 45, 720, 30, 1.4, 14],
  [172, 900, 58, 860, 16, 2.3, 14],
  [198, 650, 55, 950, 24, 1.6, 14],
  [205, 500, 45, 900, 38, 1.1, 14],
  [236, 560, 60, 1250, 22, 1.8, 14],
  [286, 480, 65, 1500, 20, 1.7, 14],
  [300, 410, 62, 1450, 26, 1.4, 14],
  [335, 520, 80, 1850, 15, 2.2, 14],
  [375, 390, 75, 1950, 21, 1.6, 14],
  [425, 320, 80, 2200, 24, 1.3, 14],
  [630, 260, 90, 3000, 23, 1.4, 14],
  // rotors
  [8, 4500, 10, 110, 120, 0.8, 12],
  [12, 3900, 14, 200, 95, 1.0, 12],
  [15, 3600, 18, 260, 75, 1.1, 12],
  [31, 2400, 40, 650, 40, 1.7, 14],
  [33, 1850, 38, 850, 58, 1.3, 14],
  [41, 1300, 34, 780, 75, 1.0, 14],
  [47, 1700, 40, 640, 48, 1.3, 14],
  [54, 920, 20, 290, 110, 0.6, 14],
  [62, 750, 18, 330, 130, 0.5, 14],
  [70, 880, 25, 400, 85, 0.8, 14],
  [88, 420, 20, 430, 170, 0.4, 24],
  [112, 380, 26, 580, 120, 0.6, 24],
  [144, 340, 34, 780, 80, 0.9, 28],
  [178, 320, 38, 880, 65, 1.0, 28],
  [232, 170, 34, 1500, 140, 0.7, 28],
  // boats
  [92, 3200, 50, 550, 13, 2.3, 4, 'water'],
  [96, 3900, 60, 600, 9, 3.0, 4, 'water'],
  [185, 2000, 70, 1100, 13, 2.4, 4, 'water'],
  [248, 1800, 100, 1700, 7.5, 3.2, 4, 'water'],
  [310, 1500, 120, 2600, 7, 3.4, 4, 'water'],
  [440, 1050, 130, 3200, 8, 3.0, 4, 'water'],
  [590, 600, 140, 5200, 12, 2.4, 4, 'water'],
  [118, 500, 22, 260, 80, 0.6, 14],
  [160, 350, 20, 300, 110, 0.5, 14],
  [210, 270, 20, 320, 130, 0.5, 14],
  [290, 220, 22, 400, 120, 0.6, 14]
];

const motor = ([grams, kv, maxA, maxW, milliohm, noLoadA, poles, cooling]: MotorRow): Motor => ({
  name: `${grams} g, ${kv} KV`,
  kvRpmPerVolt: kv,
  resistanceOhm: milliohm / 1000,
  noLoadCurrentA: noLoadA,
  noLoadVoltageV: 10,
  maxCurrentA: maxA,
  maxPowerW: maxW,
  massKg: grams / 1000,
  poles,
  ...(cooling ? { cooling } : {})
});

type Family = 'thin-electric' | 'sport' | 'slow-flyer' | 'multirotor' | 'folding';
// family, then diameter × pitch in inches and, where they are not two, the blades
const PROPELLER_ROWS: readonly (readonly [Family, readonly (readonly [number, number, number?])[]])[] = [
  [
    'thin-electric',
    [
      [4.75, 4.75],
      [5, 5],
      [5.5, 4.5],
      [6, 4],
      [6, 5.5],
      [7, 5],
      [8, 4],
      [8, 6],
      [9, 4.5],
      [9, 6],
      [10, 5],
      [10, 7],
      [11, 5.5],
      [11, 8],
      [12, 6],
      [12, 8],
      [13, 6.5],
      [13, 8],
      [14, 7],
      [14, 10],
      [15, 8],
      [16, 8],
      [17, 8],
      [18, 10]
    ]
  ],
  [
    'slow-flyer',
    [
      [7, 3.5],
      [8, 3.8],
      [9, 4.7],
      [10, 4.7],
      [11, 4.7],
      [12, 3.8]
    ]
  ],
  [
    'folding',
    [
      [8, 5],
      [9, 5],
      [10, 6],
      [11, 6],
      [12, 6.5],
      [13, 7],
      [14, 8],
      [16, 8]
    ]
  ],
  [
    'multirotor',
    [
      [3, 2.5, 3],
      [3, 3, 3],
      [5, 4.3, 3],
      [5.1, 4.6, 3],
      [7, 3.5],
      [7, 4, 3],
      [9.4, 4.3],
      [10, 4.5],
      [13, 4.4],
      [15, 5],
      [16, 5.4],
      [18, 6.1],
      [22, 7]
    ]
  ]
];

const propeller =
  (family: Family) =>
  ([diameter, pitch, blades = 2]: readonly [number, number, number?]): Propulsor => ({
    kind: 'propeller',
    name: `${diameter} × ${pitch}${blades === 2 ? '' : ` × ${blades}`} ${family}`,
    diameterM: metres(diameter),
    pitchM: metres(pitch),
    blades,
    family
  });

const screw = (millimetres: number, ratio: number): Propulsor => ({
  kind: 'submerged-screw',
  name: `screw of ${millimetres} mm, ${ratio}`,
  diameterM: millimetres / 1000,
  pitchM: Number(((ratio * millimetres) / 1000).toPrecision(3)),
  blades: 3,
  expandedAreaRatio: 0.5
});
const surface = (millimetres: number): Propulsor => ({
  kind: 'surface-drive',
  name: `surface screw of ${millimetres} mm`,
  diameterM: millimetres / 1000,
  pitchM: Number(((1.4 * millimetres) / 1000).toPrecision(3)),
  blades: 2,
  immersion: 0.5
});

// cells, Ah, C, grams
const LIPO_ROWS: readonly (readonly [number, number, number, number])[] = [
  [2, 0.45, 45, 28],
  [2, 0.8, 30, 48],
  [2, 1.3, 30, 78],
  [2, 5, 50, 270],
  [3, 0.45, 75, 42],
  [3, 0.85, 45, 76],
  [3, 1.3, 30, 115],
  [3, 1.8, 35, 152],
  [3, 2.2, 30, 182],
  [3, 2.6, 35, 215],
  [3, 3.3, 30, 270],
  [3, 5, 30, 395],
  [3, 8, 20, 560],
  [4, 0.65, 75, 78],
  [4, 1.3, 100, 155],
  [4, 1.5, 120, 182],
  [4, 1.8, 45, 196],
  [4, 2.2, 35, 240],
  [4, 2.6, 35, 282],
  [4, 3, 40, 325],
  [4, 3.3, 30, 350],
  [4, 4, 30, 425],
  [4, 5, 45, 520],
  [4, 10, 20, 900],
  [5, 4, 30, 530],
  [6, 1.1, 120, 200],
  [6, 1.3, 100, 228],
  [6, 2.2, 35, 355],
  [6, 3.3, 35, 520],
  [6, 4, 30, 625],
  [6, 5, 35, 780],
  [6, 8, 20, 1120],
  [6, 10, 20, 1350],
  [6, 16, 15, 1950],
  [6, 22, 15, 2600],
  [12, 16, 15, 3900]
];
// cells in series and in parallel, Ah, C, grams: cells of 18 or 21 mm
const LIION_ROWS: readonly (readonly [number, number, number, number, number])[] = [
  [3, 1, 3, 8, 150],
  [3, 2, 7, 7, 300],
  [4, 1, 4.2, 8, 290],
  [4, 2, 8.4, 8, 570],
  [6, 1, 4.2, 8, 430],
  [6, 2, 8.4, 8, 850],
  [6, 3, 12.6, 8, 1270],
  [6, 4, 16.8, 8, 1690]
];

const BATTERIES: readonly Battery[] = [
  ...LIPO_ROWS.map(([series, capacityAh, continuousC, grams]): Battery => ({
    name: `${series}S ${capacityAh} Ah ${continuousC}C`,
    chemistry: 'lipo',
    series,
    parallel: 1,
    capacityAh,
    continuousC,
    burstC: 2 * continuousC,
    massKg: grams / 1000
  })),
  ...LIION_ROWS.map(([series, parallel, capacityAh, continuousC, grams]): Battery => ({
    name: `${series}S${parallel}P ${capacityAh} Ah round cells`,
    chemistry: 'liion',
    series,
    parallel,
    capacityAh,
    continuousC,
    massKg: grams / 1000
  }))
];

// continuous and burst amps, most cells, grams, amps of the receiver's supply and its kind
type EscRow = readonly [number, number, number, number, number, 'linear' | 'switching' | 'none'];
const ESC_ROWS: readonly EscRow[] = [
  [8, 10, 2, 7, 1, 'linear'],
  [12, 15, 3, 10, 2, 'linear'],
  [18, 22, 3, 18, 2, 'linear'],
  [20, 25, 4, 20, 3, 'switching'],
  [30, 40, 4, 30, 3, 'switching'],
  [40, 50, 4, 38, 5, 'switching'],
  [50, 65, 6, 48, 5, 'switching'],
  [60, 80, 6, 62, 5, 'switching'],
  [80, 100, 6, 84, 8, 'switching'],
  [100, 120, 6, 100, 8, 'switching'],
  [130, 160, 12, 150, 0, 'none'],
  [160, 200, 12, 180, 0, 'none'],
  [15, 20, 4, 6, 0, 'none'],
  [25, 35, 4, 8, 0, 'none'],
  [35, 45, 6, 10, 0, 'none'],
  [45, 55, 6, 12, 0, 'none'],
  [40, 60, 12, 38, 0, 'none'],
  [70, 90, 4, 78, 3, 'switching'],
  [120, 180, 6, 122, 5, 'switching']
];

const esc = ([continuousA, burstA, maxSeries, grams, becA, becKind]: EscRow): Esc => ({
  name: `${continuousA} A to ${maxSeries}S${becA === 0 ? ', no supply' : ''}`,
  continuousA,
  burstA,
  minSeries: 2,
  maxSeries,
  massKg: grams / 1000,
  becKind,
  ...(becA === 0 ? {} : { becV: 5, becA })
});

export const CLUB_SHELF: SearchShelf = {
  motor: MOTOR_ROWS.map(motor),
  propulsor: [
    ...PROPELLER_ROWS.flatMap(([family, rows]) => rows.map(propeller(family))),
    ...[35, 42, 50, 60].flatMap((d) => [screw(d, 0.8), screw(d, 1.1)]),
    ...[30, 33, 36, 40, 44, 48, 55].map(surface)
  ],
  battery: BATTERIES,
  esc: ESC_ROWS.map(esc)
};
