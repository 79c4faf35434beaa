import type { StoredCraft, StoredSetup } from '../core/document/stored.ts';
import type { Marked } from '../api/schemas/setups.ts';
import { markDeleted } from './db/mark-deleted.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import type { SetupDocument } from '../core/document/schema.ts';
import { found, notFound, type Outcome } from './outcome.ts';
import { createSetup } from './setups.ts';

/** All crafts in their order. */
export const listCrafts = (db: Db): StoredCraft[] =>
  db
    .prepare(
      'SELECT id, revision, name, kind, story FROM craft WHERE deleted_at IS NULL ORDER BY position, id'
    )
    .all() as StoredCraft[];

/** One craft. */
export function getCraft(db: Db, id: number): Outcome<StoredCraft> {
  const row = db
    .prepare('SELECT id, revision, name, kind, story FROM craft WHERE id = ? AND deleted_at IS NULL')
    .get(id) as StoredCraft | undefined;
  return row ? found(row) : notFound('craft');
}

/** Takes a craft off the hangar (`deleted` true), or puts it back. */
export const markCraft = (db: Db, id: number, deleted: boolean, revision?: unknown): Outcome<Marked> =>
  markDeleted(db, 'craft', id, deleted, revision);

/** Stores a craft with its first setup, as one step. */
export function createSketched(
  db: Db,
  sketched: { name: string; document: SetupDocument }
): Outcome<StoredSetup> {
  const { name, document } = sketched;
  return transaction(db, () => {
    const craft = createCraft(db, { name, kind: document.craft.kind, story: '' });
    return craft.ok ? createSetup(db, craft.value.id, document, 'sketched from the brief') : craft;
  });
}

/** Stores a new craft. */
export function createCraft(
  db: Db,
  craft: Pick<StoredCraft, 'name' | 'kind' | 'story'>
): Outcome<StoredCraft> {
  return transaction(db, () => {
    const { lastInsertRowid } = db
      .prepare(
        'INSERT INTO craft (name, kind, story, position) VALUES (?, ?, ?, (SELECT ifnull(max(position), 0) + 1 FROM craft))'
      )
      .run(craft.name, craft.kind, craft.story);
    return getCraft(db, Number(lastInsertRowid));
  });
}
