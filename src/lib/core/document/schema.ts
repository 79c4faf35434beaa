import type { FromSchema } from 'json-schema-to-ts';
import { CONNECTOR_IDS, MOTOR_JOINT_IDS } from '../catalogue/connector-ids.ts';
import { INSULATION_IDS } from '../parts/wiring/insulation-ids.ts';
import { LOAD_KINDS, SERVO_SIZE_IDS } from '../parts/supply/load-ids.ts';

/**
 * JSON Schemas of the setup document: the one source of its types and of every check at an edge. A table of data.
 * `title` is the field's name in the words of a hobbyist; messages are made from it.
 */
const optional = (title: string, minimum: number, maximum: number, exclusive = false) =>
  exclusive
    ? ({ type: ['number', 'null'], exclusiveMinimum: minimum, maximum, title } as const)
    : ({ type: ['number', 'null'], minimum, maximum, title } as const);
const required = (title: string, minimum: number, maximum: number, exclusive = false) =>
  exclusive
    ? ({ type: 'number', exclusiveMinimum: minimum, maximum, title } as const)
    : ({ type: 'number', minimum, maximum, title } as const);

const column = {
  type: 'array',
  minItems: 1,
  maxItems: 2000,
  items: { type: 'number', minimum: -100, maximum: 100 }
} as const;

export const coefficientsSchema = {
  title: 'measured coefficients',
  type: 'object',
  required: ['thrust', 'power'],
  properties: {
    advanceRatio: column,
    thrust: { anyOf: [{ type: 'number', minimum: -10, maximum: 10 }, column] },
    power: { anyOf: [{ type: 'number', minimum: -10, maximum: 10 }, column] }
  }
} as const;

/** Outputs that a supply can be set to. */
const outputsV = {
  type: ['array', 'null'],
  maxItems: 8,
  items: { type: 'number', exclusiveMinimum: 0, maximum: 60, title: 'volts of an output' },
  title: 'outputs that can be chosen'
} as const;

const geometry = {
  diameterM: required('diameter', 0.005, 10),
  pitchM: required('pitch', 0.001, 10),
  blades: { type: 'integer', minimum: 2, maximum: 6, title: 'number of blades' },
  name: { type: 'string', maxLength: 120 },
  massKg: optional('mass of one propulsor', 0, 10),
  maxRpm: optional('highest allowed rpm', 0, 500000, true),
  boreM: optional('bore for the shaft', 0, 0.1, true),
  coefficients: { anyOf: [coefficientsSchema, { type: 'null' }] }
} as const;

export const propellerSchema = {
  title: 'propeller',
  type: 'object',
  required: ['kind', 'diameterM', 'pitchM'],
  properties: {
    ...geometry,
    kind: { const: 'propeller' },
    family: {
      enum: ['thin-electric', 'sport', 'slow-flyer', 'multirotor', 'multirotor-carbon', 'folding'],
      title: 'propeller family'
    },
    tip: { enum: ['usual', 'blunt', null], title: 'shape of the tips' },
    cutFromM: optional('diameter before it was cut down', 0.005, 10),
    placement: {
      enum: ['stand', 'nose', 'pusher', 'tandem-rear', null],
      title: 'where the propeller is mounted'
    }
  }
} as const;

export const ductedFanSchema = {
  title: 'ducted fan',
  type: 'object',
  required: ['kind', 'diameterM'],
  properties: {
    ...geometry,
    kind: { const: 'ducted-fan' },
    blades: { type: 'integer', minimum: 2, maximum: 24, title: 'number of blades' },
    pitchM: optional('pitch', 0.001, 10),
    hubDiameterM: optional('hub diameter', 0.001, 5),
    exitAreaM2: optional('exit area', 0, 10, true),
    inlet: { enum: ['lip', 'sharp', null], title: 'edge of the intake' }
  }
} as const;

