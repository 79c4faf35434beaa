// Files of crafts, and what their import would do.
import { CRAFT_KINDS } from '../../core/document/schema/craft.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import {
  exactly,
  flag,
  list,
  nullable,
  object,
  oneOf,
  text,
  whole,
  type TypeOf
} from '../../core/document/typed-schema.ts';
import { reference } from './reference.ts';

/** A craft with its setups, as a file that can be imported. */
export const craftFileSchema = object({
  format: exactly('iskarn.craft/1'),
  revision: whole,
  name: text,
  kind: oneOf(CRAFT_KINDS),
  story: text,
  setups: list(object({ inUse: flag, document: reference<SetupDocument>('Setup') }))
});
export type CraftFile = TypeOf<typeof craftFileSchema>;

/**
 * What the import of a craft or a setup would do, or did. The ids are of what was made, which is what undo takes back: null and
 * empty before it is applied.
 */
export const craftImportSchema = object({
  craft: object({ name: text, kind: oneOf(CRAFT_KINDS), isNew: flag }),
  setups: list(text),
  craftId: nullable(whole),
  setupIds: list(whole)
});
export type CraftImport = TypeOf<typeof craftImportSchema>;

/** How many things were taken back. */
export const removedSchema = object({ removed: whole });
