import type { Marked } from '../../api/schemas/setups.ts';
import { found, notFound, staleness, type Outcome } from '../outcome.ts';
import type { Db } from './open.ts';
import { transaction } from './transaction.ts';

/** Tables whose rows are deleted by a mark, so that a deletion can be taken back, with the word for a row. */
const WORDS = {
  craft: 'craft',
  setup: 'setup',
  part: 'part',
  makers_table: 'maker’s table',
  search: 'search',
  run: 'run'
} as const;

/**
 * Marks a row deleted (`deleted` true), or takes the deletion back; not found where there is nothing to do.
 * @param revision the one the deletion was made from, where the caller knows it
 */
export function markDeleted(
  db: Db,
  table: keyof typeof WORDS,
  id: number,
  deleted: boolean,
  revision?: unknown
): Outcome<Marked> {
  const [value, state] = deleted
    ? ["strftime('%Y-%m-%dT%H:%M:%fZ', 'now')", 'deleted_at IS NULL']
    : ['NULL', 'deleted_at IS NOT NULL'];
  return transaction(db, () => {
    const row = db.prepare(`SELECT id, revision FROM ${table} WHERE id = ? AND ${state}`).get(id) as
      Marked | undefined;
    if (!row) return notFound(WORDS[table]);
    const stale = staleness(revision, row, WORDS[table], false);
    if (stale) return stale;
    db.prepare(`UPDATE ${table} SET deleted_at = ${value}, revision = revision + 1 WHERE id = ?`).run(id);
    return found({ id, revision: row.revision + 1 });
  });
}
