import { makersTableSchema, type MakersRow } from '../core/document/makers-row.ts';
import type { Motor } from '../core/document/schema.ts';
import type { FittedPart, StoredMakersTable } from '../core/document/stored.ts';
import { asUsed } from '../core/shelf/measured.ts';
import { validateAgainst } from '../core/document/validate.ts';
import type { Marked } from '../api/schemas/setups.ts';
import { markDeleted } from './db/mark-deleted.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { getPart } from './parts.ts';
import { found, invalid, notFound, staleness, type Outcome } from './outcome.ts';

interface Row {
  id: number;
  revision: number;
  part_id: number;
  title: string;
  rows: string;
}

const SELECT = 'SELECT id, revision, part_id, title, rows FROM makers_table WHERE deleted_at IS NULL';

const fromRow = (r: Row): StoredMakersTable => ({
  id: r.id,
  revision: r.revision,
  partId: r.part_id,
  title: r.title,
  rows: JSON.parse(r.rows) as MakersRow[]
});

/** All tables, or those of one motor, in the order they were kept. */
export function listMakersTables(db: Db, partId?: number): StoredMakersTable[] {
  const rows =
    partId === undefined
      ? db.prepare(`${SELECT} ORDER BY id`).all()
      : db.prepare(`${SELECT} AND part_id = ? ORDER BY id`).all(partId);
  return (rows as Row[]).map(fromRow);
}

/** One table. */
export function getMakersTable(db: Db, id: number): Outcome<StoredMakersTable> {
  const row = db.prepare(`${SELECT} AND id = ?`).get(id) as Row | undefined;
  return row ? found(fromRow(row)) : notFound('maker’s table');
}

const checked = (value: unknown): Outcome<{ title: string; rows: MakersRow[] }> => {
  const table = validateAgainst<{ title: string; rows: MakersRow[] }>(makersTableSchema, value);
  return table.ok ? found(table.value) : invalid(table.errors);
};

/** Keeps a table with a motor of the shelf. */
export function createMakersTable(db: Db, partId: number, value: unknown): Outcome<StoredMakersTable> {
  const table = checked(value);
  if (!table.ok) return table;
  return transaction(db, () => {
    const motor = db
      .prepare("SELECT id FROM part WHERE id = ? AND kind = 'motor' AND deleted_at IS NULL")
      .get(partId);
    if (!motor) return notFound('motor');
    const { lastInsertRowid } = db
      .prepare('INSERT INTO makers_table (part_id, title, rows) VALUES (?, ?, ?)')
      .run(partId, table.value.title.trim(), JSON.stringify(table.value.rows));
    return getMakersTable(db, Number(lastInsertRowid));
  });
}

/** Changes a table's title and rows. @param revision the one the edit was made from */
export function editMakersTable(
  db: Db,
  id: number,
  value: unknown,
  revision: unknown
): Outcome<StoredMakersTable> {
  const table = checked(value);
  if (!table.ok) return table;
  return transaction(db, () => {
    const current = getMakersTable(db, id);
    if (!current.ok) return current;
    const stale = staleness(revision, current.value, 'maker’s table', true);
    if (stale) return stale;
    db.prepare('UPDATE makers_table SET title = ?, rows = ?, revision = revision + 1 WHERE id = ?').run(
      table.value.title.trim(),
      JSON.stringify(table.value.rows),
      id
    );
    return getMakersTable(db, id);
  });
}

/** Takes a table away (`deleted` true), or puts it back. */
export const markMakersTable = (db: Db, id: number, deleted: boolean, revision?: unknown): Outcome<Marked> =>
  markDeleted(db, 'makers_table', id, deleted, revision);

/** Motor and rows that a table's fit is made of: all tables that are kept with a motor; null where its runs taught it already. */
export function taughtFrom(
  db: Db,
  partId: number
): { motor: Motor; rows: MakersRow[]; family: string | null; title: string } | null {
  const part = getPart(db, partId);
  if (!part.ok || part.value.kind !== 'motor' || (part.value.fitted && !part.value.fitted.table)) return null;
  const tables = listMakersTables(db, partId);
  const family = db
    .prepare(
      `SELECT json_extract(r.document, '$.propulsor.family') FROM setup s
       JOIN setup_revision r ON r.id = s.current_revision_id
       WHERE s.deleted_at IS NULL AND json_extract(r.document, '$.motor.name') = ?
         AND json_extract(r.document, '$.propulsor.kind') = 'propeller' ORDER BY s.id DESC LIMIT 1`
    )
    .pluck()
    .get(part.value.name) as string | null | undefined;
  return {
    motor: asUsed(part.value) as Motor,
    rows: tables.flatMap((table) => table.rows),
    family: family ?? null,
    title: tables.map((table) => table.title).join(', ')
  };
}

/** Gives what a motor's tables taught to the motor, or takes it away where they teach nothing: predictions follow it at once. */
export function giveTaught(
  db: Db,
  partId: number,
  title: string,
  calibration: FittedPart['calibration'] | null,
  now: string
): void {
  transaction(db, () => {
    const part = getPart(db, partId);
    if (!part.ok || (part.value.fitted && !part.value.fitted.table)) return found(null);
    const value: FittedPart | null = calibration && {
      at: now,
      from: title.slice(0, 200),
      says: `the maker’s table “${title.slice(0, 200)}”: amps to ±5 %, thrust 5 % less than it says, to ±12 %`,
      table: true,
      calibration
    };
    if ((value === null) === (part.value.fitted === null) && value === null) return found(null);
    db.prepare('UPDATE part SET fitted = ?, revision = revision + 1 WHERE id = ?').run(
      value && JSON.stringify(value),
      partId
    );
    return found(null);
  });
}
