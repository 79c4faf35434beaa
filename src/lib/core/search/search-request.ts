import { batterySchema } from '../document/schema/battery.ts';
import { craftSchema, environmentSchema } from '../document/schema/craft.ts';
import { escSchema } from '../document/schema/esc.ts';
import { motorSchema } from '../document/schema/motor.ts';
import { propulsorSchema } from '../document/schema/propulsor.ts';
import { receiverSupplySchema } from '../document/schema/receiver.ts';
import { wiringSchema } from '../document/schema/wiring.ts';
import type { FromSchema } from 'json-schema-to-ts';
import {
  setupSchema,
  type Battery,
  type Esc,
  type Motor,
  type Propulsor,
  type ReceiverSupply,
  type SetupDocument
} from '../document/schema.ts';
import { AXES, OBJECTIVES, type Axis, type Objective, type Yardstick } from '../yardstick/objectives.ts';

const weight = { type: 'number', minimum: 0, maximum: 100 } as const;

/** A setup document without the parts that are looked for. */
const searchBriefSchema = {
  title: 'brief',
  type: 'object',
  required: ['craft'],
  properties: {
    name: setupSchema.properties.name,
    craft: craftSchema,
    environment: environmentSchema,
    wiring: wiringSchema,
    gearRatio: setupSchema.properties.gearRatio,
    gearEfficiency: setupSchema.properties.gearEfficiency,
    count: setupSchema.properties.count,
    auxiliaryCurrentA: setupSchema.properties.auxiliaryCurrentA,
    receiverSupply: setupSchema.properties.receiverSupply,
    loads: setupSchema.properties.loads,
    rail: setupSchema.properties.rail,
    schools: setupSchema.properties.schools,
    sources: setupSchema.properties.sources,
    /** What was fitted to parts: it counts for those of the shelf that are the same. */
    calibration: setupSchema.properties.calibration,
    /** What the shelf knows of the setup’s parts, and what of it is left out. */
    known: setupSchema.properties.known,
    leaveOut: setupSchema.properties.leaveOut
  }
} as const;
export type SearchBrief = FromSchema<typeof searchBriefSchema>;

const limit = (title: string, maximum: number) =>
  ({ type: ['number', 'null'], exclusiveMinimum: 0, maximum, title }) as const;

/** What a search keeps to beside what the checks ask. */
export const searchLimitsSchema = {
  title: 'limits',
  type: 'object',
  properties: {
    series: {
      type: ['array', 'null'],
      title: 'cell counts',
      maxItems: 60,
      items: { type: 'integer', minimum: 1, maximum: 60 }
    },
    gearRatios: {
      type: ['array', 'null'],
      title: 'gear ratios',
      minItems: 1,
      maxItems: 40,
      items: { type: 'number', minimum: 0.05, maximum: 100 }
    },
    propulsorKinds: {
      type: ['array', 'null'],
      title: 'kinds of propulsor',
      minItems: 1,
      items: { enum: ['propeller', 'ducted-fan', 'submerged-screw', 'surface-drive'] }
    },
    largestPropM: limit('largest propeller that fits', 10),
    maxCurrentA: limit('most current from the pack', 10000),
    maxMassKg: limit('highest all-up weight', 1000),
    maxHoverThrottle: limit('highest hover throttle', 1),
    leastSeconds: limit('least time', 360000),
    leastSpeedMs: limit('least speed', 200),
    leastThrustToWeight: limit('least thrust for the weight', 20),
    rpmWindow: {
      type: ['array', 'null'],
      title: 'rpm window',
      minItems: 2,
      maxItems: 2,
      items: { type: 'number', minimum: 0, maximum: 500000 }
    },
    ownedOnly: { type: 'boolean', title: 'owned parts only' },
    fixed: {
      title: 'parts held as they are',
      type: 'object',
      properties: {
        battery: { anyOf: [batterySchema, { type: 'null' }] },
        esc: { anyOf: [escSchema, { type: 'null' }] },
        motor: { anyOf: [motorSchema, { type: 'null' }] },
        propulsor: { anyOf: [propulsorSchema, { type: 'null' }] }
      }
    }
  }
} as const;
export type SearchLimits = FromSchema<typeof searchLimitsSchema>;

/** Most parts of a kind, and most combinations that one search takes on. */
export const MOST_PARTS = 5000;
export const MOST_COMBINATIONS = 20_000_000;

const owned = { type: 'boolean', title: 'owned' } as const;
const price = { type: ['number', 'null'], minimum: 0, title: 'price' } as const;
const own = <T extends { properties: object }>(schema: T) => ({
  ...schema,
  properties: { ...schema.properties, owned, price }
});
const list = (title: string, items: object) =>
  ({ type: 'array', maxItems: MOST_PARTS, title, items }) as const;

/** Parts to choose from; each with its name. `owned` (true where it is left out) and `price` may stand with any of them. */
export const searchShelfSchema = {
  title: 'shelf',
  type: 'object',
  required: ['battery', 'esc', 'motor', 'propulsor'],
  properties: {
    battery: list('packs', own(batterySchema)),
    esc: list('ESCs', own(escSchema)),
    motor: list('motors', own(motorSchema)),
    propulsor: list('propulsors', { ...propulsorSchema, oneOf: propulsorSchema.oneOf.map(own) }),
    receiverSupply: list('receiver supplies', own(receiverSupplySchema))
  }
} as const;

type Owned<T> = T & { owned?: boolean; price?: number | null };
/** A shelf as a request carries it. */
export interface SearchShelf {
  readonly battery: readonly Owned<Battery>[];
  readonly esc: readonly Owned<Esc>[];
  readonly motor: readonly Owned<Motor>[];
  readonly propulsor: readonly Owned<Propulsor>[];
  readonly receiverSupply?: readonly Owned<ReceiverSupply>[];
}

export const searchRequestSchema = {
  title: 'request',
  type: 'object',
  required: ['brief'],
  properties: {
    brief: searchBriefSchema,
    shelf: { anyOf: [searchShelfSchema, { type: 'null' }] },
    limits: { anyOf: [searchLimitsSchema, { type: 'null' }] },
    rank: {
      title: 'what it is judged by',
      anyOf: [
        { enum: OBJECTIVES },
        {
          type: 'object',
          additionalProperties: false,
          properties: {
            time: weight,
            thrust: weight,
            efficiency: weight,
            speed: weight,
            mass: weight,
            headroom: weight,
            build: weight
          }
        },
        { type: 'null' }
      ]
    },
    axes: {
      title: 'axes',
      anyOf: [{ type: 'array', minItems: 2, maxItems: 2, items: { enum: AXES } }, { type: 'null' }]
    },
    top: { type: ['integer', 'null'], minimum: 1, maximum: 1000, title: 'how many are listed' }
  }
} as const;
export interface SearchRequest {
  readonly brief: SearchBrief;
  readonly shelf?: SearchShelf | null;
  readonly limits?: SearchLimits | null;
  readonly rank?: Objective | Yardstick | null;
  readonly axes?: readonly [Axis, Axis] | null;
  readonly top?: number | null;
}

/** A brief as the head of a setup document. */
export type SetupHead = Pick<
  SetupDocument,
  | 'format'
  | 'craft'
  | 'environment'
  | 'wiring'
  | 'gearRatio'
  | 'gearEfficiency'
  | 'count'
  | 'auxiliaryCurrentA'
  | 'receiverSupply'
  | 'loads'
  | 'rail'
  | 'schools'
  | 'sources'
  | 'calibration'
>;
