import type { Battery, Esc, Motor, Propulsor, ReceiverSupply } from '../../src/lib/core/document/schema.ts';
import { seededRandom } from '../../src/lib/core/numeric/random.ts';
import { estimateNoLoadCurrentA, estimateWindingOhm } from '../../src/lib/core/parts/motor/estimate.ts';
import type { SearchBrief, SearchLimits } from '../../src/lib/core/search/search-request.ts';
import type { SearchPart, SearchParts } from '../../src/lib/core/search/space.ts';

/** A search to be tried: a brief, a shelf and limits. */
export interface SearchCase {
  readonly name: string;
  readonly brief: SearchBrief;
  readonly parts: SearchParts;
  readonly limits: SearchLimits;
}

/** How many parts of each kind. */
interface Counts {
  readonly motor: number;
  readonly propulsor: number;
  readonly battery: number;
  readonly esc: number;
}

/** What the parts of a made shelf lie between: as labels print them. Invented. */
interface Range {
  readonly grams: readonly [number, number];
  /** KV × cells of a motor of 100 g; lighter ones turn faster. */
  readonly kvCells: readonly [number, number];
  readonly poles: readonly number[];
  readonly cells: readonly number[];
  readonly ah: readonly [number, number];
  readonly amps: readonly number[];
  readonly propulsor: (random: () => number) => Propulsor;
}

const INCH = 0.0254;
const pickOf =
  (random: () => number) =>
  <T>(list: readonly T[]): T =>
    list[Math.floor(random() * list.length)];
const spreadOf =
  (random: () => number) =>
  (low: number, high: number): number =>
    low * (high / low) ** random();
const digits = (value: number, n = 2): number => Number(value.toPrecision(n));

const propeller =
  (inches: readonly [number, number], slope: readonly [number, number], family: string | undefined) =>
  (random: () => number): Propulsor => {
    const diameter = Math.round(2 * spreadOf(random)(...inches)) / 2;
    const pitch = Math.round(2 * diameter * (slope[0] + (slope[1] - slope[0]) * random())) / 2;
    return {
      kind: 'propeller',
      diameterM: digits(diameter * INCH, 4),
      pitchM: digits(pitch * INCH, 4),
      blades: random() < 0.8 ? 2 : 3,
      ...(family ? { family: family as 'sport' } : {}),
      ...(random() < 0.5 ? { massKg: digits(0.0001 * diameter ** 2) } : {}),
      ...(random() < 0.3 ? { boreM: 0.006 } : {})
    };
  };

export const RANGES = {
  aeroplane: {
    grams: [60, 220],
    kvCells: [2200, 5200],
    poles: [14],
    cells: [2, 3, 3, 4, 4, 5],
    ah: [1.3, 5],
    amps: [30, 40, 50, 60, 80],
    propulsor: propeller([8, 13], [0.4, 0.8], 'thin-electric')
  },
  jet: {
    grams: [70, 200],
    kvCells: [9000, 14000],
    poles: [4, 6],
    cells: [3, 4, 6],
    ah: [1.8, 5],
    amps: [40, 60, 80, 100],
    propulsor: (random) => ({
      kind: 'ducted-fan',
      diameterM: pickOf(random)([0.05, 0.064, 0.07, 0.08]),
      blades: pickOf(random)([8, 11, 12]),
      pitchM: null
    })
  },
  multirotor: {
    grams: [25, 90],
    kvCells: [2800, 5600],
    poles: [14],
    cells: [3, 4, 6],
    ah: [1.3, 6],
    amps: [20, 30, 35, 45],
    propulsor: propeller([6, 11], [0.35, 0.6], 'multirotor')
  },
  'fast boat': {
    grams: [180, 420],
    kvCells: [5200, 8200],
    poles: [4, 6],
    cells: [3, 4, 6],
    ah: [3.3, 6.6],
    amps: [60, 90, 120, 150, 180],
    propulsor: (random) => {
      const diameterM = digits(spreadOf(random)(0.035, 0.05), 2);
      return {
        kind: 'surface-drive',
        diameterM,
        pitchM: digits(1.4 * diameterM, 3),
        blades: 2,
        immersion: 0.5
      };
    }
  },
  workboat: {
    grams: [90, 300],
    kvCells: [1500, 6500],
    poles: [14, 24],
    cells: [2, 3, 4],
    ah: [3.3, 10],
    amps: [30, 40, 60, 80],
    propulsor: (random) => {
      const diameterM = digits(spreadOf(random)(0.03, 0.08), 2);
      return {
        kind: 'submerged-screw',
        diameterM,
        pitchM: digits(diameterM * (0.7 + 0.5 * random()), 2),
        blades: 3,
        expandedAreaRatio: 0.55
      };
    }
  }
} satisfies Record<string, Range>;
export type RangeName = keyof typeof RANGES;

