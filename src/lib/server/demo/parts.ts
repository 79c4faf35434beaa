import { INCH_M } from '../../core/units/convert.ts';
import type { MakersRow } from '../../core/document/makers-row.ts';
import { GRAVITY_MS2 } from '../../core/units/constants.ts';
import type { Battery, Esc, Motor, Propulsor, ReceiverSupply } from '../../core/document/schema.ts';
import { estimateNoLoadCurrentA, estimateWindingOhm } from '../../core/parts/motor/estimate.ts';

/**
 * The shelf of the invented club. Every name is invented; figures are such as real labels carry: terminal resistance at
 * rest and no-load current follow from mass, KV and poles, with a few per cent of scatter.
 */
export interface DemoPart<T> {
  name: string;
  document: T;
  owned: boolean;
  note?: string;
}

const tidy = (value: number, digits = 2): number => Number(value.toPrecision(digits));

/** Plug of an ESC that gives so many amps; boards for rotors are soldered. */
const escPlug = (amps: number): Esc['connector'] =>
  amps <= 18 ? 'moulded-2' : amps <= 60 ? 'moulded-3.5' : amps < 150 ? 'moulded-4.5' : 'bullets-8';
/** Plug of a pack by its size. */
const packPlug = (series: number, ah: number): Battery['connector'] =>
  ah < 1 ? 'moulded-2' : series >= 10 ? 'bullets-8' : ah >= 8 ? 'moulded-4.5' : 'moulded-3.5';
/** Bullets of a motor of so many amps. */
const bulletsFor = (amps: number): Motor['connector'] =>
  amps < 22 ? 'soldered' : amps < 48 ? 'bullets-3.5' : amps < 80 ? 'bullets-4' : 'bullets-5.5';

function motor(
  name: string,
  kv: number,
  grams: number,
  amps: number,
  watts: number,
  poles: number,
  scatter: number,
  owned = true,
  testV = 10
): DemoPart<Motor> {
  return {
    name,
    owned,
    document: {
      name,
      kvRpmPerVolt: kv,
      resistanceOhm: tidy(
        estimateWindingOhm(kv, grams / 1000, poles <= 6 ? 'inrunner' : 'outrunner') * scatter
      ),
      noLoadCurrentA: tidy(estimateNoLoadCurrentA(kv, grams / 1000, poles) * (2 - scatter)),
      noLoadVoltageV: testV,
      maxCurrentA: amps,
      maxPowerW: watts,
      massKg: grams / 1000,
      poles,
      connector: bulletsFor(amps)
    }
  };
}

export const MOTORS: DemoPart<Motor>[] = [
  motor('Sedge 1104-7500', 7500, 6, 8, 60, 12, 0.95, true, 5),
  motor('Sedge 1507-3800', 3800, 15, 17, 260, 14, 1.0),
  motor('Sedge 2207-1900', 1900, 33, 38, 850, 14, 0.9),
  motor('Rush 2212-920', 920, 56, 20, 300, 14, 0.85),
  motor('Rush 2812-1100', 1100, 73, 24, 350, 14, 0.95),
  motor('Rush 2814-900', 900, 106, 38, 560, 14, 0.9),
  motor('Rush 3536-910', 910, 102, 40, 600, 14, 1.05),
  motor('Mere 3548-820', 820, 160, 50, 800, 14, 0.95),
  motor('Mere 3548-1050', 1050, 158, 58, 860, 14, 1.0, false),
  motor('Mere 4130-380', 380, 150, 35, 800, 24, 0.6),
  motor('Mere 4240-750', 750, 195, 62, 1000, 14, 1.0),
  motor('Mere 5010-320', 320, 125, 30, 650, 28, 0.55),
  motor('Sluice 2840-3150', 3150, 105, 60, 900, 4, 0.95),
  motor('Sluice 3650-1900', 1900, 190, 70, 1100, 4, 0.9),
  motor('Sluice 4082-600', 600, 620, 130, 5200, 6, 1.1, true, 20),
  motor('Lock 3530-550', 550, 95, 25, 300, 14, 1.0)
];

