import type { RunDetails, RunReading } from '../../core/document/run-schema.ts';
import { ESCS, MOTORS, PACKS, PROPULSORS, type DemoPart } from './parts.ts';
import type { Craft, SetupDocument } from '../../core/document/schema.ts';

const part = <T>(shelf: DemoPart<T>[], name: string): T => {
  const found = shelf.find((p) => p.name === name);
  if (!found) throw new RangeError(`demo: no part called ${name}`);
  return structuredClone(found.document);
};

interface SetupSpec {
  name: string;
  pack: string;
  esc: string;
  motor: string;
  propulsor: string;
  wiring?: SetupDocument['wiring'];
  count?: number;
  auxiliaryCurrentA?: number;
  environment?: SetupDocument['environment'];
  gearRatio?: number;
  craft?: Partial<Craft>;
  receiverSupply?: SetupDocument['receiverSupply'];
}

/** One craft of the club with its setups; the first is in use. */
export interface DemoCraft {
  name: string;
  kind: Craft['kind'];
  story: string;
  craft: Craft;
  /** What hangs on the receiver supply, and on the pack beside the train. */
  loads?: SetupDocument['loads'];
  rail?: SetupDocument['rail'];
  setups: SetupSpec[];
  /** Logged runs, by the setup's name. Invented readings. */
  runs?: {
    setup: string;
    heldAt: string;
    title: string;
    verdict: string;
    readings: RunReading[];
    details?: RunDetails;
  }[];
}

/** A reading on the stand: throttle, volts, amps, grams, rpm. */
const read = (
  throttle: number,
  volts: number,
  amps: number,
  grams: number | null,
  rpm: number | null = null
): RunReading => ({
  throttle,
  speedMs: 0,
  batteryVoltageV: volts,
  batteryCurrentA: amps,
  thrustN: grams === null ? null : (grams / 1000) * 9.80665,
  rpm
});

/** A folding propeller of so many inches, in the place of the one that is fitted. */
const folding = (diameter: number, pitch: number): RunDetails['changes'] => [
  {
    path: 'propulsor',
    value: {
      kind: 'propeller',
      name: `${diameter} × ${pitch} folding`,
      diameterM: Number((diameter * 0.0254).toFixed(5)),
      pitchM: Number((pitch * 0.0254).toFixed(5)),
      blades: 2,
      family: 'folding'
    }
  }
];
/** A run of the spring's series: half and full throttle on one charge. */
const springRun = (
  hour: number,
  size: readonly [diameter: number, pitch: number],
  half: RunReading,
  full: RunReading
) => ({
  setup: 'First motor',
  heldAt: `2026-04-04T${String(hour).padStart(2, '0')}:20:00Z`,
  title: `Full throttle with ${size[0]} × ${size[1]}`,
  verdict: '',
  readings: [half, full],
  details: {
    source: 'typed' as const,
    series: 'folding propellers',
    seconds: 20,
    place: 'boat shed',
    airTemperatureC: 11,
    changes: folding(...size)
  }
});

/** The document of a setup of a craft. */
export const setupDocument = (craft: DemoCraft, s: SetupSpec): SetupDocument => ({
  format: 'iskarn.setup/1',
  name: s.name,
  craft: { ...craft.craft, ...s.craft },
  environment: s.environment ?? {
    altitudeM: 110,
    airTemperatureC: 18,
    water: 'fresh',
    waterTemperatureC: 14
  },
  battery: part(PACKS, s.pack),
  wiring: s.wiring ?? { gaugeAwg: 12, leadLengthM: 0.15, connectorA: 60 },
  esc: part(ESCS, s.esc),
  motor: part(MOTORS, s.motor),
  gearRatio: s.gearRatio ?? 1,
  count: s.count ?? 1,
  ...(s.auxiliaryCurrentA === undefined ? {} : { auxiliaryCurrentA: s.auxiliaryCurrentA }),
  propulsor: part(PROPULSORS, s.propulsor),
  ...(craft.loads ? { loads: craft.loads } : {}),
  ...(craft.rail ? { rail: craft.rail } : {}),
  ...(s.receiverSupply ? { receiverSupply: s.receiverSupply } : {}),
  ...(craft.name === 'Teal' ? UNLABELLED : {})
});