const part = <T extends object>(name: string, owned: boolean, document: T): SearchPart<T> => ({
  name,
  owned,
  document: { ...document, name } as T
});

/** A shelf made by chance from a range: some figures missing, as on real labels. */
export function madeShelf(seed: number, range: RangeName, counts: Counts): SearchParts {
  const random = seededRandom(seed);
  const r: Range = RANGES[range];
  const pick = pickOf(random);
  const spread = spreadOf(random);
  const many = <T>(n: number, make: (k: number) => T): T[] => Array.from({ length: n }, (_, k) => make(k));
  const motor = (k: number): SearchPart<Motor> => {
    const massKg = digits(spread(...r.grams) / 1000);
    const poles = pick(r.poles);
    const kvRpmPerVolt = digits((spread(...r.kvCells) / pick(r.cells)) * (0.1 / massKg) ** 0.3);
    const maxCurrentA = Math.round(massKg * spread(220, 420));
    const cells = pick(r.cells);
    return part(`motor ${k}`, random() < 0.7, {
      kvRpmPerVolt,
      ...(random() < 0.9
        ? {
            resistanceOhm: digits(
              estimateWindingOhm(kvRpmPerVolt, massKg, poles <= 6 ? 'inrunner' : 'outrunner') *
                spread(0.85, 1.2)
            )
          }
        : {}),
      ...(random() < 0.9
        ? {
            noLoadCurrentA: digits(estimateNoLoadCurrentA(kvRpmPerVolt, massKg, poles) * spread(0.85, 1.2)),
            noLoadVoltageV: 10
          }
        : {}),
      ...(random() < 0.9 ? { maxCurrentA } : {}),
      ...(random() < 0.8 ? { maxPowerW: Math.round(maxCurrentA * 3.7 * cells) } : {}),
      ...(random() < 0.92 ? { massKg } : {}),
      ...(random() < 0.9 ? { poles } : {}),
      ...(random() < 0.2 ? { maxSeries: cells } : {}),
      ...(random() < 0.3 ? { shaftDiameterM: pick([0.004, 0.005, 0.006, 0.008]) } : {}),
      ...(range === 'fast boat' && random() < 0.8 ? { cooling: 'water' as const } : {})
    });
  };
  const battery = (k: number): SearchPart<Battery> => {
    const series = pick(r.cells);
    const capacityAh = digits(spread(...r.ah));
    const continuousC = pick([20, 25, 30, 35, 45, 60]);
    return part(`pack ${k}`, random() < 0.7, {
      chemistry: pick(['lipo', 'lipo', 'lipo', 'lipo', 'lihv', 'liion', 'lifepo4'] as const),
      series,
      parallel: 1,
      capacityAh,
      ...(random() < 0.93 ? { continuousC, burstC: 2 * continuousC } : {}),
      ...(random() < 0.6 ? { cellResistanceOhm: digits((0.0075 / capacityAh) * spread(0.7, 1.6)) } : {}),
      ...(random() < 0.9 ? { massKg: digits(0.026 * series * capacityAh) } : {})
    });
  };
  const esc = (k: number): SearchPart<Esc> => {
    const continuousA = pick(r.amps);
    const maxSeries = pick([3, 4, 4, 6, 6]);
    return part(`ESC ${k}`, random() < 0.7, {
      ...(random() < 0.96 ? { continuousA } : {}),
      ...(random() < 0.7 ? { burstA: Math.round(1.25 * continuousA) } : {}),
      minSeries: 2,
      ...(random() < 0.95 ? { maxSeries } : {}),
      ...(random() < 0.3 ? { maxElectricalRpm: pick([120000, 240000, 300000]) } : {}),
      ...(random() < 0.4 ? { resistanceOhm: digits(0.1 / continuousA) } : {}),
      ...(random() < 0.4 ? { idleCurrentA: 0.05 } : {}),
      ...(random() < 0.6
        ? { becKind: pick(['linear', 'switching', 'none'] as const), becV: 5, becA: pick([2, 3, 5]) }
        : {}),
      ...(random() < 0.7 ? { massKg: digits(0.0007 * continuousA) } : {})
    });
  };
  const supply = (k: number): SearchPart<ReceiverSupply> =>
    part(`supply ${k}`, true, {
      kind: pick(['switching', 'linear'] as const),
      outputV: 5,
      continuousA: pick([3, 5, 8]),
      minVoltageV: pick([6, 7]),
      maxVoltageV: pick([13, 26]),
      massKg: 0.015
    });
  return {
    motor: many(counts.motor, motor),
    propulsor: many(counts.propulsor, (k) => part(`propulsor ${k}`, random() < 0.8, r.propulsor(random))),
    battery: many(counts.battery, battery),
    esc: many(counts.esc, esc),
    receiverSupply: many(1, supply)
  };
}