function prop(
  diameterIn: number,
  pitchIn: number,
  family: 'thin-electric' | 'sport' | 'slow-flyer' | 'multirotor' | 'folding',
  blades = 2,
  owned = true
): DemoPart<Propulsor> {
  const title = {
    'thin-electric': 'thin',
    sport: 'sport',
    'slow-flyer': 'slow',
    multirotor: 'rotor',
    folding: 'folding'
  };
  const name = `${diameterIn} × ${pitchIn}${blades === 2 ? '' : ` × ${blades}`} ${title[family]}`;
  return {
    name,
    owned,
    document: {
      kind: 'propeller',
      name,
      diameterM: tidy(diameterIn * INCH_M, 6),
      pitchM: tidy(pitchIn * INCH_M, 6),
      blades,
      family
    }
  };
}

export const PROPULSORS: DemoPart<Propulsor>[] = [
  prop(3, 2, 'thin-electric'),
  prop(3, 3, 'multirotor', 3),
  prop(3, 1.8, 'multirotor', 2),
  prop(5, 4.3, 'multirotor', 3),
  prop(7, 4, 'thin-electric'),
  prop(8, 4, 'thin-electric'),
  prop(8, 6, 'thin-electric'),
  prop(9, 4.5, 'thin-electric'),
  prop(9, 6, 'thin-electric'),
  prop(9.4, 4.3, 'multirotor'),
  prop(10, 4.7, 'slow-flyer'),
  prop(10, 5, 'thin-electric'),
  prop(11, 5.5, 'thin-electric'),
  prop(11, 7, 'sport'),
  prop(11, 8, 'folding'),
  prop(12, 6, 'thin-electric'),
  prop(12, 6, 'folding'),
  prop(13, 5.5, 'thin-electric'),
  prop(13, 6.5, 'thin-electric', 2, false),
  prop(13, 8, 'folding'),
  prop(14, 7, 'thin-electric', 2, false),
  prop(15, 5, 'multirotor'),
  prop(16, 5.4, 'multirotor', 2, false),
  prop(16, 8, 'folding', 2, false),
  {
    name: '64 mm fan, 11 blades',
    owned: true,
    document: {
      kind: 'ducted-fan',
      name: '64 mm fan, 11 blades',
      diameterM: 0.064,
      hubDiameterM: 0.027,
      blades: 11
    }
  },
  {
    name: '70 mm fan, 12 blades',
    owned: false,
    document: {
      kind: 'ducted-fan',
      name: '70 mm fan, 12 blades',
      diameterM: 0.07,
      hubDiameterM: 0.029,
      blades: 12
    }
  },
  {
    name: '60 mm 3-blade screw',
    owned: true,
    document: {
      kind: 'submerged-screw',
      name: '60 mm 3-blade screw',
      diameterM: 0.06,
      pitchM: 0.06,
      blades: 3,
      expandedAreaRatio: 0.5
    }
  },
  {
    name: '50 mm 3-blade screw',
    owned: true,
    document: {
      kind: 'submerged-screw',
      name: '50 mm 3-blade screw',
      diameterM: 0.05,
      pitchM: 0.04,
      blades: 3,
      expandedAreaRatio: 0.5
    }
  },
  {
    name: '42 mm × 1.4 surface screw',
    owned: true,
    document: {
      kind: 'surface-drive',
      name: '42 mm × 1.4 surface screw',
      diameterM: 0.042,
      pitchM: 0.0588,
      blades: 2,
      immersion: 0.5
    }
  },
  {
    name: '45 mm × 1.4 surface screw',
    owned: true,
    document: {
      kind: 'surface-drive',
      name: '45 mm × 1.4 surface screw',
      diameterM: 0.045,
      pitchM: 0.063,
      blades: 2,
      immersion: 0.5
    }
  }
];

