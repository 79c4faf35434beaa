import { makersTableSchema } from '../shelf/makers-row.ts';
import { craftSchema, setupSchema } from '../setup/schema.ts';
import { PART_KINDS } from '../setup/stored.ts';
import { SCHEMAS } from './part-csv.ts';

const DRAFT = 'http://json-schema.org/draft-07/schema#';

/** A craft with its setups, as a file. */
const craftFile = {
  title: 'craft with its setups',
  type: 'object',
  required: ['format', 'name', 'kind', 'setups'],
  properties: {
    format: { const: 'iskarn.craft/1' },
    name: { type: 'string', minLength: 1, maxLength: 80 },
    kind: craftSchema.properties.kind,
    story: { type: 'string', maxLength: 2000 },
    setups: {
      type: 'array',
      minItems: 1,
      items: {
        type: 'object',
        required: ['document'],
        properties: { inUse: { type: 'boolean' }, document: setupSchema }
      }
    }
  }
} as const;

/** The whole shelf, as a file: each part by its kind's schema. */
const shelfFile = {
  title: 'shelf',
  type: 'object',
  required: ['format', 'parts'],
  properties: {
    format: { const: 'iskarn.shelf/1' },
    parts: {
      type: 'array',
      items: {
        type: 'object',
        required: ['kind', 'name', 'document'],
        properties: {
          kind: { enum: PART_KINDS },
          name: { type: 'string', minLength: 1, maxLength: 120 },
          owned: { type: 'boolean' },
          note: { type: 'string', maxLength: 2000 },
          measured: { type: 'object', additionalProperties: { type: 'number' } },
          tables: { type: 'array', items: makersTableSchema }
        },
        oneOf: PART_KINDS.map((kind) => ({
          properties: { kind: { const: kind }, document: SCHEMAS[kind] }
        }))
      }
    }
  }
} as const;

/** JSON Schemas of the files that Iskarn writes and reads, by format. */
export const FILE_SCHEMAS: Record<string, object> = {
  setup: { $schema: DRAFT, ...setupSchema },
  craft: { $schema: DRAFT, $id: 'iskarn.craft/1', ...craftFile },
  shelf: { $schema: DRAFT, $id: 'iskarn.shelf/1', ...shelfFile }
};
