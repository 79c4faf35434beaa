import type { RememberedColumns } from '../../core/document/columns-schema.ts';
import type { Db } from '../db/open.ts';
import { transaction } from '../db/transaction.ts';
import { found, type Outcome } from '../outcome.ts';

/** Most mappings that are remembered; the one that was not used for longest is forgotten. */
const MOST = 200;

/** How columns of these names were read last; null where they never were. */
export function recallColumns(db: Db, signature: string): { columns: RememberedColumns | null } {
  const text = db
    .prepare('SELECT document FROM column_mapping WHERE signature = ?')
    .pluck()
    .get(signature) as string | undefined;
  return { columns: text === undefined ? null : (JSON.parse(text) as RememberedColumns) };
}

/** Remembers how columns are read. */
export function rememberColumns(db: Db, columns: RememberedColumns): Outcome<{ columns: RememberedColumns }> {
  return transaction(db, () => {
    db.prepare(
      `INSERT INTO column_mapping (signature, document) VALUES (?, ?) ON CONFLICT (signature)
       DO UPDATE SET document = excluded.document, used_at = strftime('%Y-%m-%dT%H:%M:%fZ', 'now')`
    ).run(columns.signature, JSON.stringify(columns));
    db.prepare(
      'DELETE FROM column_mapping WHERE signature NOT IN (SELECT signature FROM column_mapping ORDER BY used_at DESC LIMIT ?)'
    ).run(MOST);
    return found({ columns });
  });
}
