import type { FromSchema } from 'json-schema-to-ts';
import { pointSchema, setupSchema, type SetupDocument } from '../document/schema.ts';
import { searchShelfSchema, type SearchShelf } from '../search/search-request.ts';
import { KINDS, type AskedChange } from './kinds/all-kinds.ts';

/** What may be asked with a change beside it, but for the shelf. */
const asked = {
  title: 'request',
  type: 'object',
  properties: {
    points: { type: 'array', minItems: 1, maxItems: 200, items: pointSchema, title: 'points' },
    schools: setupSchema.properties.schools,
    windingC: { type: 'number', minimum: -40, maximum: 250, title: 'winding temperature' },
    bands: { type: 'boolean', title: 'bands' },
    /** Whether failing checks of both ends are given remedies of their own, as in a prediction. */
    remedies: { type: 'boolean', title: 'remedies' },
    /** Whether the fewest steps that make it safe are looked for. */
    mends: { type: 'boolean', title: 'mends' }
  }
} as const;

/** One change of a setup, by its kind; its type is `AskedChange`. */
export const changeSchema = {
  title: 'change',
  type: 'object',
  required: ['kind'],
  discriminator: { propertyName: 'kind' },
  oneOf: Object.values(KINDS).map((kind) => kind.schema)
} as const;

export const changeRequestSchema = {
  ...asked,
  required: ['setup', 'change'],
  properties: {
    setup: setupSchema,
    change: changeSchema,
    ...asked.properties,
    shelf: { anyOf: [searchShelfSchema, { type: 'null' }] }
  }
} as const;

export type ChangeRequest = FromSchema<typeof asked> & {
  readonly setup: SetupDocument;
  readonly change: AskedChange;
  /** Parts to choose from where a change chooses parts; null: what is on sale. */
  readonly shelf?: SearchShelf | null;
};
