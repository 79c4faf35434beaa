import { PART_KINDS, type PartKind } from '../registry/parts.ts';
import { PART_SCHEMAS } from '../document/part-schemas.ts';
import { rowError, rowErrorOf, type RowError } from '../text/row-error.ts';
import { csvText, readCsv } from '../text/csv.ts';
import type { MakersRow } from '../document/makers-row.ts';
import { MEASURABLE } from '../shelf/measured.ts';
import { shelfFields } from '../registry/fields.ts';
import { validateAgainst } from '../document/validate.ts';
import { unitOfField } from '../units/unit-of-field.ts';

/** A part as it goes to and comes from a file. */
export interface PortablePart {
  kind: PartKind;
  name: string;
  owned: boolean;
  note: string;
  /** Of one; files made before it was kept lack it. */
  price?: number | null;
  document: Record<string, unknown>;
  /** What was measured, by field; files made before it was kept lack it. */
  measured?: Record<string, number>;
  /** Maker's tables kept with a motor. */
  tables?: { title: string; rows: MakersRow[] }[];
}

/** Columns of each kind, in order: fields that are no figure, list or choice have none, JSON holds them. */
const fieldsOf = new Map(PART_KINDS.map((kind) => [kind, shelfFields(kind)]));
export const FIELDS = Object.fromEntries(
  PART_KINDS.map((kind) => [kind, fieldsOf.get(kind)?.map((f) => f.name)])
) as Record<PartKind, string[]>;
/** Fields that are a list: its figures stand in one cell, semicolons between. */
const isList = (kind: PartKind, name: string): boolean =>
  fieldsOf.get(kind)?.find((f) => f.name === name)?.isList ?? false;

/** Header cell of a field: its name and unit. */
export const headOf = (field: string): string =>
  unitOfField(field) === '' ? field : `${field} [${unitOfField(field)}]`;

const MEASURED = 'measured ';
/** Every column of a kind's file: what it is, its label's figures, and what was measured. */
export const columnsOf = (kind: PartKind): string[] => [
  'name',
  'owned',
  'note',
  'price',
  ...FIELDS[kind],
  ...Object.keys(MEASURABLE[kind]).map((field) => MEASURED + field)
];

/** Parts of one kind as CSV, units in the header row; coefficients are not part of it (JSON holds them). */
export function partsToCsv(kind: PartKind, parts: readonly PortablePart[]): string {
  return csvText(
    columnsOf(kind).map(headOf),
    parts.map((p) => [
      p.name,
      p.owned ? 'yes' : 'no',
      p.note,
      p.price ?? '',
      ...FIELDS[kind].map((f) => {
        const value = p.document[f] ?? '';
        return Array.isArray(value) ? value.join('; ') : (value as string | number);
      }),
      ...Object.keys(MEASURABLE[kind]).map((f) => p.measured?.[f] ?? '')
    ])
  );
}

/** A header cell as field and unit: the unit stands in brackets at its end. */
function readHead(cell: string): { field: string; unit: string | null } {
  const text = cell.trim();
  const open = text.endsWith(']') ? text.lastIndexOf('[') : -1;
  return open === -1
    ? { field: text, unit: null }
    : { field: text.slice(0, open).trim(), unit: text.slice(open + 1, -1) };
}

/** What is wrong with the header row; `harmless` for columns that are only left out. */
function headProblems(kind: PartKind, heads: readonly { field: string; unit: string | null }[]): RowError[] {
  const known = new Set(columnsOf(kind));
  const errors: RowError[] = [];
  if (!heads.some((h) => h.field === 'name')) errors.push(rowError(1, '', 'no-name-column', {}));
  for (const { field, unit } of heads) {
    const column = field.slice(0, 60);
    const wanted = unitOfField(field);
    if (field !== '' && !known.has(field))
      errors.push(rowError(1, column, 'strange-column', { column: field }, { harmless: true }));
    else if (unit !== null && field !== '' && unit !== wanted)
      errors.push(rowError(1, column, 'column-unit', { column: field, unit, wanted: wanted ?? '' }));
  }
  return errors;
}

/** The kind of part whose columns a file has: that of most fields, where it is one kind alone; null where it is none. */
export function kindOfHeader(text: string): PartKind | null {
  const read = readCsv(text);
  if (!read.ok) return null;
  const fields = read.rows[0].map((head) => readHead(head).field).filter((f) => !COMMON.has(f));
  const counts = PART_KINDS.map((kind) => {
    const known = new Set(columnsOf(kind));
    return { kind, count: fields.filter((f) => known.has(f)).length };
  }).sort((a, b) => b.count - a.count);
  const [first, second] = counts;
  return first.count > 0 && first.count > second.count ? first.kind : null;
}

/** Columns that every kind has. */
const COMMON: ReadonlySet<string> = new Set(['name', 'owned', 'note', 'price']);

/** Reads parts of one kind from CSV. Good rows and errors come apart, so that the good can be taken alone. */
export function partsFromCsv(kind: PartKind, text: string): { parts: PortablePart[]; errors: RowError[] } {
  const read = readCsv(text);
  if (!read.ok) return { parts: [], errors: [read.error] };
  const { rows: data } = read;
  const parts: PortablePart[] = [];
  const header = data[0].map(readHead);
  const heads = header.map((h) => h.field);
  const errors = headProblems(kind, header);
  if (errors.some((e) => !e.harmless)) return { parts, errors };
  data.slice(1).forEach((cells, k) => {
    const line = k + 2;
    const of = (name: string): string => (cells[heads.indexOf(name)] ?? '').trim();
    const name = of('name');
    const document: Record<string, unknown> = {};
    for (const field of FIELDS[kind]) {
      const cell = heads.includes(field) ? of(field) : '';
      if (cell === '') continue;
      if (isList(kind, field)) {
        document[field] = cell.split(';').map((x) => Number(x.trim().replace(',', '.')));
        continue;
      }
      const value = Number(cell.replace(',', '.'));
      document[field] = Number.isFinite(value) ? value : cell;
    }
    const measured: Record<string, number> = {};
    const before = errors.length;
    for (const field of Object.keys(MEASURABLE[kind])) {
      const head = MEASURED + field;
      const cell = heads.includes(head) ? of(head) : '';
      if (cell === '') continue;
      const value = Number(cell.replace(',', '.'));
      if (Number.isFinite(value)) measured[field] = value;
      else errors.push(rowError(line, head, 'no-number', { cell }));
    }
    const price = of('price') === '' ? null : Number(of('price').replace(',', '.'));
    if (price !== null && !(price >= 0 && price <= 1e7))
      errors.push(rowError(line, 'price', 'no-number', { cell: of('price') }));
    if (name === '') errors.push(rowError(line, 'name', 'row-name-empty', {}));
    const checked = validateAgainst<Record<string, unknown>>(PART_SCHEMAS[kind], {
      ...document,
      ...measured,
      name
    });
    if (!checked.ok) for (const e of checked.errors) errors.push(rowErrorOf(line, e.path || 'row', e));
    if (errors.length === before)
      parts.push({
        kind,
        name,
        owned: /^(yes|true|1|x)$/i.test(of('owned')),
        note: of('note'),
        price,
        document: { ...document, name },
        measured
      });
  });
  return { parts, errors };
}
