import type { Share } from '../api/schemas/setups.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { digestOf, newSecret } from './auth/secrets.ts';
import { created, found, notFound, refused, type Outcome } from './outcome.ts';
import { getSetup } from './setups.ts';

/** Most links to one sheet. */
const MOST = 20;

const rowsOf = (db: Db, setupId: number): Share[] =>
  db
    .prepare(
      'SELECT id, created_at AS createdAt, read_at AS readAt FROM share WHERE setup_id = ? ORDER BY id DESC'
    )
    .all(setupId) as Share[];

/** Links to the sheet of a setup: when each was made and last read, not what it is. */
export function listShares(db: Db, setupId: number): Outcome<Share[]> {
  const setup = getSetup(db, setupId);
  return setup.ok ? found(rowsOf(db, setupId)) : setup;
}

/** Makes a link by which a sheet may be read without logging in. Its name is told once, and stored as a digest. */
export function createShare(db: Db, setupId: number, now = new Date()): Outcome<Share & { path: string }> {
  const setup = getSetup(db, setupId);
  if (!setup.ok) return setup;
  return transaction(db, () => {
    if (rowsOf(db, setupId).length >= MOST)
      return refused('nothing-to-do', `There are ${MOST} links to this sheet; take one away first.`);
    const name = newSecret();
    const at = now.toISOString();
    const { lastInsertRowid } = db
      .prepare('INSERT INTO share (name_digest, setup_id, created_at) VALUES (?, ?, ?)')
      .run(digestOf(name), setupId, at);
    return created({ id: Number(lastInsertRowid), createdAt: at, readAt: null, path: `/shared/${name}` });
  });
}

/** Takes a link away: from then on it leads nowhere. */
export const dropShare = (db: Db, id: number): Outcome<{ id: number }> =>
  db.prepare('DELETE FROM share WHERE id = ?').run(id).changes > 0 ? found({ id }) : notFound('link');

/** The setup whose sheet a link leads to; null where it leads nowhere, or the setup was deleted. Notes that it was read. */
export function sharedSetup(db: Db, name: string, now = new Date()): number | null {
  const row = db.prepare('SELECT id, setup_id FROM share WHERE name_digest = ?').get(digestOf(name)) as
    { id: number; setup_id: number } | undefined;
  if (!row || !getSetup(db, row.setup_id).ok) return null;
  db.prepare('UPDATE share SET read_at = ? WHERE id = ?').run(now.toISOString(), row.id);
  return row.setup_id;
}
