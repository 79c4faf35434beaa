import { batterySchema } from '../document/schema/battery.ts';
import { motorSchema } from '../document/schema/motor.ts';
import { propulsorSchema } from '../document/schema/propulsor.ts';
import { measurementSchema, type Measurement } from '../calibration/schema.ts';
import type { Change } from '../document/change.ts';
import {
  pointSchema,
  setupSchema,
  type Battery,
  type Motor,
  type PredictPoint,
  type Propulsor,
  type SetupDocument
} from '../document/schema.ts';
import { searchShelfSchema, type SearchShelf } from '../search/search-request.ts';

/** Engines that a motor may take the place of. */
export const ENGINES = ['glow-two-stroke', 'glow-four-stroke', 'petrol'] as const;
export type Engine = (typeof ENGINES)[number];

const anchor = { anyOf: [measurementSchema, { type: 'null' }] } as const;
const series = { type: 'integer', minimum: 1, maximum: 60, title: 'cells in series' } as const;
const figure = (title: string, minimum: number, maximum: number) =>
  ({ type: ['number', 'null'], minimum, maximum, title }) as const;
const kind = <const K extends string>(name: K) => ({ const: name }) as const;

/** One change of a setup, by its kind. */
export const changeSchema = {
  title: 'change',
  type: 'object',
  required: ['kind'],
  discriminator: { propertyName: 'kind' },
  oneOf: [
    {
      title: 'more or fewer cells',
      type: 'object',
      required: ['kind', 'series'],
      properties: { kind: kind('cells'), series, anchor }
    },
    {
      title: 'another propulsor',
      type: 'object',
      required: ['kind', 'propulsor'],
      properties: { kind: kind('propulsor'), propulsor: propulsorSchema, anchor }
    },
    {
      title: 'lower KV in software',
      type: 'object',
      required: ['kind'],
      properties: {
        kind: kind('output-limit'),
        series,
        wantedKvRpmPerVolt: figure('wanted KV', 1, 100000),
        limit: figure('output limit', 0.05, 1),
        anchor
      }
    },
    {
      title: 'another motor',
      type: 'object',
      required: ['kind', 'motor'],
      properties: { kind: kind('motor'), motor: motorSchema, anchor }
    },
    {
      title: 'another pack',
      type: 'object',
      required: ['kind', 'battery'],
      properties: { kind: kind('pack'), battery: batterySchema, anchor }
    },
    {
      title: 'a boat re-powered',
      type: 'object',
      required: ['kind', 'series'],
      properties: {
        kind: kind('repower'),
        series,
        motorDiameterMm: figure('diameter of the motor, mm', 10, 200)
      }
    },
    {
      title: 'from an engine',
      type: 'object',
      required: ['kind'],
      properties: {
        kind: kind('engine'),
        displacementCc: figure('displacement of the engine, cc', 0.1, 500),
        engine: { enum: [...ENGINES, null], title: 'kind of engine' },
        propeller: { anyOf: [propulsorSchema, { type: 'null' }] },
        rpm: figure('rpm of the engine', 500, 40000)
      }
    },
    {
      title: 'another number of motors',
      type: 'object',
      required: ['kind', 'count'],
      properties: {
        kind: kind('count'),
        count: { type: 'integer', minimum: 1, maximum: 8, title: 'number of motors' },
        anchor
      }
    }
  ]
} as const;

type Anchor = { readonly anchor?: Measurement | null };
export type CellsChange = { readonly kind: 'cells'; readonly series: number } & Anchor;
export type PropulsorChange = { readonly kind: 'propulsor'; readonly propulsor: Propulsor } & Anchor;
export type OutputLimitChange = {
  readonly kind: 'output-limit';
  readonly series?: number;
  readonly wantedKvRpmPerVolt?: number | null;
  readonly limit?: number | null;
} & Anchor;
export type MotorChange = { readonly kind: 'motor'; readonly motor: Motor } & Anchor;
export type PackChange = { readonly kind: 'pack'; readonly battery: Battery } & Anchor;
export type RepowerChange = {
  readonly kind: 'repower';
  readonly series: number;
  readonly motorDiameterMm?: number | null;
};
export type EngineChange = {
  readonly kind: 'engine';
  readonly displacementCc?: number | null;
  readonly engine?: Engine | null;
  readonly propeller?: Propulsor | null;
  readonly rpm?: number | null;
};
export type CountChange = { readonly kind: 'count'; readonly count: number } & Anchor;

/** Figures set as a step of its own: on the page only, never in a request. */
export interface FiguresChange {
  readonly kind: 'figures';
  readonly title: string;
  readonly changes: readonly Change[];
}

/** One change of a setup; `anchor` is what the present one was measured to do: the prediction is calibrated by it first. */
export type SetupChange =
  | CellsChange
  | PropulsorChange
  | OutputLimitChange
  | MotorChange
  | PackChange
  | RepowerChange
  | EngineChange
  | CountChange
  | FiguresChange;
export type ChangeKindName = SetupChange['kind'];

/** The reading that a change starts from; null where it has none. */
export const anchorOf = (change: SetupChange): Measurement | null =>
  'anchor' in change ? (change.anchor ?? null) : null;

export const changeRequestSchema = {
  title: 'request',
  type: 'object',
  required: ['setup', 'change'],
  properties: {
    setup: setupSchema,
    change: changeSchema,
    points: { type: 'array', minItems: 1, maxItems: 200, items: pointSchema, title: 'points' },
    schools: setupSchema.properties.schools,
    /** Parts to choose from where a change chooses parts; null: what is on sale. */
    shelf: { anyOf: [searchShelfSchema, { type: 'null' }] },
    windingC: { type: 'number', minimum: -40, maximum: 250, title: 'winding temperature' },
    bands: { type: 'boolean', title: 'bands' },
    /** Whether failing checks of both ends are given remedies of their own, as in a prediction. */
    remedies: { type: 'boolean', title: 'remedies' },
    /** Whether the fewest steps that make it safe are looked for. */
    mends: { type: 'boolean', title: 'mends' }
  }
} as const;

export interface ChangeRequest {
  readonly setup: SetupDocument;
  readonly change: SetupChange;
  readonly points?: PredictPoint[];
  readonly schools?: Record<string, string>;
  readonly shelf?: SearchShelf | null;
  readonly windingC?: number;
  readonly bands?: boolean;
  readonly remedies?: boolean;
  readonly mends?: boolean;
}