function esc(
  name: string,
  amps: number,
  burst: number,
  few: number,
  many: number,
  becA: number | null,
  owned = true,
  grams = amps
): DemoPart<Esc> {
  return {
    name,
    owned,
    document: {
      name,
      continuousA: amps,
      burstA: burst,
      minSeries: few,
      maxSeries: many,
      maxVoltageV: tidy(many * 4.35, 4),
      resistanceOhm: tidy(0.1 / amps),
      massKg: grams / 1000,
      maxElectricalRpm: 300000,
      ...(name.startsWith('Quadrant')
        ? { motorConnector: 'soldered' as const }
        : { connector: name.includes('reversing') ? ('bullets-4' as const) : escPlug(amps) }),
      ...(becA === null
        ? { becKind: 'none' as const }
        : { becV: 5, becA, becKind: amps < 25 ? ('linear' as const) : ('switching' as const) })
    }
  };
}

export const ESCS: DemoPart<Esc>[] = [
  esc('Weir 6', 6, 8, 1, 2, 1, true, 4),
  esc('Weir 18', 18, 22, 2, 4, 2),
  esc('Weir 30', 30, 40, 2, 4, 3),
  esc('Weir 40', 40, 55, 2, 6, 5),
  esc('Weir 50', 50, 65, 2, 6, 5),
  esc('Weir 60', 60, 80, 2, 6, 5, false),
  esc('Weir 80', 80, 100, 3, 6, 7, false),
  esc('Quadrant 12', 12, 16, 3, 6, null, true, 4),
  esc('Quadrant 18', 18, 25, 3, 6, null, true, 4),
  esc('Quadrant 25', 25, 35, 3, 6, null, true, 5),
  esc('Quadrant 45', 45, 55, 3, 8, null, false, 7),
  esc('Tide 160', 160, 200, 4, 14, null, true, 190),
  esc('Tide 50 reversing', 50, 70, 2, 4, 3, true, 70)
];

function pack(
  series: number,
  ah: number,
  c: number,
  grams: number,
  milliohm: number,
  owned = true,
  parallel = 1,
  chemistry: Battery['chemistry'] = 'lipo'
): DemoPart<Battery> {
  const kind = chemistry === 'lipo' ? '' : chemistry === 'liion' ? ' Li-ion' : ` ${chemistry}`;
  const name = `Tarn ${series}S ${ah} Ah ${c}C${kind}`;
  return {
    name,
    owned,
    document: {
      name,
      chemistry,
      series,
      parallel,
      capacityAh: ah,
      continuousC: c,
      burstC: 2 * c,
      connector: packPlug(series, ah),
      cellResistanceOhm: milliohm / 1000,
      massKg: grams / 1000
    }
  };
}

export const PACKS: DemoPart<Battery>[] = [
  pack(1, 0.15, 25, 4.5, 120),
  pack(2, 5, 30, 265, 3.2),
  pack(3, 1.3, 45, 115, 8),
  pack(3, 2.2, 30, 185, 5.5),
  pack(3, 3, 30, 235, 4.2),
  pack(4, 0.65, 60, 76, 14),
  pack(4, 2.2, 35, 245, 5),
  pack(4, 3.3, 30, 345, 4),
  pack(4, 5, 30, 505, 2.6),
  pack(5, 3.3, 30, 430, 4, false),
  pack(6, 5, 40, 740, 2.4),
  pack(6, 10, 25, 1290, 1.4),
  pack(6, 10.5, 8, 890, 22, true, 3, 'liion'),
  pack(12, 5, 50, 1500, 2.2)
];

