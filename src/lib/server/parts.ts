import { SCHEMAS } from '../core/formats/part-csv.ts';
import { MEASURABLE } from '../core/shelf/measured.ts';
import { PART_KINDS, type PartKind, type StoredPart } from '../core/setup/stored.ts';
import { validateAgainst } from '../core/setup/validate.ts';
import { markDeleted } from './db/mark-deleted.ts';
import { transaction, type Db } from './db/open.ts';
import { found, invalid, notFound, type Outcome } from './outcome.ts';

interface Row {
  id: number;
  kind: PartKind;
  name: string;
  document: string;
  measured: string;
  owned: number;
  note: string;
}

const fromRow = (r: Row): StoredPart => ({
  ...r,
  document: JSON.parse(r.document) as StoredPart['document'],
  measured: JSON.parse(r.measured) as StoredPart['measured'],
  owned: r.owned === 1
});

/** Parts of the shelf, by kind and name. */
export function listParts(db: Db, kind?: PartKind): StoredPart[] {
  const where = kind ? 'AND kind = ?' : '';
  const rows = db
    .prepare(
      `SELECT id, kind, name, document, measured, owned, note FROM part WHERE deleted_at IS NULL ${where} ORDER BY kind, name`
    )
    .all(...(kind ? [kind] : [])) as Row[];
  return rows.map(fromRow);
}

/** One part. */
export function getPart(db: Db, id: number): Outcome<StoredPart> {
  const row = db
    .prepare(
      'SELECT id, kind, name, document, measured, owned, note FROM part WHERE id = ? AND deleted_at IS NULL'
    )
    .get(id) as Row | undefined;
  return row ? found(fromRow(row)) : notFound('part');
}

/** What a caller sends of a part. */
export interface PartInput {
  kind?: unknown;
  name?: unknown;
  document?: unknown;
  measured?: unknown;
  owned?: unknown;
  note?: unknown;
}

function checked(input: PartInput): Outcome<{
  kind: PartKind;
  name: string;
  document: object;
  measured: object;
  owned: number;
  note: string;
}> {
  const kind = input.kind as PartKind;
  if (!PART_KINDS.includes(kind))
    return invalid([
      {
        path: 'kind',
        message: `kind is ${JSON.stringify(input.kind)}; it should be one of ${PART_KINDS.join(', ')}.`
      }
    ]);
  const name = typeof input.name === 'string' ? input.name.trim() : '';
  if (name === '' || name.length > 120)
    return invalid([{ path: 'name', message: 'a part needs a name of at most 120 characters.' }]);
  const document = validateAgainst<object>(SCHEMAS[kind], input.document);
  if (!document.ok) return invalid(document.errors.map((e) => ({ ...e, path: `document.${e.path}` })));
  const measured = measuredOf(kind, document.value, input.measured ?? {});
  if (!measured.ok) return measured;
  return found({
    kind,
    name,
    document: document.value,
    measured: measured.value,
    owned: input.owned === true ? 1 : 0,
    note: typeof input.note === 'string' ? input.note.slice(0, 2000) : ''
  });
}

/** Measured figures: only those that can be measured, inside the same limits as the label's. */
function measuredOf(kind: PartKind, label: object, value: unknown): Outcome<object> {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return invalid([{ path: 'measured', message: 'measured should be an object of figures by field.' }]);
  const given = Object.entries(value).filter(([, v]) => v !== null);
  const known = Object.keys(MEASURABLE[kind]);
  const errors = given
    .filter(([field]) => !known.includes(field))
    .map(([field]) => ({
      path: `measured.${field}`,
      message: `"${field}" is not measured for this kind of part; ${known.join(', ')} are.`
    }));
  if (errors.length > 0) return invalid(errors);
  const measured = Object.fromEntries(given);
  const checked = validateAgainst<object>(SCHEMAS[kind], { ...label, ...measured });
  return checked.ok
    ? found(measured)
    : invalid(checked.errors.map((e) => ({ ...e, path: `measured.${e.path}` })));
}

/** Puts a part on the shelf. */
export function createPart(db: Db, input: PartInput): Outcome<StoredPart> {
  const part = checked(input);
  if (!part.ok) return part;
  const p = part.value;
  return transaction(db, () => {
    const { lastInsertRowid } = db
      .prepare('INSERT INTO part (kind, name, document, measured, owned, note) VALUES (?, ?, ?, ?, ?, ?)')
      .run(p.kind, p.name, JSON.stringify(p.document), JSON.stringify(p.measured), p.owned, p.note);
    return getPart(db, Number(lastInsertRowid));
  });
}

/** Changes a part. */
export function editPart(db: Db, id: number, input: PartInput): Outcome<StoredPart> {
  const part = checked(input);
  if (!part.ok) return part;
  const p = part.value;
  return transaction(db, () => {
    const { changes } = db
      .prepare(
        'UPDATE part SET kind = ?, name = ?, document = ?, measured = ?, owned = ?, note = ? WHERE id = ? AND deleted_at IS NULL'
      )
      .run(p.kind, p.name, JSON.stringify(p.document), JSON.stringify(p.measured), p.owned, p.note, id);
    return changes === 1 ? getPart(db, id) : notFound('part');
  });
}

/** Takes a part off the shelf (`deleted` true), or puts it back. */
export const markPart = (db: Db, id: number, deleted: boolean): Outcome<{ id: number }> =>
  markDeleted(db, 'part', id, deleted);