export const submergedScrewSchema = {
  title: 'submerged screw',
  type: 'object',
  required: ['kind', 'diameterM', 'pitchM'],
  properties: {
    ...geometry,
    kind: { const: 'submerged-screw' },
    blades: { type: 'integer', minimum: 2, maximum: 7, title: 'number of blades' },
    expandedAreaRatio: optional('blade area ratio', 0.1, 1.5)
  }
} as const;

export const surfaceDriveSchema = {
  title: 'surface-piercing screw',
  type: 'object',
  required: ['kind', 'diameterM', 'pitchM'],
  properties: {
    ...geometry,
    kind: { const: 'surface-drive' },
    expandedAreaRatio: optional('blade area ratio', 0.1, 1.5),
    immersion: optional('immersed share of the screw', 0.05, 1)
  }
} as const;

export const propulsorSchema = {
  title: 'propulsor',
  type: 'object',
  required: ['kind'],
  discriminator: { propertyName: 'kind' },
  oneOf: [propellerSchema, ductedFanSchema, submergedScrewSchema, surfaceDriveSchema]
} as const;

/** What was measured of a pack over its life, as far as it bears on what it may be asked for. */
export const packHealthSchema = {
  title: 'health of the pack',
  type: 'object',
  required: ['wear', 'says'],
  properties: {
    /** 0 as new, 0.75 to be watched, 1 worn out, above it swollen or worse. */
    wear: { type: 'number', minimum: 0, maximum: 10, title: 'wear' },
    credibleA: optional('current the pack was measured to carry', 0, 10000),
    says: { type: 'string', maxLength: 600, title: 'what was found of the pack' }
  }
} as const;

export const batterySchema = {
  title: 'pack',
  type: 'object',
  required: ['chemistry', 'series', 'capacityAh'],
  properties: {
    name: { type: 'string', maxLength: 120 },
    chemistry: { enum: ['lipo', 'lihv', 'liion', 'lifepo4', 'nimh'], title: 'chemistry' },
    series: { type: 'integer', minimum: 1, maximum: 60, title: 'cells in series' },
    parallel: { type: 'integer', minimum: 1, maximum: 50, title: 'cells in parallel' },
    capacityAh: { ...required('capacity of the pack', 0.001, 1000) },
    continuousC: optional('continuous C', 0, 500, true),
    burstC: optional('burst C', 0, 1000, true),
    cellResistanceOhm: optional('resistance of one cell', 0, 5),
    massKg: optional('mass of the pack', 0, 1000, true),
    temperatureC: optional('pack temperature', -30, 80),
    cutoffCellV: optional('loaded cut-off per cell', 0.5, 4.2),
    usableShare: optional('usable share of the capacity', 0.05, 1),
    connector: { enum: [...CONNECTOR_IDS, null], title: 'plug of the pack' },
    packsInSeries: { type: ['integer', 'null'], minimum: 1, maximum: 8, title: 'packs in series' },
    packsInParallel: { type: ['integer', 'null'], minimum: 1, maximum: 8, title: 'packs in parallel' },
    health: { anyOf: [packHealthSchema, { type: 'null' }] }
  }
} as const;

export const wiringSchema = {
  title: 'wiring',
  type: 'object',
  properties: {
    resistanceOhm: optional('resistance of the leads, there and back', 0, 5),
    gaugeAwg: optional('wire gauge', 0, 40),
    leadLengthM: optional('length of the pack leads, one way', 0, 20),
    connectorA: optional('rating of the connector', 0, 2000, true),
    temperatureC: optional('temperature of the leads', -40, 150),
    insulation: { enum: [...INSULATION_IDS, null], title: 'insulation of the leads' },
    branchGaugeAwg: optional('wire gauge from the distribution to one ESC', 0, 40),
    branchLengthM: optional('length from the distribution to one ESC, one way', 0, 20),
    motorLeadM: optional('length of the motor leads', 0, 20),
    motorGaugeAwg: optional('wire gauge of the motor leads', 0, 40),
    adapter: { enum: ['fitted', null], title: 'adapter between unlike plugs' },
    capacitorF: optional('capacitor at the ESC', 0, 1),
    capacitorV: optional('volts of the capacitor', 0, 1000, true),
    fuseA: optional('fuse of the pack lead', 0, 2000, true),
    armingPlug: { enum: ['fitted', null], title: 'arming plug' }
  }
} as const;