/** What a charger showed of a pack in the course of a year, mΩ a cell at so many °C. Invented. */
export const PACK_RECORDS: readonly {
  readonly pack: string;
  readonly heldAt: string;
  readonly milliohms: readonly number[];
  readonly temperatureC: number;
  readonly cycles: number | null;
  readonly note: string;
}[] = [
  ['2025-09-06', [5.6, 5.8, 5.5], 21, 4, 'new'],
  ['2026-01-17', [7.4, 7.9, 7.2], 9, null, 'cold shed'],
  ['2026-04-03', [6.6, 7.3, 6.4], 17, null, ''],
  ['2026-08-22', [8.5, 10.6, 8.3], 24, null, 'second cell lags on the charger']
].map(([day, milliohms, temperatureC, cycles, note]) => ({
  pack: 'Tarn 3S 3 Ah 30C',
  heldAt: `${day as string}T18:00:00Z`,
  milliohms: milliohms as number[],
  temperatureC: temperatureC as number,
  cycles: cycles as number | null,
  note: note as string
}));

/** What the club measured on its bench, by part: figures that differ from the label as real ones do. */
export const MEASURED: Record<string, Record<string, number>> = {
  'Rush 2814-900': { kvRpmPerVolt: 868, massKg: 0.109 },
  'Rush 3536-910': {
    kvRpmPerVolt: 842,
    resistanceOhm: 0.044,
    noLoadCurrentA: 1.5,
    noLoadVoltageV: 11.1,
    massKg: 0.114
  },
  'Tarn 3S 2.2 Ah 30C': { capacityAh: 1.98, cellResistanceOhm: 0.0079 }
};

export const RECEIVER_SUPPLIES: DemoPart<ReceiverSupply>[] = [
  {
    name: 'Rill 5 V 3 A',
    owned: true,
    document: {
      kind: 'switching',
      outputV: 5,
      continuousA: 3,
      minVoltageV: 6,
      maxVoltageV: 26,
      massKg: 0.009
    }
  },
  {
    name: 'Rill 6 V 8 A',
    owned: false,
    document: {
      kind: 'switching',
      outputV: 6,
      continuousA: 8,
      minVoltageV: 7,
      maxVoltageV: 52,
      massKg: 0.028
    }
  },
  {
    name: 'Rill linear 5 V 1.5 A',
    owned: true,
    document: {
      kind: 'linear',
      outputV: 5,
      continuousA: 1.5,
      minVoltageV: 5.5,
      maxVoltageV: 13,
      massKg: 0.005
    }
  },
  {
    name: 'Receiver pack 4.8 V',
    owned: true,
    note: 'four NiMH cells of its own, for the workboat',
    document: { kind: 'own-pack', outputV: 4.8, continuousA: 3, massKg: 0.098 }
  }
];

const inch = (value: number): number => Number((value * INCH_M).toPrecision(6));

/** One published row: volts, propeller in inches, amps, watts, grams, rpm. */
function row(
  line: number,
  volts: number,
  [d, p]: [number, number],
  amps: number,
  watts: number,
  grams: number,
  rpm: number
): MakersRow {
  return {
    line,
    volts,
    propText: `${d}x${p}`,
    diameterM: inch(d),
    pitchM: inch(p),
    blades: 2,
    throttle: 1,
    amps,
    watts,
    thrustN: (grams * GRAVITY_MS2) / 1000,
    rpm
  };
}

/** Tables as the invented maker prints them: a little hopeful on thrust, and one row with a slipped digit. */
export const MAKERS_TABLES: { motor: string; title: string; rows: MakersRow[] }[] = [
  {
    motor: 'Rush 2814-900',
    title: 'leaflet in the box',
    rows: [
      row(2, 11.1, [11, 5.5], 22.8, 253, 1480, 8150),
      row(3, 11.1, [12, 6], 28.9, 321, 1780, 7480),
      row(4, 14.8, [10, 5], 26.4, 391, 1930, 11200),
      row(5, 14.8, [11, 5.5], 36.2, 583, 2400, 10350)
    ]
  },
  {
    motor: 'Rush 2212-920',
    title: 'leaflet in the box',
    rows: [
      row(2, 11.1, [9, 4.7], 9.6, 107, 690, 8350),
      row(3, 11.1, [10, 4.5], 12.3, 137, 860, 7800),
      row(4, 14.8, [8, 4], 10.1, 149, 800, 11600)
    ]
  }
];
