import { PART_KINDS } from '../registry/parts.ts';
import { rowError, type RowError } from '../text/row-error.ts';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { columnsOf, headOf, partsFromCsv, partsToCsv, type PortablePart } from './part-csv.ts';
import { makersTablesFromCsv, makersTablesToCsv, TABLE_COLUMNS } from './makers-table-csv.ts';

const fileOf = (kind: string): string => `data/${kind}.csv`;
const TABLES = 'makers-table';
const TEXT = new Set([
  'name',
  'note',
  'chemistry',
  'becKind',
  'cooling',
  'state',
  'kind',
  'family',
  'connector',
  'motorConnector',
  'becOutputsV',
  'outputsV',
  'motor',
  'table',
  'prop'
]);

/** Type of a column, in the words of Table Schema. */
const typeOf = (field: string): object =>
  field === 'owned'
    ? { type: 'boolean', trueValues: ['yes'], falseValues: ['no'] }
    : { type: TEXT.has(field) ? 'string' : 'number' };

/** One file of the package: its columns by name and type. */
const resource = (name: string, columns: readonly string[]) => ({
  profile: 'tabular-data-resource',
  name,
  path: fileOf(name),
  format: 'csv',
  encoding: 'utf-8',
  // said, so that no reader has to guess from a file of one row
  dialect: { delimiter: ',', lineTerminator: '\r\n', quoteChar: '"', doubleQuote: true, header: true },
  schema: {
    fields: columns.map((field) => ({ name: headOf(field), ...typeOf(field) }))
  }
});

/** The descriptor of the whole shelf as a Tabular Data Package (Frictionless Data, tabular-data-package profile). */
function describeShelf() {
  return {
    profile: 'tabular-data-package',
    name: 'iskarn-shelf',
    title: 'Iskarn shelf',
    resources: [...PART_KINDS.map((kind) => resource(kind, columnsOf(kind))), resource(TABLES, TABLE_COLUMNS)]
  };
}

/** The whole shelf as a zip: datapackage.json and one CSV per kind. Deterministic: no clock in it. */
export function shelfToZip(parts: readonly PortablePart[]): Uint8Array {
  const files: Record<string, Uint8Array> = {
    'datapackage.json': strToU8(JSON.stringify(describeShelf(), null, 2))
  };
  for (const kind of PART_KINDS)
    files[fileOf(kind)] = strToU8(
      partsToCsv(
        kind,
        parts.filter((p) => p.kind === kind)
      )
    );
  files[fileOf(TABLES)] = strToU8(makersTablesToCsv(parts));
  return zipSync(files, { mtime: '1980-01-02T00:00:00' });
}

/** Largest unpacked size of one file of the package, bytes. */
const LARGEST_MEMBER = 8_000_000;

/** The files of a package that Iskarn reads, unpacked; whatever else the zip holds is never unpacked. */
function unpack(zip: Uint8Array): { files: Record<string, Uint8Array> } | { message: string } {
  const wanted = new Set(['datapackage.json', ...PART_KINDS.map(fileOf), fileOf(TABLES)]);
  let tooLarge: string | null = null;
  try {
    const files = unzipSync(zip, {
      filter: ({ name, originalSize }) => {
        if (!wanted.has(name)) return false;
        if (originalSize > LARGEST_MEMBER) tooLarge = name;
        return originalSize <= LARGEST_MEMBER;
      }
    });
    if (tooLarge !== null)
      return {
        message: `${tooLarge as string} would unpack to more than ${LARGEST_MEMBER / 1e6} MB; no shelf is that large.`
      };
    return Object.hasOwn(files, 'datapackage.json')
      ? { files }
      : { message: 'the zip holds no datapackage.json.' };
  } catch {
    return { message: 'this is no zip file, or it is damaged.' };
  }
}

/** Reads a package back; errors name the file as part of the column. */
export function shelfFromZip(zip: Uint8Array): { parts: PortablePart[]; errors: RowError[] } {
  const parts: PortablePart[] = [];
  const errors: RowError[] = [];
  const unpacked = unpack(zip);
  if ('message' in unpacked)
    return { parts, errors: [rowError(0, '', 'package-unread', { why: unpacked.message })] };
  const { files } = unpacked;
  for (const kind of PART_KINDS) {
    const file = files[fileOf(kind)];
    if (!file) continue;
    const read = partsFromCsv(kind, strFromU8(file));
    for (const part of read.parts) parts.push(part);
    for (const e of read.errors) errors.push({ ...e, column: `${fileOf(kind)}: ${e.column}` });
  }
  const tables = files[fileOf(TABLES)];
  if (tables) {
    const read = makersTablesFromCsv(strFromU8(tables));
    for (const e of read.errors) errors.push({ ...e, column: `${fileOf(TABLES)}: ${e.column}` });
    const motors = new Map(parts.filter((p) => p.kind === 'motor').map((p) => [p.name, p]));
    for (const [motor, list] of read.tables) {
      const part = motors.get(motor);
      if (part) part.tables = list;
      else errors.push(rowError(0, fileOf(TABLES), 'table-without-motor', { motor }));
    }
  }
  return { parts, errors };
}
