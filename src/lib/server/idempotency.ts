import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { found, type Outcome } from './outcome.ts';

/** How a request that may be sent twice names itself: what a browser draws at random. */
const KEY = /^[\w-]{16,64}$/;
/** How long a name is known, days. */
const KNOWN_DAYS = 90;

/**
 * Does something that makes a row at most once for a key: sent again, it is answered with what was made the first time.
 * @param key what the request names itself; without one it is done as often as it is sent
 * @param again the answer of the row that was made
 */
export function once<T extends { id: number }>(
  db: Db,
  kind: 'run' | 'setup' | 'part',
  key: string | null,
  make: () => Outcome<T>,
  again: (id: number) => Outcome<T>
): Outcome<T> {
  if (key === null || !KEY.test(key)) return make();
  return transaction(db, () => {
    const known = db.prepare('SELECT row_id FROM sent WHERE key = ? AND kind = ?').pluck().get(key, kind) as
      number | undefined;
    if (known !== undefined) {
      const standing = again(known);
      if (standing.ok) return standing;
      // it was made, and deleted since: it is not made a second time
      return found({ id: known } as T);
    }
    const made = make();
    if (!made.ok) return made;
    db.prepare("DELETE FROM sent WHERE at < datetime('now', ?)").run(`-${KNOWN_DAYS} days`);
    db.prepare('INSERT INTO sent (key, kind, row_id) VALUES (?, ?, ?)').run(key, kind, made.value.id);
    return made;
  });
}
