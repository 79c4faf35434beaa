import { told } from '../../registry/field-words.ts';
import { optional, required } from './building.ts';

const column = {
  type: 'array',
  minItems: 1,
  maxItems: 2000,
  items: { type: 'number', minimum: -100, maximum: 100 }
} as const;

const coefficientsSchema = {
  title: 'measured coefficients',
  type: 'object',
  required: ['thrust', 'power'],
  properties: {
    advanceRatio: column,
    thrust: { anyOf: [{ type: 'number', minimum: -10, maximum: 10 }, column] },
    power: { anyOf: [{ type: 'number', minimum: -10, maximum: 10 }, column] }
  }
} as const;

/** Kinds of propulsors in words. */
const PROPULSOR_WORDS = {
  'ducted-fan': 'ducted fan',
  'submerged-screw': 'submerged screw',
  'surface-drive': 'surface drive'
} as const;

const geometry = {
  diameterM: told(required('diameter', 0.005, 10), {
    short: 'diameter',
    quantity: 'propLength',
    first: 1,
    column: 2,
    steps: 'propellers',
    why: ['Diameter', 'thrust and power grow as rpm² D⁴ and rpm³ D⁵']
  }),
  pitchM: told(required('pitch', 0.001, 10), {
    short: 'pitch',
    quantity: 'propLength',
    first: 2,
    column: 3,
    why: ['Pitch', 'blade angle = atan(pitch / (2π r)) at every radius']
  }),
  blades: told(
    { type: 'integer', minimum: 2, maximum: 6, title: 'number of blades' },
    {
      short: 'blades',
      quantity: 'count',
      first: 3,
      column: 4,
      why: ['Blades', 'blade area, and tip losses between blades (Prandtl)']
    }
  ),
  name: { type: 'string', maxLength: 120 },
  massKg: told(optional('mass of one propulsor', 0, 10), {
    short: 'weight',
    quantity: 'mass',
    more: 1,
    column: 6
  }),
  maxRpm: told(optional('highest allowed rpm', 0, 500000, true), {
    short: 'highest',
    quantity: 'rpm',
    more: 2,
    line: (v) => `to ${v}`
  }),
  boreM: told(optional('bore for the shaft', 0, 0.1, true), { short: 'bore', quantity: 'screwLength' }),
  coefficients: { anyOf: [coefficientsSchema, { type: 'null' }] }
} as const;

const propellerSchema = {
  title: 'propeller',
  type: 'object',
  required: ['kind', 'diameterM', 'pitchM'],
  properties: {
    ...geometry,
    kind: told({ const: 'propeller' }, { short: 'kind', column: 1, choices: PROPULSOR_WORDS }),
    family: told(
      {
        enum: ['thin-electric', 'sport', 'slow-flyer', 'multirotor', 'multirotor-carbon', 'folding'],
        title: 'propeller family'
      },
      {
        short: 'family',
        column: 5,
        choices: {
          'thin-electric': 'thin electric',
          'slow-flyer': 'slow flyer',
          'multirotor-carbon': 'multirotor, carbon'
        }
      }
    ),
    tip: told({ enum: ['usual', 'blunt', null], title: 'shape of the tips' }, { short: 'tips' }),
    cutFromM: told(optional('diameter before it was cut down', 0.005, 10), {
      short: 'cut down from',
      quantity: 'propLength'
    }),
    placement: told(
      {
        enum: ['stand', 'nose', 'pusher', 'tandem-rear', null],
        title: 'where the propeller is mounted'
      },
      {
        short: 'mounted',
        choices: { stand: 'on a stand', nose: 'in the nose', 'tandem-rear': 'behind another' }
      }
    )
  }
} as const;

const ductedFanSchema = {
  title: 'ducted fan',
  type: 'object',
  required: ['kind', 'diameterM'],
  properties: {
    ...geometry,
    kind: told({ const: 'ducted-fan' }, { short: 'kind', column: 1, choices: PROPULSOR_WORDS }),
    blades: told(
      { type: 'integer', minimum: 2, maximum: 24, title: 'number of blades' },
      {
        short: 'blades',
        quantity: 'count',
        first: 3,
        column: 4,
        why: ['Blades', 'blade area, and tip losses between blades (Prandtl)']
      }
    ),
    pitchM: told(optional('pitch', 0.001, 10), { short: 'pitch', quantity: 'propLength', column: 3 }),
    hubDiameterM: told(optional('hub diameter', 0.001, 5), { short: 'hub', quantity: 'screwLength' }),
    exitAreaM2: told(optional('exit area', 0, 10, true), { short: 'exit area', quantity: 'area' }),
    inlet: told({ enum: ['lip', 'sharp', null], title: 'edge of the intake' }, { short: 'intake edge' })
  }
} as const;

const submergedScrewSchema = {
  title: 'submerged screw',
  type: 'object',
  required: ['kind', 'diameterM', 'pitchM'],
  properties: {
    ...geometry,
    kind: told({ const: 'submerged-screw' }, { short: 'kind', column: 1, choices: PROPULSOR_WORDS }),
    blades: told(
      { type: 'integer', minimum: 2, maximum: 7, title: 'number of blades' },
      {
        short: 'blades',
        quantity: 'count',
        first: 3,
        column: 4,
        why: ['Blades', 'blade area, and tip losses between blades (Prandtl)']
      }
    ),
    expandedAreaRatio: told(optional('blade area ratio', 0.1, 1.5), {
      short: 'area',
      quantity: 'ratio',
      first: 5,
      why: ['Blade area ratio', 'enters thrust and torque of the screw series']
    })
  }
} as const;

const surfaceDriveSchema = {
  title: 'surface-piercing screw',
  type: 'object',
  required: ['kind', 'diameterM', 'pitchM'],
  properties: {
    ...geometry,
    kind: told({ const: 'surface-drive' }, { short: 'kind', column: 1, choices: PROPULSOR_WORDS }),
    expandedAreaRatio: told(optional('blade area ratio', 0.1, 1.5), {
      short: 'area',
      quantity: 'ratio',
      why: ['Blade area ratio', 'enters thrust and torque of the screw series']
    }),
    immersion: told(optional('immersed share of the screw', 0.05, 1), {
      short: 'immersed',
      quantity: 'share',
      first: 4,
      why: ['Immersed share', 'only blades in the water push']
    })
  }
} as const;

export const propulsorSchema = {
  title: 'propulsor',
  type: 'object',
  required: ['kind'],
  discriminator: { propertyName: 'kind' },
  oneOf: [propellerSchema, ductedFanSchema, submergedScrewSchema, surfaceDriveSchema]
} as const;