export const escSchema = {
  title: 'ESC',
  type: 'object',
  properties: {
    name: { type: 'string', maxLength: 120 },
    continuousA: optional('continuous rating of the ESC', 0, 5000, true),
    burstA: optional('burst rating of the ESC', 0, 10000, true),
    minSeries: { type: ['integer', 'null'], minimum: 1, maximum: 60, title: 'fewest cells of the ESC' },
    maxSeries: { type: ['integer', 'null'], minimum: 1, maximum: 60, title: 'most cells of the ESC' },
    maxVoltageV: optional('highest voltage of the ESC', 0, 300, true),
    maxElectricalRpm: optional('highest electrical rpm of the ESC', 0, 5000000, true),
    resistanceOhm: optional('resistance of the ESC', 0, 5),
    idleCurrentA: optional('idle current of the ESC', 0, 10),
    switchingLossShare: optional('switching loss share', 0, 0.2),
    brake: { enum: ['on', 'off', null], title: 'brake of the ESC' },
    becV: optional('volts of the receiver supply', 0, 60, true),
    becA: optional('amps of the receiver supply', 0, 100, true),
    becKind: { enum: ['linear', 'switching', 'none', null], title: 'kind of receiver supply' },
    massKg: optional('mass of one ESC', 0, 100),
    becBurstA: optional('short-time amps of the receiver supply', 0, 200, true),
    becOutputsV: outputsV,
    connector: { enum: [...CONNECTOR_IDS, null], title: 'plug of the ESC' },
    motorConnector: { enum: [...MOTOR_JOINT_IDS, null], title: 'motor plugs of the ESC' },
    capacitorF: optional('input capacitors of the ESC', 0, 1),
    channels: { type: ['integer', 'null'], minimum: 1, maximum: 8, title: 'motors that one ESC drives' },
    boards: { type: ['integer', 'null'], minimum: 1, maximum: 64, title: 'number of ESCs fitted' }
  }
} as const;

export const motorSchema = {
  title: 'motor',
  type: 'object',
  required: ['kvRpmPerVolt'],
  properties: {
    name: { type: 'string', maxLength: 120 },
    kvRpmPerVolt: required('KV', 5, 100000),
    resistanceOhm: optional('winding resistance', 0, 50, true),
    noLoadCurrentA: optional('no-load current', 0, 200),
    noLoadVoltageV: optional('volts of the no-load test', 0, 300, true),
    maxCurrentA: optional('current rating of the motor', 0, 5000, true),
    maxPowerW: optional('power rating of the motor', 0, 200000, true),
    maxSeries: { type: ['integer', 'null'], minimum: 1, maximum: 60, title: 'most cells of the motor' },
    massKg: optional('mass of one motor', 0, 200, true),
    poles: { type: ['integer', 'null'], minimum: 2, maximum: 100, title: 'magnet poles' },
    loadedResistanceFactor: optional('resistance under load over that at rest', 0.5, 10),
    lineInductanceH: optional('inductance between two leads', 0, 1, true),
    timingDeg: optional('timing advance', 0, 60),
    shaftDiameterM: optional('diameter of the shaft', 0, 0.1, true),
    connector: { enum: [...MOTOR_JOINT_IDS, null], title: 'plugs of the motor' },
    cooling: { enum: ['wash', 'still', 'water', null], title: 'cooling of the motor' }
  }
} as const;

/** Parts of a setup that have a place in the craft. */
export const BALANCE_PARTS = ['battery', 'esc', 'motor', 'propulsor', 'receiverSupply'] as const;

const position = (title: string) => ({ type: ['number', 'null'], minimum: -50, maximum: 50, title }) as const;