const ENVIRONMENT = { altitudeM: 110, airTemperatureC: 18, water: 'fresh', waterTemperatureC: 14 } as const;

/** Briefs that shelves are searched for; invented. */
export const SEARCH_BRIEFS = {
  aeroplane: {
    craft: {
      kind: 'fixed-wing',
      massKg: 1.6,
      purpose: 'sport',
      wingAreaM2: 0.38,
      wingSpanM: 1.7,
      largestPropM: 0.3048,
      targetSeconds: 420,
      receiverCurrentA: 3.2,
      servos: 4
    },
    environment: ENVIRONMENT,
    wiring: { gaugeAwg: 13, leadLengthM: 0.15, connectorA: 60 },
    auxiliaryCurrentA: 0.3
  },
  jet: {
    craft: {
      kind: 'fixed-wing',
      massKg: 1.1,
      airframeMassKg: 0.6,
      purpose: 'jet',
      wingAreaM2: 0.16,
      targetSpeedMs: 32
    },
    environment: ENVIRONMENT,
    wiring: { gaugeAwg: 12, leadLengthM: 0.12, connectorA: 90 }
  },
  multirotor: {
    craft: { kind: 'multirotor', massKg: 1.4, airframeMassKg: 0.45, purpose: 'hover', targetSeconds: 600 },
    environment: ENVIRONMENT,
    wiring: { resistanceOhm: 0.003, connectorA: 60 },
    count: 4,
    auxiliaryCurrentA: 0.5
  },
  'fast boat': {
    craft: {
      kind: 'boat',
      massKg: 2.6,
      purpose: 'speed',
      hull: 'planing-mono',
      waterlineLengthM: 0.68,
      targetSeconds: 200
    },
    environment: ENVIRONMENT,
    wiring: { gaugeAwg: 10, leadLengthM: 0.2, connectorA: 120 }
  },
  workboat: {
    craft: {
      kind: 'boat',
      massKg: 5,
      purpose: 'carry',
      hull: 'displacement',
      waterlineLengthM: 0.9,
      targetSeconds: 1200
    },
    environment: ENVIRONMENT,
    wiring: { gaugeAwg: 12, leadLengthM: 0.3, connectorA: 60 }
  }
} satisfies Record<RangeName, SearchBrief>;

