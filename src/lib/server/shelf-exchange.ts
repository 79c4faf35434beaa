import type { ShelfImport } from '../api/schemas/shelf.ts';
import { partsToCsv, type PortablePart } from '../core/formats/part-csv.ts';
import type { ReadShelf } from '../core/formats/read-shelf.ts';
import {
  SHELF_FILES,
  SHELF_FORMATS,
  type ShelfFile,
  type ShelfFormatId
} from '../core/formats/shelf-formats.ts';
import { shelfToZip } from '../core/formats/shelf-package.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { found, type Outcome } from './outcome.ts';
import { listMakersTables } from './makers-tables.ts';
import { insertPart, listParts, markPart } from './parts.ts';

const portable = (db: Db): PortablePart[] => {
  const tables = new Map<number, ReturnType<typeof listMakersTables>>();
  for (const t of listMakersTables(db)) tables.set(t.partId, [...(tables.get(t.partId) ?? []), t]);
  return listParts(db).map((p) => ({
    kind: p.kind,
    name: p.name,
    owned: p.owned,
    note: p.note,
    price: p.price,
    document: p.document as Record<string, unknown>,
    measured: p.measured,
    tables: (tables.get(p.id) ?? []).map(({ title, rows }) => ({ title, rows }))
  }));
};

/** A file to send: its name, type and bytes. */
interface ExportFile {
  name: string;
  type: string;
  body: string | Uint8Array;
}

const SHELF_WRITERS: Readonly<
  Record<ShelfFormatId, (parts: PortablePart[], kind: ShelfFile['kind']) => string | Uint8Array>
> = {
  json: (parts) => JSON.stringify({ format: 'iskarn.shelf/1', parts }, null, 2),
  zip: shelfToZip,
  csv: (parts, kind) => (kind === null ? '' : partsToCsv(kind, parts))
};

/** The shelf as one of `SHELF_FILES`; null where there is none of that name. */
export function exportShelf(db: Db, id: string): ExportFile | null {
  const file = SHELF_FILES.find((f) => f.id === id);
  if (!file) return null;
  const { format, kind } = file;
  const { extension, mime } = SHELF_FORMATS[format];
  const parts = portable(db).filter((p) => kind === null || p.kind === kind);
  return { name: `${kind ?? 'shelf'}.${extension}`, type: mime, body: SHELF_WRITERS[format](parts, kind) };
}

/**
 * Plans the import of a file that was read, and applies it as one step when told to: with `apply`, nothing is stored while
 * there are errors unless `goodRowsOnly`.
 */
export function importShelf(
  db: Db,
  read: ReadShelf,
  apply: boolean,
  goodRowsOnly: boolean
): Outcome<ShelfImport> {
  return transaction(db, () => {
    const there = new Set(
      db.prepare("SELECT kind || '|' || name FROM part WHERE deleted_at IS NULL").pluck().all() as string[]
    );
    const plan: ShelfImport = { parts: [], errors: read.errors, added: [] };
    const adding = apply && (goodRowsOnly || read.errors.every((e) => e.harmless));
    const keep = db.prepare('INSERT INTO makers_table (part_id, title, rows) VALUES (?, ?, ?)');
    for (const { part, tables } of read.parts) {
      const { kind, name } = part;
      const key = `${kind}|${name}`;
      plan.parts.push({ kind, name, action: there.has(key) ? 'already there' : 'add' });
      if (there.has(key)) continue;
      there.add(key);
      if (!adding) continue;
      const id = insertPart(db, part);
      for (const table of tables) keep.run(id, table.title, JSON.stringify(table.rows));
      plan.added.push(id);
    }
    return found(plan);
  });
}

/** Takes an import back: the parts it added, as one step. */
export function undoImport(db: Db, ids: readonly number[]): Outcome<{ removed: number }> {
  return transaction(db, () => {
    let removed = 0;
    for (const id of ids) if (markPart(db, id, true).ok) removed++;
    return found({ removed });
  });
}
