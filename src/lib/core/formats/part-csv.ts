import Papa from 'papaparse';
import type { MakersRow } from '../shelf/makers-row.ts';
import { MEASURABLE } from '../shelf/measured.ts';
import type { PartKind } from '../setup/stored.ts';
import {
  batterySchema,
  ductedFanSchema,
  escSchema,
  motorSchema,
  propellerSchema,
  submergedScrewSchema,
  surfaceDriveSchema,
  propulsorSchema,
  receiverSupplySchema
} from '../setup/schema.ts';
import { validateAgainst } from '../setup/validate.ts';
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

/** What is wrong with a row: line and column as a spreadsheet counts them. */
export interface RowError {
  line: number;
  column: string;
  message: string;
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
export const SCHEMAS = {
  battery: batterySchema,
  esc: escSchema,
  motor: motorSchema,
  propulsor: propulsorSchema,
  'receiver-supply': receiverSupplySchema
} as const;

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
  return Papa.unparse({
    fields: columnsOf(kind).map(headOf),
    data: parts.map((p) => [
      p.name,
      p.owned ? 'yes' : 'no',
      p.note,
      ...FIELDS[kind].map((f) => p.document[f] ?? ''),
      ...Object.keys(MEASURABLE[kind]).map((f) => p.measured?.[f] ?? '')
    ])
  });
}

/** Reads parts of one kind from CSV. Good rows and errors come apart, so that the good can be taken alone. */
export function partsFromCsv(kind: PartKind, text: string): { parts: PortablePart[]; errors: RowError[] } {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const parts: PortablePart[] = [];
  const errors: RowError[] = [];
  if (data.length === 0) return { parts, errors: [{ line: 1, column: '', message: 'the file is empty.' }] };
  const heads = data[0].map((h) => h.replace(/\s*\[.*\]\s*$/, '').trim());
  if (!heads.includes('name'))
    errors.push({ line: 1, column: heads.join(', '), message: 'no column is called "name".' });
  heads.forEach((h, k) => {
    if (h !== '' && !columnsOf(kind).includes(h))
      errors.push({
        line: 1,
        column: data[0][k],
        message: `"${h}" is no field of this kind of part; it is left out.`
      });
    const unit = /\[(.*)\]/.exec(data[0][k] ?? '')?.[1];
    if (unit !== undefined && columnsOf(kind).includes(h) && unit !== unitOfField(h))
      errors.push({
        line: 1,
        column: data[0][k],
        message: `"${h}" is in ${unit}; it should be in ${unitOfField(h) || 'no unit'}.`
      });
  });
  if (errors.some((e) => /should be in|called "name"/.test(e.message))) return { parts, errors };
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
      else errors.push({ line, column: head, message: `"${cell}" is no number.` });
    }
    if (name === '') errors.push({ line, column: 'name', message: 'the name is empty.' });
    const checked = validateAgainst<Record<string, unknown>>(SCHEMAS[kind], {
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
