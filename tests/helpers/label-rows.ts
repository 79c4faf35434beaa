import type { Battery, Esc, Motor, Propulsor } from '../../src/lib/core/document/schema.ts';
import type { SearchShelf } from '../../src/lib/core/search/search-request.ts';

/** Parts from rows of what their labels say. Names are figures only. */

const INCH = 0.0254;
const metres = (inches: number): number => Number((inches * INCH).toPrecision(6));

export type MotorRow = readonly [
  grams: number,
  kv: number,
  maxA: number,
  maxW: number,
  milliohm: number,
  noLoadA: number,
  poles: number,
  cooling?: 'water'
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

export type Family = 'thin-electric' | 'sport' | 'slow-flyer' | 'multirotor' | 'folding';
/** Family, then diameter × pitch in inches and, where they are not two, the blades. */
export type PropellerRows = readonly (readonly [
  Family,
  readonly (readonly [diameter: number, pitch: number, blades?: number])[]
])[];
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

const fan = (millimetres: number, blades: number): Propulsor => ({
  kind: 'ducted-fan',
  name: `fan of ${millimetres} mm, ${blades} blades`,
  diameterM: millimetres / 1000,
  blades
});

export type LipoRow = readonly [cells: number, ah: number, c: number, grams: number];
/** Cells in series and in parallel, Ah, C, grams. */
export type LiionRow = readonly [series: number, parallel: number, ah: number, c: number, grams: number];
const lipo = ([series, capacityAh, continuousC, grams]: LipoRow): Battery => ({
  name: `${series}S ${capacityAh} Ah ${continuousC}C`,
  chemistry: 'lipo',
  series,
  parallel: 1,
  capacityAh,
  continuousC,
  burstC: 2 * continuousC,
  massKg: grams / 1000
});
const liion = ([series, parallel, capacityAh, continuousC, grams]: LiionRow): Battery => ({
  name: `${series}S${parallel}P ${capacityAh} Ah round cells`,
  chemistry: 'liion',
  series,
  parallel,
  capacityAh,
  continuousC,
  massKg: grams / 1000
});

/** Continuous and burst amps, most cells, grams, amps of the receiver's supply and its kind. */
export type EscRow = readonly [
  continuousA: number,
  burstA: number,
  maxSeries: number,
  grams: number,
  becA: number,
  becKind: 'linear' | 'switching' | 'none'
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

/** Rows of labels, a kind of part each. */
export interface LabelRows {
  readonly motors: readonly MotorRow[];
  readonly propellers: PropellerRows;
  /** Submerged screws, of two pitches each, and surface-piercing ones, mm. */
  readonly screws: readonly number[];
  readonly surface: readonly number[];
  readonly fans?: readonly (readonly [millimetres: number, blades: number])[];
  readonly lipo: readonly LipoRow[];
  readonly liion: readonly LiionRow[];
  readonly escs: readonly EscRow[];
}

export const shelfOfRows = (rows: LabelRows): SearchShelf => ({
  motor: rows.motors.map(motor),
  propulsor: [
    ...rows.propellers.flatMap(([family, sizes]) => sizes.map(propeller(family))),
    ...rows.screws.flatMap((d) => [screw(d, 0.8), screw(d, 1.1)]),
    ...rows.surface.map(surface),
    ...(rows.fans ?? []).map(([millimetres, blades]) => fan(millimetres, blades))
  ],
  battery: [...rows.lipo.map(lipo), ...rows.liion.map(liion)],
  esc: rows.escs.map(esc)
});
