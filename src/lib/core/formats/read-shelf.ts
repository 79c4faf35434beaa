import { PART_KINDS, type PartKind } from '../registry/parts.ts';
import { readCsv } from '../text/csv.ts';
import { rowError, rowErrorOf, type RowError } from '../text/row-error.ts';
import { validateAgainst, type Issue } from '../document/validate.ts';
import { checkPart, type CheckedPart } from '../shelf/checked-part.ts';
import { makersTableSchema, type MakersRow } from '../document/makers-row.ts';
import { MOST_PARTS, shelfEnvelope } from './file-schemas.ts';
import { FILE_LIMITS, parseJson } from '../text/json.ts';
import { kindOfHeader, partsFromCsv, type PortablePart } from './part-csv.ts';
import { formatOfName, type ShelfFormatId } from './shelf-formats.ts';
import { shelfFromZip } from './shelf-package.ts';

/** A part of a file, checked, with the maker's tables that come with it. */
interface ReadPart {
  part: CheckedPart;
  tables: { title: string; rows: MakersRow[] }[];
}

/** A shelf file that was read: what is good in it, and what is wrong, by line (or number of the part). */
export interface ReadShelf {
  parts: ReadPart[];
  errors: RowError[];
}

/** Most errors that are told one by one. */
const MOST_ERRORS = 200;

const nothing = (error: RowError): ReadShelf => ({ parts: [], errors: [error] });

/** Parts as they stand in a file, not yet checked, and what is wrong with its rows; the error alone where it is no such file. */
type RawShelf = { parts: unknown[]; errors: RowError[] } | RowError;
type ShelfReader = (bytes: Uint8Array, name: string) => RawShelf;

const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

/** Parts of a JSON shelf; the file's frame by the schema that is served. */
function partsOfJson(bytes: Uint8Array): RawShelf {
  const parsed = parseJson(textOf(bytes), FILE_LIMITS);
  if (!parsed.ok) return rowError(1, '', 'not-json', { why: parsed.message });
  const frame = validateAgainst<{ parts: unknown[] }>(shelfEnvelope, parsed.value);
  if (frame.ok) return { parts: frame.value.parts, errors: [] };
  const [first] = frame.errors;
  return first.path === 'format' ? rowError(1, 'format', 'no-shelf', {}) : rowErrorOf(1, first.path, first);
}

/** Most characters of a name that are looked at for a kind. */
const NAME_END = 80;

/** Parts of one kind, which the header tells, else the name of the file. */
function partsOfCsv(bytes: Uint8Array, name: string): RawShelf {
  const csv = textOf(bytes);
  const lower = name.slice(-NAME_END).toLowerCase();
  const byName = [...PART_KINDS].sort((a, b) => b.length - a.length).find((k: PartKind) => lower.includes(k));
  const kind = kindOfHeader(csv) ?? byName;
  if (kind) return partsFromCsv(kind, csv);
  const read = readCsv(csv);
  return read.ok ? rowError(1, '', 'kind-unknown', { kinds: PART_KINDS }) : read.error;
}

const SHELF_READERS: Readonly<Record<ShelfFormatId, ShelfReader>> = {
  json: partsOfJson,
  zip: shelfFromZip,
  csv: partsOfCsv
};

const firstOf = (errors: readonly Issue[]): Issue => errors[0];

/** One part with its tables by the schema that is served, each error with its place. */
function checkWhole(value: unknown, line: number, errors: RowError[]): ReadPart | null {
  const checked = checkPart(value);
  if (!checked.ok) {
    const first = firstOf(checked.errors);
    errors.push(rowErrorOf(line, first.path === '' ? 'part' : first.path, first));
    return null;
  }
  const tables: ReadPart['tables'] = [];
  const given = (value as PortablePart).tables ?? [];
  if (!Array.isArray(given)) errors.push(rowError(line, 'tables', 'tables-no-list', {}));
  else
    given.forEach((table, at) => {
      const sound = validateAgainst<{ title: string; rows: MakersRow[] }>(makersTableSchema, table);
      if (sound.ok) tables.push({ title: sound.value.title.trim(), rows: sound.value.rows });
      else {
        const first = firstOf(sound.errors);
        errors.push(rowErrorOf(line, `tables.${at}.${first.path}`, first));
      }
    });
  return { part: checked.value, tables };
}

/** Cuts a long list of errors short and says how many more there are. */
function inBrief(errors: RowError[]): RowError[] {
  if (errors.length <= MOST_ERRORS) return errors;
  const more = errors.slice(MOST_ERRORS);
  return [
    ...errors.slice(0, MOST_ERRORS),
    rowError(
      more[0].line,
      '',
      'more-errors',
      { more: more.length },
      more.every((e) => e.harmless) ? { harmless: true } : {}
    )
  ];
}

/**
 * Reads a shelf file of any format that `SHELF_FORMATS` lists, by its name. Every
 * part is checked by the schema that is served for the file. Linear in the file; never throws.
 */
export function readShelf(name: string, bytes: Uint8Array): ReadShelf {
  const read = SHELF_READERS[formatOfName(name)](bytes, name);
  if (!('parts' in read)) return nothing(read);
  const { parts: values, errors } = read;
  if (values.length > MOST_PARTS) return nothing(rowError(1, '', 'many-parts', { most: MOST_PARTS }));
  const parts: ReadPart[] = [];
  values.forEach((value, at) => {
    const part = checkWhole(value, at + 1, errors);
    if (part) parts.push(part);
  });
  return { parts, errors: inBrief(errors) };
}
