import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { PART_KINDS } from '../setup/stored.ts';
import { columnsOf, headOf, partsFromCsv, partsToCsv, type PortablePart, type RowError } from './part-csv.ts';
import { makersTablesFromCsv, makersTablesToCsv, TABLE_COLUMNS } from './makers-table-csv.ts';

const fileOf = (kind: string): string => `data/${kind}.csv`;
const TABLES = 'makers-table';
const TEXT = new Set([
  'name',
  'note',
  'owned',
  'chemistry',
  'becKind',
  'cooling',
  'kind',
  'family',
  'motor',
  'table',
  'prop'
]);

/** One file of the package: its columns by name and type. */
const resource = (name: string, columns: readonly string[]) => ({
  profile: 'tabular-data-resource',
  name,
  path: fileOf(name),
  format: 'csv',
  encoding: 'utf-8',
  schema: {
    fields: columns.map((field) => ({ name: headOf(field), type: TEXT.has(field) ? 'string' : 'number' }))
  }
});

/** The descriptor of the whole shelf as a Tabular Data Package (Frictionless Data, tabular-data-package profile). */
export function describeShelf() {
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

/** Reads a package back; errors name the file as part of the column. */
export function shelfFromZip(zip: Uint8Array): { parts: PortablePart[]; errors: RowError[] } {
  const parts: PortablePart[] = [];
  const errors: RowError[] = [];
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(zip);
  } catch {
    return { parts, errors: [{ line: 0, column: '', message: 'this is no zip file.' }] };
  }
  if (!files['datapackage.json'])
    return { parts, errors: [{ line: 0, column: '', message: 'the zip holds no datapackage.json.' }] };
  for (const kind of PART_KINDS) {
    const file = files[fileOf(kind)];
    if (!file) continue;
    const read = partsFromCsv(kind, strFromU8(file));
    parts.push(...read.parts);
    errors.push(...read.errors.map((e) => ({ ...e, column: `${fileOf(kind)}: ${e.column}` })));
  }
  const tables = files[fileOf(TABLES)];
  if (tables) {
    const read = makersTablesFromCsv(strFromU8(tables));
    errors.push(...read.errors.map((e) => ({ ...e, column: `${fileOf(TABLES)}: ${e.column}` })));
    for (const [motor, list] of read.tables) {
      const part = parts.find((p) => p.kind === 'motor' && p.name === motor);
      if (part) part.tables = list;
      else
        errors.push({
          line: 0,
          column: fileOf(TABLES),
          message: `no motor of the package is called "${motor}".`
        });
    }
  }
  return { parts, errors };
}
