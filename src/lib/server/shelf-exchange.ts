import { partsFromCsv, partsToCsv, type PortablePart, type RowError } from '../core/formats/part-csv.ts';
import { shelfFromZip, shelfToZip } from '../core/formats/shelf-package.ts';
import { PART_KINDS, type PartKind } from '../core/setup/stored.ts';
import { transaction, type Db } from './db/open.ts';
import { found, type Outcome } from './outcome.ts';
import { createMakersTable, listMakersTables } from './makers-tables.ts';
import { createPart, listParts, markPart } from './parts.ts';

const portable = (db: Db): PortablePart[] => {
  const tables = listMakersTables(db);
  return listParts(db).map((p) => ({
    kind: p.kind,
    name: p.name,
    owned: p.owned,
    note: p.note,
    document: p.document as Record<string, unknown>,
    measured: p.measured,
    tables: tables.filter((t) => t.partId === p.id).map(({ title, rows }) => ({ title, rows }))
  }));
};

/** A file to send: its name, type and bytes. */
export interface ExportFile {
  name: string;
  type: string;
  body: string | Uint8Array;
}

/** The shelf as `json`, `zip` (Tabular Data Package) or the CSV of one kind. */
export function exportShelf(db: Db, format: string): ExportFile | null {
  if (format === 'json')
    return {
      name: 'shelf.json',
      type: 'application/json',
      body: JSON.stringify({ format: 'iskarn.shelf/1', parts: portable(db) }, null, 2)
    };
  if (format === 'zip') return { name: 'shelf.zip', type: 'application/zip', body: shelfToZip(portable(db)) };
  const kind = format.replace(/\.csv$/, '') as PartKind;
  if (!PART_KINDS.includes(kind)) return null;
  return {
    name: `${kind}.csv`,
    type: 'text/csv',
    body: partsToCsv(
      kind,
      portable(db).filter((p) => p.kind === kind)
    )
  };
}

/** What an import would do, or did. */
export interface ImportPlan {
  parts: { kind: PartKind; name: string; action: 'add' | 'already there' }[];
  errors: RowError[];
  /** Ids of the parts added, once applied: what undo takes back. */
  added: number[];
}

/** Reads a shelf file of any of the formats, without storing anything. */
function readShelf(name: string, bytes: Uint8Array): { parts: PortablePart[]; errors: RowError[] } {
  const text = (): string => new TextDecoder().decode(bytes);
  if (/\.zip$/i.test(name)) return shelfFromZip(bytes);
  if (/\.json$/i.test(name)) {
    try {
      const value = JSON.parse(text()) as { format?: unknown; parts?: unknown };
      if (value.format !== 'iskarn.shelf/1' || !Array.isArray(value.parts))
        return {
          parts: [],
          errors: [
            { line: 1, column: 'format', message: 'this is no shelf: its format should be "iskarn.shelf/1".' }
          ]
        };
      return { parts: value.parts as PortablePart[], errors: [] };
    } catch (error) {
      return {
        parts: [],
        errors: [{ line: 1, column: '', message: `this is not JSON: ${(error as Error).message}.` }]
      };
    }
  }
  const kind = PART_KINDS.find((k) => name.toLowerCase().includes(k));
  if (!kind)
    return {
      parts: [],
      errors: [
        {
          line: 0,
          column: '',
          message: `name the file after its kind of part (${PART_KINDS.map((k) => `${k}.csv`).join(', ')}), or send a .json or .zip shelf.`
        }
      ]
    };
  return partsFromCsv(kind, text());
}

/**
 * Plans an import, and applies it as one step when told to: with `apply`, nothing is stored while there are errors
 * unless `goodRowsOnly`.
 */
export function importShelf(
  db: Db,
  name: string,
  bytes: Uint8Array,
  apply: boolean,
  goodRowsOnly: boolean
): Outcome<ImportPlan> {
  const read = readShelf(name, bytes);
  const there = new Set(listParts(db).map((p) => `${p.kind}|${p.name}`));
  const plan: ImportPlan = { parts: [], errors: read.errors, added: [] };
  const good: PortablePart[] = [];
  read.parts.forEach((p, at) => {
    const key = `${p?.kind}|${p?.name}`;
    if (there.has(key)) {
      plan.parts.push({ kind: p.kind, name: p.name, action: 'already there' });
      return;
    }
    good.push(p);
    plan.parts.push({ kind: p?.kind, name: String(p?.name ?? `part ${at + 1}`), action: 'add' });
  });
  // a JSON shelf is checked here: its parts meet the same schemas as everything else
  const trial = db.transaction(() => {
    good.forEach((p, at) => {
      const made = createPart(db, p as unknown as Record<string, unknown>);
      if (made.ok) {
        plan.added.push(made.value.id);
        for (const table of Array.isArray(p.tables) ? p.tables : []) {
          const kept = createMakersTable(db, made.value.id, table);
          if (!kept.ok) plan.errors.push({ line: at + 1, column: 'tables', message: kept.message });
        }
      } else {
        plan.errors.push({ line: at + 1, column: 'part', message: made.message });
        plan.parts = plan.parts.filter((x) => x.name !== p?.name);
      }
    });
    const refused = plan.errors.some((e) => !/is left out/.test(e.message)) && !goodRowsOnly;
    if (!apply || refused) {
      plan.added = [];
      throw new Undo();
    }
  });
  try {
    trial.immediate();
  } catch (error) {
    if (!(error instanceof Undo)) throw error;
  }
  return found(plan);
}

/** Rolls a transaction back without being a failure. */
class Undo extends Error {}

/** Takes an import back: the parts it added, as one step. */
export function undoImport(db: Db, ids: readonly number[]): Outcome<{ removed: number }> {
  return transaction(db, () => {
    let removed = 0;
    for (const id of ids) if (markPart(db, id, true).ok) removed++;
    return found({ removed });
  });
}