/** Where what sits along a craft: metres behind its front end (a rotor craft: behind its middle), and to the right of its middle. */
export const balanceSchema = {
  title: 'balance',
  type: 'object',
  properties: {
    /** Where the craft should balance, and how far off it may be. */
    pointM: position('where it should balance'),
    toleranceM: optional('how far off it may balance', 0, 10),
    packFromM: position('front end of the room for the pack'),
    packToM: position('rear end of the room for the pack'),
    frontBallastM: position('where ballast in the nose would sit'),
    rearBallastM: position('where ballast in the tail would sit'),
    items: {
      type: 'array',
      maxItems: 40,
      title: 'masses and where they sit',
      items: {
        title: 'mass',
        type: 'object',
        required: ['atM'],
        properties: {
          name: { type: 'string', maxLength: 80, title: 'name' },
          /** A part of the setup: its mass is the part's own. */
          part: { enum: [...BALANCE_PARTS, null], title: 'part' },
          massKg: optional('mass', 0, 1000),
          atM: { type: 'number', minimum: -50, maximum: 50, title: 'distance behind the front' },
          acrossM: position('distance to the right of the middle')
        }
      }
    }
  }
} as const;

export const craftSchema = {
  title: 'craft',
  type: 'object',
  required: ['kind', 'massKg'],
  properties: {
    name: { type: 'string', maxLength: 120 },
    kind: { enum: ['fixed-wing', 'multirotor', 'boat'], title: 'kind of craft' },
    massKg: required('all-up weight', 0, 1000, true),
    airframeMassKg: optional('airframe weight', 0, 1000, true),
    /** What the parts weighed when the all-up weight was given: other parts would make another all-up weight. */
    weighedPartsKg: optional('weight of the parts when the all-up weight was given', 0, 1000),
    purpose: { type: ['string', 'null'], maxLength: 60, title: 'purpose' },
    wingAreaM2: optional('wing area', 0, 200, true),
    wingSpanM: optional('wing span', 0, 60, true),
    zeroLiftDragCoefficient: optional('zero-lift drag coefficient', 0, 2, true),
    maxLiftCoefficient: optional('maximum lift coefficient', 0, 5, true),
    /** Measured over estimated: of the zero-lift drag of an aeroplane, of a hull's resistance. How surely, relative. */
    dragFactor: optional('drag, measured over estimated', 0.1, 10),
    dragFactorSd: optional('how surely the drag is known', 0.005, 1),
    rotorLayout: { enum: ['flat', 'coaxial', null], title: 'rotor layout' },
    dragAreaM2: optional('drag area', 0, 50),
    hull: { enum: ['planing-mono', 'hydroplane', 'displacement', null], title: 'hull' },
    waterlineLengthM: optional('waterline length', 0, 50, true),
    beamM: optional('beam', 0, 20, true),
    deadriseDeg: optional('deadrise', 0, 60),
    largestPropM: optional('largest propeller that fits', 0, 10, true),
    targetThrustToWeight: optional('wanted thrust-to-weight', 0, 20, true),
    targetSeconds: optional('wanted time', 0, 360000, true),
    targetSpeedMs: optional('wanted speed', 0, 200, true),
    runSeconds: optional('length of a full-throttle run', 0, 36000, true),
    receiverCurrentA: optional('servos and receiver, peak amps', 0, 100),
    servos: { type: ['integer', 'null'], minimum: 0, maximum: 40, title: 'number of servos' },
    payloadKg: optional('wanted payload beyond the all-up weight', 0, 1000),
    packArmM: {
      type: ['number', 'null'],
      minimum: -20,
      maximum: 20,
      title: 'where the pack sits, before the balance point'
    },
    ballastArmM: {
      type: ['number', 'null'],
      minimum: -20,
      maximum: 20,
      title: 'where ballast would sit, before the balance point'
    },
    tipGapM: optional('gap between blade tips and airframe', 0, 5),
    balance: { anyOf: [balanceSchema, { type: 'null' }] }
  }
} as const;

