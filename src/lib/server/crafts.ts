import type { StoredCraft } from '../core/setup/stored.ts';
import { transaction, type Db } from './db/open.ts';
import { found, notFound, type Outcome } from './outcome.ts';

/** All crafts in their order. */
export const listCrafts = (db: Db): StoredCraft[] =>
  db
    .prepare('SELECT id, name, kind, story FROM craft WHERE deleted_at IS NULL ORDER BY position, id')
    .all() as StoredCraft[];

/** One craft. */
export function getCraft(db: Db, id: number): Outcome<StoredCraft> {
  const row = db
    .prepare('SELECT id, name, kind, story FROM craft WHERE id = ? AND deleted_at IS NULL')
    .get(id) as StoredCraft | undefined;
  return row ? found(row) : notFound('craft');
}

/** Stores a new craft. */
export function createCraft(db: Db, craft: Omit<StoredCraft, 'id'>): StoredCraft {
  return transaction(db, () => {
    const { lastInsertRowid } = db
      .prepare(
        'INSERT INTO craft (name, kind, story, position) VALUES (?, ?, ?, (SELECT ifnull(max(position), 0) + 1 FROM craft))'
      )
      .run(craft.name, craft.kind, craft.story);
    return { ...craft, id: Number(lastInsertRowid) };
  });
}
