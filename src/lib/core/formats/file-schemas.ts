import { craftSchema } from '../document/schema/craft.ts';
import { PART_KINDS } from '../registry/parts.ts';
import { makersTableSchema } from '../document/makers-row.ts';
import { setupSchema } from '../document/schema.ts';
import { PART_SCHEMAS } from '../document/part-schemas.ts';

const DRAFT = 'http://json-schema.org/draft-07/schema#';

/** Most setups of one craft, and most parts of one shelf, that one file may bring. */
const MOST_SETUPS = 200;
export const MOST_PARTS = 5000;

/** A craft with its setups, as a file. */
export const craftFile = {
  title: 'craft with its setups',
  type: 'object',
  required: ['format', 'name', 'kind', 'setups'],
  properties: {
    format: { const: 'iskarn.craft/1', title: 'format' },
    name: { type: 'string', minLength: 1, maxLength: 120, title: 'name' },
    kind: craftSchema.properties.kind,
    story: { type: 'string', maxLength: 2000, title: 'story' },
    setups: {
      title: 'setups',
      type: 'array',
      minItems: 1,
      maxItems: MOST_SETUPS,
      items: {
        type: 'object',
        required: ['document'],
        properties: { inUse: { type: 'boolean' }, document: setupSchema }
      }
    }
  }
} as const;

/** One part of a shelf file, by its kind's schema. */
const partOfFile = {
  title: 'part',
  type: 'object',
  required: ['kind', 'name', 'document'],
  properties: {
    kind: { enum: PART_KINDS },
    name: { type: 'string', minLength: 1, maxLength: 120 },
    document: { type: 'object' },
    owned: { type: 'boolean' },
    note: { type: 'string', maxLength: 2000 },
    price: { type: ['number', 'null'], minimum: 0, maximum: 1e7, title: 'price' },
    measured: { type: 'object', additionalProperties: { type: 'number' } },
    tables: { type: 'array', maxItems: 100, items: makersTableSchema }
  },
  oneOf: PART_KINDS.map((kind) => ({
    type: 'object',
    properties: { kind: { const: kind }, document: PART_SCHEMAS[kind] }
  }))
} as const;

/** The whole shelf, as a file. */
const shelfFile = {
  title: 'shelf',
  type: 'object',
  required: ['format', 'parts'],
  properties: {
    format: { const: 'iskarn.shelf/1', title: 'format' },
    parts: { title: 'parts', type: 'array', maxItems: MOST_PARTS, items: partOfFile }
  }
} as const;

/** What is read before the parts are looked at one by one. */
export const shelfEnvelope = {
  ...shelfFile,
  properties: { ...shelfFile.properties, parts: { ...shelfFile.properties.parts, items: {} } }
} as const;

/** Schemas that were made standard already: the parts' stand in many documents. */
const made = new WeakMap<object, unknown>();

/**
 * A schema as any validator takes it: standard keywords only, and a figure that may be null as a choice of two types.
 * `discriminator` only makes the messages of the own validator better; it allows and refuses nothing.
 */
export function standardSchema(schema: unknown): unknown {
  if (schema === null || typeof schema !== 'object') return schema;
  if (!made.has(schema))
    made.set(schema, Array.isArray(schema) ? schema.map(standardSchema) : standardObject(schema));
  return made.get(schema);
}

function standardObject(schema: object): unknown {
  const {
    discriminator: _kind,
    $id: _id,
    ...plain
  } = Object.fromEntries(
    Object.entries(schema).map(([key, value]) => [
      key,
      key === 'enum' || key === 'const' || key === 'required' ? value : standardSchema(value)
    ])
  ) as Record<string, unknown>;
  if (!Array.isArray(plain.type)) return plain;
  const { type, title, ...limits } = plain as { type: string[]; title?: string };
  return {
    ...(title === undefined ? {} : { title }),
    anyOf: type.map((one) => (one === 'null' ? { type: 'null' } : { type: one, ...limits }))
  };
}

const served = (id: string, schema: object): object => ({
  $schema: DRAFT,
  $id: id,
  ...(standardSchema(schema) as object)
});

/** JSON Schemas of the files that Iskarn writes and reads, by format. */
export const FILE_SCHEMAS: Record<string, object> = {
  setup: served('iskarn.setup/1', setupSchema),
  craft: served('iskarn.craft/1', craftFile),
  shelf: served('iskarn.shelf/1', shelfFile)
};