/** Teal's motor lost its label: KV from a drill, the rest estimated from its weight. */
const UNLABELLED: Pick<SetupDocument, 'motor' | 'sources'> = {
  motor: { name: 'motor without a label', kvRpmPerVolt: 590, massKg: 0.61, poles: 6, cooling: 'water' },
  sources: {
    'motor.kvRpmPerVolt': 'measured',
    'motor.maxCurrentA': 'estimated',
    'motor.maxPowerW': 'estimated'
  }
};

/** The Saltmarsh Surveyors' craft on Lake Orrin. Invented, all of it. */
export const DEMO_CRAFTS: DemoCraft[] = [
  {
    name: 'Dunlin',
    kind: 'fixed-wing',
    story: 'A floatplane with a camera that does not quite leave the water on a calm day.',
    craft: {
      name: 'Dunlin',
      kind: 'fixed-wing',
      massKg: 3.3,
      purpose: 'floatplane',
      wingAreaM2: 0.46,
      wingSpanM: 1.65,
      zeroLiftDragCoefficient: 0.06,
      maxLiftCoefficient: 1.25,
      largestPropM: 0.3302,
      targetThrustToWeight: 0.95,
      targetSeconds: 540,
      runSeconds: 40,
      balance: {
        pointM: 0.285,
        packFromM: 0.12,
        packToM: 0.24,
        frontBallastM: 0.05,
        rearBallastM: 1.02,
        items: [
          { name: 'airframe with floats and camera', massKg: 2.72, atM: 0.316 },
          { part: 'battery', atM: 0.19 },
          { part: 'motor', atM: 0.03 },
          { part: 'esc', atM: 0.11 }
        ]
      }
    },
    loads: [
      { kind: 'servo', size: 'mini', count: 4, maxVoltageV: 6 },
      { kind: 'receiver' },
      { kind: 'camera', idleA: 0.4 }
    ],
    setups: [
      {
        name: 'Last season',
        pack: 'Tarn 4S 3.3 Ah 30C',
        esc: 'Weir 40',
        motor: 'Mere 3548-820',
        propulsor: '11 × 5.5 thin'
      },
      {
        name: 'Wide',
        pack: 'Tarn 4S 3.3 Ah 30C',
        esc: 'Weir 40',
        motor: 'Mere 3548-820',
        propulsor: '12 × 6 thin'
      },
      {
        name: 'Five cells',
        pack: 'Tarn 5S 3.3 Ah 30C',
        esc: 'Weir 60',
        motor: 'Mere 3548-820',
        propulsor: '10 × 5 thin'
      }
    ],
    runs: [
      {
        setup: 'Last season',
        heldAt: '2026-05-17T09:40:00Z',
        title: 'jetty, restrained',
        verdict: 'good, ESC warm',
        readings: [
          read(0.5, 16.1, 7.3, 760, 6110),
          read(0.75, 15.9, 18.8, 1560, 8720),
          read(1, 15.6, 37.4, 2510, 10960)
        ]
      },
      {
        setup: 'Wide',
        heldAt: '2026-06-02T17:05:00Z',
        title: 'jetty, restrained',
        verdict: 'stopped after 12 s: ESC too hot to hold',
        readings: [read(0.5, 16, 9.4, 965), read(1, 15.1, 47.6, 2930)]
      }
    ]
  },
  {
    name: 'Reedling',
    kind: 'fixed-wing',
    story: 'A 2.6 m survey glider with a folding propeller, built for two hours of slow climbs.',
    craft: {
      name: 'Reedling',
      kind: 'fixed-wing',
      massKg: 1.6,
      purpose: 'glider',
      wingAreaM2: 0.48,
      wingSpanM: 2.6,
      zeroLiftDragCoefficient: 0.022,
      maxLiftCoefficient: 1.15,
      largestPropM: 0.3556,
      targetSeconds: 7200,
      runSeconds: 30
    },
    loads: [{ kind: 'servo', size: 'micro', count: 6, maxVoltageV: 6 }, { kind: 'receiver' }],
    setups: [
      {
        name: 'First motor',
        pack: 'Tarn 3S 3 Ah 30C',
        esc: 'Weir 40',
        motor: 'Rush 3536-910',
        propulsor: '12 × 6 folding',
        auxiliaryCurrentA: 0.2
      },
      {
        name: 'Slow and wide',
        pack: 'Tarn 4S 3.3 Ah 30C',
        esc: 'Weir 40',
        motor: 'Mere 4130-380',
        propulsor: '13 × 8 folding',
        auxiliaryCurrentA: 0.2
      }
    ],
    runs: [
      springRun(9, [11, 6], read(0.5, 12.2, 4.1, 445, 4790), read(1, 11.8, 20.6, 1440, 8420)),
      springRun(10, [12, 6], read(0.5, 12.2, 5.0, 560, 4640), read(1, 11.6, 25.9, 1750, 7960)),
      springRun(11, [12, 6.5], read(0.5, 12.1, 5.4, 575, 4570), read(1, 11.5, 27.6, 1770, 7800)),
      springRun(12, [13, 6.5], read(0.5, 12.1, 6.5, 700, 4400), read(1, 11.3, 32.8, 2060, 7330)),
      springRun(13, [13, 8], read(0.5, 12.0, 7.6, 725, 4240), read(1, 11.1, 37.1, 2040, 6880)),
      {
        setup: 'First motor',
        heldAt: '2026-04-11T08:20:00Z',
        title: 'climb to 120 m',
        verdict: 'motor smelled, landed',
        readings: [read(1, 11.3, 27.5, 1530, 7430)]
      }
    ]
  },
  {
    name: 'Godwit',
    kind: 'fixed-wing',
    story: 'A twin-motor mapping aeroplane, two power trains on one pack; its leads grew with the wing.',
    craft: {
      name: 'Godwit',
      kind: 'fixed-wing',
      massKg: 2.4,
      purpose: 'trainer',
      wingAreaM2: 0.5,
      wingSpanM: 1.8,
      zeroLiftDragCoefficient: 0.035,
      maxLiftCoefficient: 1.15,
      largestPropM: 0.2286,
      targetSeconds: 1800,
      runSeconds: 60
    },
    loads: [
      { kind: 'servo', size: 'mini', count: 4, maxVoltageV: 6 },
      { kind: 'receiver' },
      { kind: 'camera', idleA: 0.5 }
    ],
    setups: [
      {
        name: 'Two by nine',
        pack: 'Tarn 3S 3 Ah 30C',
        esc: 'Weir 30',
        motor: 'Rush 2812-1100',
        propulsor: '9 × 4.5 thin',
        count: 2,
        wiring: { gaugeAwg: 14, leadLengthM: 0.45, connectorA: 60 },
        auxiliaryCurrentA: 0.6
      },
      {
        name: 'Four cells',
        pack: 'Tarn 4S 5 Ah 30C',
        esc: 'Weir 40',
        motor: 'Rush 2812-1100',
        propulsor: '8 × 4 thin',
        count: 2,
        wiring: { gaugeAwg: 12, leadLengthM: 0.45, connectorA: 60 },
        auxiliaryCurrentA: 0.6
      }
    ]
  },
  {
    name: 'Stint',
    kind: 'fixed-wing',
    story: 'A 64 mm ducted-fan courier, fast and hungry.',
    craft: {
      name: 'Stint',
      kind: 'fixed-wing',
      massKg: 0.95,
      purpose: 'jet',
      wingAreaM2: 0.14,
      wingSpanM: 0.85,
      zeroLiftDragCoefficient: 0.03,
      maxLiftCoefficient: 1,
      largestPropM: 0.065,
      targetSeconds: 240,
      runSeconds: 60
    },
    loads: [{ kind: 'servo', size: 'micro', count: 3 }, { kind: 'receiver' }],
    setups: [
      {
        name: 'Courier',
        pack: 'Tarn 4S 2.2 Ah 35C',
        esc: 'Weir 40',
        motor: 'Sluice 2840-3150',
        propulsor: '64 mm fan, 11 blades'
      },
      {
        name: 'Calmer',
        pack: 'Tarn 3S 2.2 Ah 30C',
        esc: 'Weir 50',
        motor: 'Sluice 2840-3150',
        propulsor: '64 mm fan, 11 blades'
      }
    ]
  },
  {
    name: 'Gnat',
    kind: 'multirotor',
    story: 'A 3-inch quadcopter that inspects mill rafters and is too loud and too short of time.',
    craft: {
      name: 'Gnat',
      kind: 'multirotor',
      massKg: 0.255,
      purpose: 'hover',
      rotorLayout: 'flat',
      dragAreaM2: 0.006,
      largestPropM: 0.0775,
      targetSeconds: 480,
      runSeconds: 20
    },
    setups: [
      {
        name: 'Steep three-blades',
        pack: 'Tarn 4S 0.65 Ah 60C',
        esc: 'Quadrant 25',
        motor: 'Sedge 1507-3800',
        propulsor: '3 × 3 × 3 rotor',
        count: 4,
        wiring: { gaugeAwg: 16, leadLengthM: 0.08, connectorA: 30 },
        auxiliaryCurrentA: 0.5
      },
      {
        name: 'Flat two-blades',
        pack: 'Tarn 4S 0.65 Ah 60C',
        esc: 'Quadrant 25',
        motor: 'Sedge 1507-3800',
        propulsor: '3 × 1.8 rotor',
        count: 4,
        wiring: { gaugeAwg: 16, leadLengthM: 0.08, connectorA: 30 },
        auxiliaryCurrentA: 0.5
      }
    ],
    runs: [
      {
        setup: 'Steep three-blades',
        heldAt: '2026-07-08T19:30:00Z',
        title: 'mill, first floor',
        verdict: 'landed at 4 min 20, pack hot',
        readings: [read(0.37, 15.2, 7, 255), read(1, 13.4, 57.5, 1240)]
      }
    ]
  },
  {
    name: 'Bittern',
    kind: 'multirotor',
    story: 'A coaxial X8 that lifts water samples, its ESCs hot.',
    craft: {
      name: 'Bittern',
      kind: 'multirotor',
      massKg: 8.6,
      purpose: 'carry',
      rotorLayout: 'coaxial',
      largestPropM: 0.4064,
      targetSeconds: 720,
      runSeconds: 30,
      balance: {
        pointM: 0,
        toleranceM: 0.006,
        packFromM: -0.06,
        packToM: 0.09,
        items: [
          { name: 'frame, arms and motors', massKg: 5.62, atM: 0, acrossM: 0 },
          { part: 'battery', atM: -0.02 },
          { name: 'sampler and bottle', massKg: 1.66, atM: 0.03, acrossM: 0.012 }
        ]
      }
    },
    loads: [
      { kind: 'flight-controller' },
      { kind: 'receiver' },
      { kind: 'servo', name: 'bottle release', size: 'standard' }
    ],
    setups: [
      {
        name: 'Sample lift',
        pack: 'Tarn 6S 10 Ah 25C',
        esc: 'Quadrant 12',
        motor: 'Mere 5010-320',
        propulsor: '15 × 5 rotor',
        count: 8,
        wiring: { gaugeAwg: 10, leadLengthM: 0.2, connectorA: 120 },
        auxiliaryCurrentA: 1.2
      },
      {
        name: 'Wider rotors',
        pack: 'Tarn 6S 10 Ah 25C',
        esc: 'Quadrant 18',
        motor: 'Mere 5010-320',
        propulsor: '16 × 5.4 rotor',
        count: 8,
        wiring: { gaugeAwg: 10, leadLengthM: 0.2, connectorA: 120 },
        auxiliaryCurrentA: 1.2
      }
    ]
  },
  {
    name: 'Coot',
    kind: 'boat',
    story: 'A weed-rake workboat with a submerged three-blade screw, over-propped.',
    craft: {
      name: 'Coot',
      kind: 'boat',
      massKg: 9,
      purpose: 'work',
      hull: 'displacement',
      waterlineLengthM: 0.95,
      beamM: 0.3,
      targetSeconds: 2400,
      runSeconds: 120,
      largestPropM: 0.062,
      balance: {
        pointM: 0.47,
        packFromM: 0.25,
        packToM: 0.6,
        frontBallastM: 0.1,
        rearBallastM: 0.82,
        items: [
          { name: 'hull, rake and winch', massKg: 8.1, atM: 0.44 },
          { part: 'battery', atM: 0.42 },
          { part: 'motor', atM: 0.7 }
        ]
      }
    },
    loads: [{ kind: 'servo', size: 'standard', count: 2 }, { kind: 'receiver' }],
    setups: [
      {
        name: 'As found',
        pack: 'Tarn 3S 3 Ah 30C',
        esc: 'Tide 50 reversing',
        motor: 'Lock 3530-550',
        propulsor: '60 mm 3-blade screw'
      },
      {
        name: 'Smaller screw',
        pack: 'Tarn 3S 3 Ah 30C',
        esc: 'Tide 50 reversing',
        motor: 'Lock 3530-550',
        propulsor: '50 mm 3-blade screw'
      }
    ],
    runs: [
      {
        setup: 'As found',
        heldAt: '2026-03-29T14:10:00Z',
        title: 'tied to the pier, 30 s',
        verdict: 'motor too hot to touch',
        readings: [read(1, 11.6, 13.1, 2330)]
      }
    ]
  },
  {
    name: 'Teal',
    kind: 'boat',
    story: 'A surface-drive rescue boat with a second-hand motor without a label.',
    craft: {
      name: 'Teal',
      kind: 'boat',
      massKg: 4.6,
      purpose: 'speed',
      hull: 'planing-mono',
      waterlineLengthM: 0.95,
      beamM: 0.26,
      deadriseDeg: 20,
      targetSeconds: 150,
      runSeconds: 45
    },
    loads: [{ kind: 'servo', size: 'standard', count: 2, maxVoltageV: 6 }, { kind: 'receiver' }],
    setups: [
      {
        name: 'Unlabelled motor',
        pack: 'Tarn 12S 5 Ah 50C',
        esc: 'Tide 160',
        motor: 'Sluice 4082-600',
        propulsor: '45 mm × 1.4 surface screw',
        receiverSupply: {
          kind: 'own-pack',
          name: 'Tarn 4 cells NiMH',
          massKg: 0.112,
          pack: { chemistry: 'nimh', series: 4, capacityAh: 1.3, continuousC: 8 }
        },
        wiring: { gaugeAwg: 8, leadLengthM: 0.2, connectorA: 150 }
      },
      {
        name: 'One screw down',
        pack: 'Tarn 12S 5 Ah 50C',
        esc: 'Tide 160',
        motor: 'Sluice 4082-600',
        propulsor: '42 mm × 1.4 surface screw',
        wiring: { gaugeAwg: 8, leadLengthM: 0.2, connectorA: 150 }
      }
    ]
  }
];
