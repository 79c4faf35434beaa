import { PART_SCHEMAS } from '../document/part-schemas.ts';
import type { RowError } from '../text/row-error.ts';
import { csvText, readCsv } from '../text/csv.ts';
import type { MakersRow } from '../document/makers-row.ts';
import { MEASURABLE } from '../shelf/measured.ts';
import type { PartKind } from '../document/stored.ts';
import {
  batterySchema,
  ductedFanSchema,
  escSchema,
  motorSchema,
  propellerSchema,
  submergedScrewSchema,
  surfaceDriveSchema,
  receiverSupplySchema
} from '../document/schema.ts';
import { validateAgainst } from '../document/validate.ts';
import { unitOfField } from '../units/unit-of-field.ts';

/** A part as it goes to and comes from a file. */
export interface PortablePart {
  kind: PartKind;
  name: string;
  owned: boolean;
  note: string;
  document: Record<string, unknown>;
  /** What was measured, by field; files made before it was kept lack it. */
  measured?: Record<string, number>;
  /** Maker's tables kept with a motor. */
  tables?: { title: string; rows: MakersRow[] }[];
}

const fieldsOf = (...schemas: { properties: object }[]): string[] =>
  [...new Set(schemas.flatMap((s) => Object.keys(s.properties)))].filter(
    (f) => f !== 'name' && f !== 'coefficients'
  );

/** Columns of each kind, in order. */
export const FIELDS: Record<PartKind, string[]> = {
  battery: fieldsOf(batterySchema),
  esc: fieldsOf(escSchema),
  motor: fieldsOf(motorSchema),
  propulsor: fieldsOf(
    { properties: { kind: 0 } },
    propellerSchema,
    ductedFanSchema,
    submergedScrewSchema,
    surfaceDriveSchema
  ),
  'receiver-supply': fieldsOf(receiverSupplySchema)
};

/** Header cell of a field: its name and unit. */
export const headOf = (field: string): string =>
  unitOfField(field) === '' ? field : `${field} [${unitOfField(field)}]`;

const MEASURED = 'measured ';
/** Every column of a kind's file: what it is, its label's figures, and what was measured. */
export const columnsOf = (kind: PartKind): string[] => [
  'name',
  'owned',
  'note',
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
      ...FIELDS[kind].map((f) => p.document[f] ?? ''),
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

const quoted = (text: string): string => `"${text.length > 60 ? `${text.slice(0, 57)}…` : text}"`;

/** What is wrong with the header row; `harmless` for columns that are only left out. */
function headProblems(kind: PartKind, heads: readonly { field: string; unit: string | null }[]): RowError[] {
  const known = new Set(columnsOf(kind));
  const errors: RowError[] = [];
  const add = (column: string, message: string, harmless = false): void => {
    errors.push({ line: 1, column: column.slice(0, 60), message, ...(harmless ? { harmless } : {}) });
  };
  if (!heads.some((h) => h.field === 'name')) add('', 'no column is called "name".');
  for (const { field, unit } of heads) {
    if (field !== '' && !known.has(field))
      add(field, `${quoted(field)} is no field of this kind of part; it is left out.`, true);
    else if (unit !== null && field !== '' && unit !== unitOfField(field))
      add(
        field,
        `${quoted(field)} is in ${quoted(unit).slice(1, -1)}; it should be in ${unitOfField(field) || 'no unit'}.`
      );
  }
  return errors;
}

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
      else errors.push({ line, column: head, message: `${quoted(cell)} is no number.` });
    }
    if (name === '') errors.push({ line, column: 'name', message: 'the name is empty.' });
    const checked = validateAgainst<Record<string, unknown>>(PART_SCHEMAS[kind], {
      ...document,
      ...measured,
      name
    });
    if (!checked.ok)
      for (const e of checked.errors) errors.push({ line, column: e.path || 'row', message: e.message });
    if (errors.length === before)
      parts.push({
        kind,
        name,
        owned: /^(yes|true|1|x)$/i.test(of('owned')),
        note: of('note'),
        document: { ...document, name },
        measured
      });
  });
  return { parts, errors };
}