export const environmentSchema = {
  title: 'environment',
  type: 'object',
  properties: {
    altitudeM: optional('altitude', -500, 9000),
    airTemperatureC: optional('air temperature', -50, 60),
    water: { enum: ['fresh', 'salt', null], title: 'water' },
    waterTemperatureC: optional('water temperature', 0, 30),
    fluidDensityKgM3: optional('density of the fluid', 0, 5000, true)
  }
} as const;

const factor = { type: 'number', exclusiveMinimum: 0, maximum: 20 } as const;
const sd = { type: 'number', minimum: 0, maximum: 5 } as const;
const sixOf = <T>(item: T) => ({
  kv: item,
  motorResistance: item,
  noLoadCurrent: item,
  batteryResistance: item,
  thrust: item,
  power: item
});

export const calibrationSchema = {
  title: 'calibration',
  type: 'object',
  required: ['factors', 'relativeSd'],
  properties: {
    factors: { type: 'object', properties: sixOf(factor) },
    relativeSd: { type: 'object', properties: sixOf(sd) },
    /** Lower triangle, row by row, of the posterior covariance of the logs of the six factors. */
    covariance: { type: 'array', maxItems: 36, items: { type: 'number' } },
    /** What was measured, and all that was found about it: from here the factors of swapped parts are worked out. */
    joint: {
      title: 'measured parts',
      type: 'object',
      required: ['motor', 'batteries', 'propulsors', 'logs', 'covariance'],
      properties: {
        motor: motorSchema,
        batteries: { type: 'array', maxItems: 12, items: batterySchema },
        propulsors: { type: 'array', maxItems: 24, items: propulsorSchema },
        /** Logs of KV, winding, no-load current; then one a pack; then thrust and power of each propulsor. */
        logs: { type: 'array', maxItems: 63, items: { type: 'number', minimum: -5, maximum: 5 } },
        /** Lower triangle of their covariance, row by row. */
        covariance: { type: 'array', maxItems: 2016, items: { type: 'number', minimum: -25, maximum: 25 } },
        /** Spread of each before the fit. */
        priorSd: { type: 'array', maxItems: 63, items: sd }
      }
    }
  }
} as const;

/** Knowledge of the shelf that a setup may leave out. */
export const KNOWLEDGE = ['calibration', 'pack-health'] as const;

/**
 * What the shelf knows of the parts of a setup by their names, beside what the setup itself says: made anew whenever it is read,
 * and never stored with it.
 */
export const knownSchema = {
  title: 'what the shelf knows',
  type: 'object',
  properties: {
    battery: {
      anyOf: [
        {
          title: 'pack',
          type: 'object',
          required: ['name', 'health'],
          properties: {
            name: { type: 'string', maxLength: 120 },
            /** Cells and capacity of its label: a pack of other figures is another pack, whatever it is called. */
            series: { type: ['integer', 'null'], minimum: 1, maximum: 60, title: 'cells in series' },
            labelAh: optional('capacity on the label', 0.001, 1000),
            cellResistanceOhm: optional('resistance of one cell', 0, 5),
            capacityAh: optional('capacity of the pack', 0.001, 1000),
            health: packHealthSchema
          }
        },
        { type: 'null' }
      ]
    },
    calibration: { anyOf: [calibrationSchema, { type: 'null' }] },
    calibrationFrom: { type: ['string', 'null'], maxLength: 300, title: 'where the calibration comes from' },
    retired: {
      type: 'array',
      maxItems: 8,
      title: 'retired parts',
      items: {
        title: 'retired part',
        type: 'object',
        required: ['part', 'name'],
        properties: {
          part: { type: 'string', maxLength: 40 },
          name: { type: 'string', maxLength: 120 },
          why: { type: ['string', 'null'], maxLength: 2000 }
        }
      }
    }
  }
} as const;

/** Parts of the power train that a user may hold as they are. */
export const FIXABLE = ['battery', 'wiring', 'esc', 'motor', 'propulsor'] as const;
export type FixablePart = (typeof FIXABLE)[number];

