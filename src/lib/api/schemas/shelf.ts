// Parts of the shelf in use, and what the import of a shelf would do.
import { partLifeSchema, partUseSchema, type PackRecord } from '../../core/document/part-life.ts';
import {
  describes,
  flag,
  list,
  nullable,
  number,
  object,
  oneOf,
  standsFor,
  text,
  whole,
  type TypeOf
} from '../../core/document/typed-schema.ts';
import { PART_KINDS } from '../../core/registry/parts.ts';
import type { PackHealth } from '../../core/shelf/pack-health.ts';
import type { ReminderDue } from '../../core/shelf/part-use.ts';
import type { RowError } from '../../core/text/row-error.ts';
import { reference } from './reference.ts';

/** A part's life as its page shows it: `due` is how each reminder stands, `health` of a pack, null of other parts. */
export const partLifeShownSchema = object({
  partId: whole,
  revision: whole,
  life: partLifeSchema,
  use: partUseSchema,
  due: list(
    describes<ReminderDue>()(object({ due: flag, usesLeft: nullable(number), secondsLeft: nullable(number) }))
  ),
  records: list(reference<PackRecord>('PackRecord')),
  health: nullable(standsFor<PackHealth>({ type: 'object' }))
});
export type PartLifeShown = TypeOf<typeof partLifeShownSchema>;

/** What the import of a shelf would do, or did; `added` are the ids of the parts added, which is what undo takes back. */
export const shelfImportSchema = object({
  parts: list(object({ kind: oneOf(PART_KINDS), name: text, action: oneOf(['add', 'already there']) })),
  errors: list(
    describes<RowError>()(
      object({ code: text, line: whole, column: text, message: text, harmless: flag, unread: flag }, [
        'harmless',
        'unread'
      ])
    )
  ),
  added: list(whole)
});
export type ShelfImport = TypeOf<typeof shelfImportSchema>;