/** Shelves of a few hundred combinations of every kind of craft, with the limits and schools that people set. */
export function shelves(): SearchCase[] {
  const some: Counts = { motor: 4, propulsor: 4, battery: 4, esc: 4 };
  const of = (
    name: string,
    range: RangeName,
    seed: number,
    more: { brief?: Partial<SearchBrief>; limits?: SearchLimits; counts?: Counts } = {}
  ): SearchCase => {
    const { receiverSupply, ...parts } = madeShelf(seed, range, more.counts ?? some);
    return {
      name,
      brief: { ...SEARCH_BRIEFS[range], ...more.brief },
      parts: name.includes('supplies') ? { ...parts, receiverSupply } : parts,
      limits: more.limits ?? {}
    };
  };
  return [
    of('aeroplanes', 'aeroplane', 11),
    of('aeroplanes whose weight follows the parts, two gears', 'aeroplane', 12, {
      brief: {
        craft: {
          ...SEARCH_BRIEFS.aeroplane.craft,
          airframeMassKg: 0.9,
          purpose: 'glider',
          targetSeconds: 900
        }
      },
      limits: { gearRatios: [1, 2.4] },
      counts: { motor: 4, propulsor: 4, battery: 4, esc: 3 }
    }),
    of('aeroplanes with supplies, the stricter schools', 'aeroplane', 13, {
      brief: {
        schools: { 'usable-capacity': 'to the cut-off', 'receiver-supply': 'separate', 'pack-current': '2x' }
      },
      counts: { motor: 4, propulsor: 3, battery: 4, esc: 4 }
    }),
    of('jets', 'jet', 14),
    of('multirotors', 'multirotor', 15),
    of('multirotors with coaxial rotors and a payload', 'multirotor', 16, {
      brief: {
        craft: {
          kind: 'multirotor',
          massKg: 3.2,
          purpose: 'carry',
          rotorLayout: 'coaxial',
          payloadKg: 0.4,
          targetSeconds: 480
        },
        count: 8
      }
    }),
    of('agile multirotors', 'multirotor', 17, {
      brief: { craft: { kind: 'multirotor', massKg: 0.75, purpose: 'agile', targetSeconds: 240 } }
    }),
    of('fast boats', 'fast boat', 18),
    of('fast boats by the loaded rpm', 'fast boat', 19, { brief: { schools: { 'rpm-volts': 'loaded' } } }),
    of('workboats', 'workboat', 20),
    of('owned aeroplane parts of some cells', 'aeroplane', 21, {
      limits: { ownedOnly: true, series: [3, 4], maxCurrentA: 45, largestPropM: 0.28 },
      counts: { motor: 7, propulsor: 6, battery: 8, esc: 5 }
    }),
    fitted(of('aeroplanes of which some parts were fitted', 'aeroplane', 22)),
    plugged(
      of('aeroplanes with plugs, servos on the supplies and a camera on the pack', 'aeroplane', 23, {
        brief: {
          auxiliaryCurrentA: null,
          wiring: { gaugeAwg: 14, leadLengthM: 0.15, connectorA: null },
          loads: [
            { kind: 'servo', size: 'mini', count: 5, maxVoltageV: 5.5 },
            { kind: 'receiver' },
            { kind: 'retract', count: 2 }
          ],
          rail: [
            { kind: 'camera', maxVoltageV: 15, currentA: 0.4 },
            { kind: 'lights', currentA: 0.8, fedBy: 'supply' }
          ]
        },
        counts: { motor: 4, propulsor: 3, battery: 4, esc: 4 }
      })
    )
  ];
}

/** The parts of a shelf with plugs of many kinds, and ESCs whose supplies give other volts. Invented. */
function plugged(searched: SearchCase): SearchCase {
  const { battery, esc } = searched.parts;
  const plugs = ['moulded-2', 'flat-blades', 'moulded-3.5', 'bullets-4'] as const;
  return {
    ...searched,
    parts: {
      ...searched.parts,
      battery: battery.map((p, k) => ({
        ...p,
        document: { ...p.document, connector: plugs[k % plugs.length] }
      })),
      esc: esc.map((p, k) => ({
        ...p,
        document: { ...p.document, connector: plugs[(k + 1) % 3], becV: k === 1 ? 6 : 5 }
      }))
    }
  };
}

/** A search after runs with one motor, two propulsors and a pack of its shelf: KV 6 % above, much power taken, a tired pack. Invented. */
function fitted(searched: SearchCase): SearchCase {
  const { motor, propulsor, battery } = searched.parts;
  const logs = [0.16, 0.15, -0.2, 0.25, -0.08, 0.12, 0.05, 0.1];
  const covariance = logs.flatMap((_, r) => logs.slice(0, r + 1).map((_c, c) => (r === c ? 0.0009 : 0.0001)));
  return {
    ...searched,
    brief: {
      ...searched.brief,
      calibration: {
        factors: {},
        relativeSd: {},
        joint: {
          motor: motor[0].document as Motor,
          batteries: [battery[0].document as Battery],
          propulsors: [propulsor[0].document as Propulsor, propulsor[2].document as Propulsor],
          logs,
          covariance
        }
      }
    }
  };
}
