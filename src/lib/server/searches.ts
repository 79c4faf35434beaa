import { savedSearchSchema, type SavedSearch } from '../core/search/saved-search.ts';
import type { StoredSearch } from '../core/document/stored.ts';
import { validateAgainst } from '../core/document/validate.ts';
import type { Marked } from '../api/schemas/setups.ts';
import { markDeleted } from './db/mark-deleted.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { found, invalid, notFound, staleness, type Outcome } from './outcome.ts';

interface Row {
  id: number;
  revision: number;
  craft_id: number;
  name: string;
  document: string;
}

const SELECT = 'SELECT id, revision, craft_id, name, document FROM search WHERE deleted_at IS NULL';

const fromRow = (r: Row): StoredSearch => ({
  id: r.id,
  revision: r.revision,
  craftId: r.craft_id,
  name: r.name,
  document: JSON.parse(r.document) as StoredSearch['document']
});

/** Searches of a craft, in the order they were kept. */
export const listSearches = (db: Db, craftId: number): StoredSearch[] =>
  (db.prepare(`${SELECT} AND craft_id = ? ORDER BY id`).all(craftId) as Row[]).map(fromRow);

/** One search. */
export function getSearch(db: Db, id: number): Outcome<StoredSearch> {
  const row = db.prepare(`${SELECT} AND id = ?`).get(id) as Row | undefined;
  return row ? found(fromRow(row)) : notFound('search');
}

const checked = (value: unknown): Outcome<SavedSearch> => {
  const search = validateAgainst<SavedSearch>(savedSearchSchema, value);
  return search.ok ? found(search.value) : invalid(search.errors);
};

/** Keeps a search with a craft. */
export function createSearch(db: Db, craftId: number, value: unknown): Outcome<StoredSearch> {
  const search = checked(value);
  if (!search.ok) return search;
  return transaction(db, () => {
    const craft = db.prepare('SELECT id FROM craft WHERE id = ? AND deleted_at IS NULL').get(craftId);
    if (!craft) return notFound('craft');
    const { name, document } = search.value;
    const { lastInsertRowid } = db
      .prepare('INSERT INTO search (craft_id, name, document) VALUES (?, ?, ?)')
      .run(craftId, name.trim(), JSON.stringify(document));
    return getSearch(db, Number(lastInsertRowid));
  });
}

/** Changes a search. @param revision the one the edit was made from */
export function editSearch(db: Db, id: number, value: unknown, revision: unknown): Outcome<StoredSearch> {
  const search = checked(value);
  if (!search.ok) return search;
  return transaction(db, () => {
    const current = getSearch(db, id);
    if (!current.ok) return current;
    const stale = staleness(revision, current.value, 'search', true);
    if (stale) return stale;
    const { name, document } = search.value;
    db.prepare('UPDATE search SET name = ?, document = ?, revision = revision + 1 WHERE id = ?').run(
      name.trim(),
      JSON.stringify(document),
      id
    );
    return getSearch(db, id);
  });
}

/** Takes a search away (`deleted` true), or puts it back. */
export const markSearch = (db: Db, id: number, deleted: boolean, revision?: unknown): Outcome<Marked> =>
  markDeleted(db, 'search', id, deleted, revision);