export const receiverPackSchema = {
  title: 'receiver pack',
  type: 'object',
  required: ['chemistry', 'series', 'capacityAh'],
  properties: {
    chemistry: batterySchema.properties.chemistry,
    series: { type: 'integer', minimum: 1, maximum: 12, title: 'cells of the receiver pack' },
    capacityAh: required('capacity of the receiver pack', 0.01, 100),
    continuousC: optional('continuous C of the receiver pack', 0, 500, true),
    massKg: optional('mass of the receiver pack', 0, 10)
  }
} as const;

export const receiverSupplySchema = {
  title: 'receiver supply',
  type: 'object',
  required: ['kind'],
  properties: {
    name: { type: 'string', maxLength: 120 },
    kind: { enum: ['linear', 'switching', 'own-pack'], title: 'kind of receiver supply' },
    outputV: optional('volts of the receiver supply', 0, 60, true),
    continuousA: optional('amps of the receiver supply', 0, 100, true),
    minVoltageV: optional('least volts the receiver supply takes', 0, 300),
    maxVoltageV: optional('most volts the receiver supply takes', 0, 300, true),
    massKg: optional('mass of the receiver supply', 0, 10),
    burstA: optional('short-time amps of the receiver supply', 0, 200, true),
    outputsV,
    /** Cells of an own pack, where that feeds the receiver; its volts go to it directly where `outputV` is empty. */
    pack: { anyOf: [receiverPackSchema, { type: 'null' }] }
  }
} as const;

/** Something that hangs on the receiver supply: so many, alike. */
export const loadSchema = {
  title: 'load of the receiver supply',
  type: 'object',
  required: ['kind'],
  properties: {
    kind: { enum: LOAD_KINDS, title: 'kind of load' },
    name: { type: 'string', maxLength: 80, title: 'name' },
    count: { type: ['integer', 'null'], minimum: 1, maximum: 40, title: 'how many' },
    size: { enum: [...SERVO_SIZE_IDS, null], title: 'size of the servo' },
    idleA: optional('amps at rest', 0, 50),
    movingA: optional('amps while it moves', 0, 100),
    stallA: optional('amps when it is held fast', 0, 200),
    maxVoltageV: optional('most volts it stands', 0, 60, true),
    /** Volts of a step-down of its own in its lead. */
    stepDownV: optional('volts of a step-down in its lead', 0, 60, true)
  }
} as const;

/** What else may hang on the pack's own volts. */
export const RAIL_KINDS = [
  'flight-controller',
  'camera',
  'video',
  'lights',
  'supply',
  'capacitor',
  'pump',
  'other'
] as const;

export const railPartSchema = {
  title: 'part on the pack’s volts',
  type: 'object',
  required: ['kind'],
  properties: {
    name: { type: 'string', maxLength: 120, title: 'name' },
    kind: { enum: RAIL_KINDS, title: 'kind of part on the pack’s volts' },
    maxVoltageV: optional('most volts a part on the pack stands', 0, 300, true),
    fedBy: { enum: ['pack', 'supply', null], title: 'what feeds a part' },
    currentA: optional('amps of a part on the pack', 0, 200)
  }
} as const;

