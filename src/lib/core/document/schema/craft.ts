import { told } from '../../registry/field-words.ts';
import { PLACED_PARTS } from '../../registry/parts.ts';
import { optional, required } from './building.ts';

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
          part: { enum: [...PLACED_PARTS, null], title: 'part' },
          massKg: optional('mass', 0, 1000),
          atM: { type: 'number', minimum: -50, maximum: 50, title: 'distance behind the front' },
          acrossM: position('distance to the right of the middle')
        }
      }
    }
  }
} as const;

/** Kinds of craft. */
export const CRAFT_KINDS = ['fixed-wing', 'multirotor', 'boat'] as const;

export const craftSchema = {
  title: 'craft',
  type: 'object',
  required: ['kind', 'massKg'],
  properties: {
    name: { type: 'string', maxLength: 120 },
    kind: { enum: CRAFT_KINDS, title: 'kind of craft' },
    massKg: told(required('all-up weight', 0, 1000, true), {
      short: 'all-up',
      quantity: 'craftMass',
      first: 1,
      why: ['All-up weight', 'weight = kg × 9.81']
    }),
    airframeMassKg: optional('airframe weight', 0, 1000, true),
    /** What the parts weighed when the all-up weight was given: other parts would make another all-up weight. */
    weighedPartsKg: optional('weight of the parts when the all-up weight was given', 0, 1000),
    purpose: { type: ['string', 'null'], maxLength: 60, title: 'purpose' },
    wingAreaM2: told(optional('wing area', 0, 200, true), {
      short: 'wing',
      quantity: 'area',
      more: 1,
      line: (v) => `wing ${v}`
    }),
    wingSpanM: optional('wing span', 0, 60, true),
    zeroLiftDragCoefficient: optional('zero-lift drag coefficient', 0, 2, true),
    maxLiftCoefficient: optional('maximum lift coefficient', 0, 5, true),
    /** How the airframe is built: what its drag is taken for where no coefficient is given. */
    airframe: { enum: ['clean', 'foam', 'fixed-gear', 'floats', null], title: 'how the airframe is built' },
    /** Measured over estimated: of the zero-lift drag of an aeroplane, of a hull's resistance. How surely, relative. */
    dragFactor: optional('drag, measured over estimated', 0.1, 10),
    dragFactorSd: optional('how surely the drag is known', 0.005, 1),
    rotorLayout: { enum: ['flat', 'coaxial', null], title: 'rotor layout' },
    dragAreaM2: optional('drag area', 0, 50),
    hull: { enum: ['planing-mono', 'hydroplane', 'displacement', null], title: 'hull' },
    waterlineLengthM: optional('waterline length', 0, 50, true),
    beamM: optional('beam', 0, 20, true),
    deadriseDeg: optional('deadrise', 0, 60),
    largestPropM: told(optional('largest propeller that fits', 0, 10, true), {
      short: 'room',
      quantity: 'propLength',
      more: 2,
      line: () => ''
    }),
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
