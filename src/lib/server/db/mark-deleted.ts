import { found, notFound, type Outcome } from '../outcome.ts';
import { transaction, type Db } from './open.ts';

/** Tables whose rows are deleted by a mark, so that a deletion can be taken back, with the word for a row. */
const WORDS = { craft: 'craft', setup: 'setup', part: 'part', makers_table: 'maker’s table' } as const;

/** Marks a row deleted (`deleted` true), or takes the deletion back; not found where there is nothing to do. */
export function markDeleted(
  db: Db,
  table: keyof typeof WORDS,
  id: number,
  deleted: boolean
): Outcome<{ id: number }> {
  const [value, state] = deleted
    ? ["strftime('%Y-%m-%dT%H:%M:%fZ', 'now')", 'deleted_at IS NULL']
    : ['NULL', 'deleted_at IS NOT NULL'];
  return transaction(db, () => {
    const { changes } = db
      .prepare(`UPDATE ${table} SET deleted_at = ${value} WHERE id = ? AND ${state}`)
      .run(id);
    return changes === 1 ? found({ id }) : notFound(WORDS[table]);
  });
}