export const setupSchema = {
  title: 'setup',
  type: 'object',
  required: ['format', 'craft', 'battery', 'motor', 'propulsor'],
  properties: {
    format: { const: 'iskarn.setup/1', title: 'format' },
    name: { type: 'string', maxLength: 200, title: 'name' },
    craft: craftSchema,
    environment: environmentSchema,
    battery: batterySchema,
    wiring: wiringSchema,
    esc: escSchema,
    motor: motorSchema,
    gearRatio: optional('gear ratio', 0.05, 100),
    gearEfficiency: optional('gear efficiency', 0.2, 1),
    outputLimit: optional('output limit', 0.05, 1),
    count: { type: 'integer', minimum: 1, maximum: 64, title: 'number of motors' },
    auxiliaryCurrentA: optional('current of receiver, servos and video', 0, 200),
    propulsor: propulsorSchema,
    receiverSupply: { anyOf: [receiverSupplySchema, { type: 'null' }] },
    /** Parts beside the power train that see the pack's volts; one that a supply feeds no longer does. */
    /** What hangs on the receiver supply. */
    loads: { type: 'array', maxItems: 24, items: loadSchema, title: 'loads of the receiver supply' },
    rail: { type: 'array', maxItems: 16, items: railPartSchema, title: 'parts on the pack’s volts' },
    fixed: { type: 'array', maxItems: 5, items: { enum: FIXABLE }, title: 'fixed parts' },
    calibration: { anyOf: [calibrationSchema, { type: 'null' }] },
    known: { anyOf: [knownSchema, { type: 'null' }] },
    leaveOut: {
      type: 'array',
      maxItems: 4,
      items: { enum: KNOWLEDGE },
      title: 'what of the shelf’s knowledge is left out'
    },
    schools: {
      title: 'schools',
      type: 'object',
      additionalProperties: { type: 'string', maxLength: 60 }
    },
    sources: {
      title: 'sources',
      type: 'object',
      additionalProperties: { enum: ['label', 'measured', 'estimated', 'fitted', 'typed', 'shelf'] }
    }
  }
} as const;

export type SetupDocument = FromSchema<typeof setupSchema>;
export type Load = FromSchema<typeof loadSchema>;
export type BalanceSheet = FromSchema<typeof balanceSchema>;
export type RailPart = FromSchema<typeof railPartSchema>;
export type ReceiverSupply = FromSchema<typeof receiverSupplySchema>;
export type Craft = FromSchema<typeof craftSchema>;
export type Battery = FromSchema<typeof batterySchema>;
export type Wiring = FromSchema<typeof wiringSchema>;
export type Esc = FromSchema<typeof escSchema>;
export type Motor = FromSchema<typeof motorSchema>;
export type Propulsor = FromSchema<typeof propulsorSchema>;
export type Calibration = FromSchema<typeof calibrationSchema>;
/** Where a figure comes from, as far as it decides how surely it is known; what a document says is `FigureSource`. */
export type Source = 'label' | 'measured' | 'estimated' | 'fitted';

export const pointSchema = {
  title: 'point',
  type: 'object',
  properties: {
    throttle: { ...required('throttle', 0, 1) },
    speedMs: { ...required('speed', 0, 200) },
    stateOfCharge: optional('state of charge', 0, 1),
    restingCellV: optional('resting volts per cell', 0.5, 5),
    batteryVoltageV: optional('volts at the pack under load', 0.1, 300)
  }
} as const;

export type PredictPoint = FromSchema<typeof pointSchema>;

export const predictRequestSchema = {
  title: 'request',
  type: 'object',
  required: ['setup'],
  properties: {
    setup: setupSchema,
    points: { type: 'array', minItems: 1, maxItems: 2000, items: pointSchema, title: 'points' },
    windingC: { ...required('winding temperature', -40, 250) },
    mission: {
      type: 'array',
      minItems: 1,
      maxItems: 200,
      title: 'mission',
      items: {
        title: 'segment',
        type: 'object',
        required: ['seconds'],
        properties: {
          seconds: required('length of the segment', 0, 86400, true),
          throttle: optional('throttle', 0, 1),
          thrustN: optional('thrust', 0, 100000),
          speedMs: optional('speed', 0, 200)
        }
      }
    },
    schools: setupSchema.properties.schools,
    checks: { type: 'boolean', title: 'checks' },
    /** Whether failing checks are given remedies: each is a prediction of its own. */
    remedies: { type: 'boolean', title: 'remedies' },
    /** Whether what would put the whole setup right is looked for. */
    putRight: { type: 'boolean', title: 'putRight' },
    bands: { type: 'boolean' }
  }
} as const;

export type PredictRequest = FromSchema<typeof predictRequestSchema>;
