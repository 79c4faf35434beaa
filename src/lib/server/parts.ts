import type { PartKind } from '../core/registry/parts.ts';
import { checkPart, type CheckedPart } from '../core/shelf/checked-part.ts';
import type { StoredPart } from '../core/document/stored.ts';
import type { Marked } from '../api/schemas/setups.ts';
import { markDeleted } from './db/mark-deleted.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { found, invalid, notFound, staleness, type Outcome } from './outcome.ts';

interface Row {
  id: number;
  revision: number;
  kind: PartKind;
  name: string;
  document: string;
  measured: string;
  owned: number;
  note: string;
  retired: number;
  fitted: string | null;
  price: number | null;
}

const COLUMNS = `id, revision, kind, name, document, measured, owned, note,
  json_extract(life, '$.retired.at') IS NOT NULL AS retired, fitted, price`;

const fromRow = (r: Row): StoredPart => ({
  ...r,
  document: JSON.parse(r.document) as StoredPart['document'],
  measured: JSON.parse(r.measured) as StoredPart['measured'],
  owned: r.owned === 1,
  retired: r.retired === 1,
  fitted: r.fitted === null ? null : (JSON.parse(r.fitted) as StoredPart['fitted'])
});

/** Parts of the shelf, by kind and name. */
export function listParts(db: Db, kind?: PartKind): StoredPart[] {
  const where = kind ? 'AND kind = ?' : '';
  const rows = db
    .prepare(`SELECT ${COLUMNS} FROM part WHERE deleted_at IS NULL ${where} ORDER BY kind, name`)
    .all(...(kind ? [kind] : [])) as Row[];
  return rows.map(fromRow);
}

/** Parts that may be used: those that are not retired. */
export const usableParts = (db: Db, kind?: PartKind): StoredPart[] =>
  listParts(db, kind).filter((p) => !p.retired);

/** One part. */
export function getPart(db: Db, id: number): Outcome<StoredPart> {
  const row = db.prepare(`SELECT ${COLUMNS} FROM part WHERE id = ? AND deleted_at IS NULL`).get(id) as
    Row | undefined;
  return row ? found(fromRow(row)) : notFound('part');
}

/** Puts a part on the shelf. */
export function createPart(db: Db, input: unknown): Outcome<StoredPart> {
  const part = checkPart(input);
  if (!part.ok) return invalid(part.errors);
  return transaction(db, () => getPart(db, insertPart(db, part.value)));
}

/** Stores a part that was checked; its id. */
export function insertPart(db: Db, p: CheckedPart): number {
  const { lastInsertRowid } = db
    .prepare(
      'INSERT INTO part (kind, name, document, measured, owned, note, price) VALUES (?, ?, ?, ?, ?, ?, ?)'
    )
    .run(...columnsOf(p));
  return Number(lastInsertRowid);
}

const columnsOf = (p: CheckedPart): [string, string, string, string, number, string, number | null] => [
  p.kind,
  p.name,
  JSON.stringify(p.document),
  JSON.stringify(p.measured),
  p.owned ? 1 : 0,
  p.note,
  p.price
];

/** Changes a part. @param revision the one the edit was made from */
export function editPart(db: Db, id: number, input: unknown, revision: unknown): Outcome<StoredPart> {
  const part = checkPart(input);
  if (!part.ok) return invalid(part.errors);
  return transaction(db, () => {
    const current = getPart(db, id);
    if (!current.ok) return current;
    const stale = staleness(revision, current.value, 'part', true);
    if (stale) return stale;
    db.prepare(
      'UPDATE part SET kind = ?, name = ?, document = ?, measured = ?, owned = ?, note = ?, price = ?, revision = revision + 1 WHERE id = ?'
    ).run(...columnsOf(part.value), id);
    return getPart(db, id);
  });
}

/** Takes a part off the shelf (`deleted` true), or puts it back. */
export const markPart = (db: Db, id: number, deleted: boolean, revision?: unknown): Outcome<Marked> =>
  markDeleted(db, 'part', id, deleted, revision);
