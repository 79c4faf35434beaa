import { SHELF_FILES } from '../../core/formats/shelf-formats.ts';
import {
  lifeSchema,
  packRecordSchema,
  type LifeEdited,
  type PackRecord,
  type PackRecorded,
  type PartLife,
  type PartUse
} from '../../core/document/part-life.ts';
import type { PackHealth } from '../../core/shelf/pack-health.ts';
import type { ReminderDue } from '../../core/shelf/part-use.ts';
import { makersTableSchema, type MakersRow } from '../../core/document/makers-row.ts';
import type { StoredMakersTable, StoredPart } from '../../core/document/stored.ts';
import type { RowError } from '../../core/text/row-error.ts';
import { as, route } from '../route.ts';
import { named } from '../schemas.ts';
import { revision, byRevision, ids, marked } from './common.ts';

/** A part's life as its page shows it. */
export interface PartLifeShown {
  partId: number;
  revision: number;
  life: PartLife;
  use: PartUse;
  /** How each reminder stands. */
  due: readonly ReminderDue[];
  records: readonly PackRecord[];
  /** Of a pack; null of other parts. */
  health: PackHealth | null;
}

/** What the import of a shelf would do, or did. */
export interface ShelfImport {
  parts: { kind: StoredPart['kind']; name: string; action: 'add' | 'already there' }[];
  errors: RowError[];
  /** Ids of the parts added, once applied: what undo takes back. */
  added: number[];
}

const part = as<StoredPart>(named('StoredPart'));
const table = as<StoredMakersTable>(named('StoredMakersTable'));
/** What a caller sends of a part: checked by the schema of its kind, further in. */
const partBody = as<Partial<StoredPart>>({ title: 'part', type: 'object', properties: { revision } });
const tableBody = as<{ title: string; rows: MakersRow[]; revision?: number }>({
  ...makersTableSchema,
  properties: { ...makersTableSchema.properties, revision }
});

/** The shelf: parts, their lives, makers' tables, and files of a shelf. A table of data. */
export const SHELF_ROUTES = {
  listParts: route('listParts', {
    summary: 'All parts of the shelf.',
    answer: as<StoredPart[]>({ type: 'array', items: named('StoredPart') }),
    refuses: []
  }),
  createPart: route('createPart', {
    summary: 'Puts a part on the shelf.',
    body: { kind: 'json', is: partBody },
    answer: part,
    status: 201,
    refuses: []
  }),
  readPart: route('readPart', {
    summary: 'One part.',
    answer: part,
    refuses: [404]
  }),
  editPart: route('editPart', {
    summary: 'Changes a part; names the revision the edit was made from.',
    body: { kind: 'json', is: partBody },
    answer: part,
    refuses: [404, 409]
  }),
  deletePart: route('deletePart', {
    summary: 'Takes a part off the shelf.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: marked,
    refuses: [404, 409]
  }),
  restorePart: route('restorePart', {
    summary: 'Puts a deleted part back.',
    answer: marked,
    refuses: [404]
  }),
  forgetFitted: route('forgetFitted', {
    summary: 'Takes away what was fitted to a part of the shelf.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: part,
    refuses: [404]
  }),
  readLife: route('readLife', {
    summary: 'How much a part was used, what it is to be looked at for, how a pack fares.',
    answer: as<PartLifeShown>(named('PartLife')),
    refuses: [404]
  }),
  editLife: route('editLife', {
    summary:
      'Writes what a part is looked at for and whether it is retired; names the revision it was made from.',
    body: { kind: 'json', is: as<LifeEdited>(lifeSchema) },
    answer: as<PartLifeShown>(named('PartLife')),
    refuses: [404, 409]
  }),
  createRecord: route('createRecord', {
    summary: 'Keeps what was found of a pack on a day: resistance of its cells, capacity, swelling.',
    body: { kind: 'json', is: as<PackRecorded>(packRecordSchema) },
    answer: as<PackRecord>(named('PackRecord')),
    status: 201,
    refuses: [404, 409]
  }),
  deleteRecord: route('deleteRecord', {
    summary: 'Takes a record of a pack away.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: as<{ id: number }>(named('Opened')),
    refuses: [404]
  }),
  restoreRecord: route('restoreRecord', {
    summary: 'Puts a deleted record back.',
    answer: as<{ id: number }>(named('Opened')),
    refuses: [404]
  }),
  listTables: route('listTables', {
    summary: 'Maker’s tables of a motor.',
    answer: as<StoredMakersTable[]>({ type: 'array', items: named('StoredMakersTable') }),
    refuses: []
  }),
  createTable: route('createTable', {
    summary: 'Keeps a maker’s table with a motor.',
    body: { kind: 'json', is: tableBody },
    answer: table,
    status: 201,
    refuses: [404]
  }),
  readTable: route('readTable', {
    summary: 'One maker’s table.',
    answer: table,
    refuses: [404]
  }),
  editTable: route('editTable', {
    summary: 'Changes a maker’s table; names the revision the edit was made from.',
    body: { kind: 'json', is: tableBody },
    answer: table,
    refuses: [404, 409]
  }),
  deleteTable: route('deleteTable', {
    summary: 'Takes a maker’s table away.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: marked,
    refuses: [404, 409]
  }),
  restoreTable: route('restoreTable', {
    summary: 'Puts a deleted table back.',
    answer: marked,
    refuses: [404]
  }),
  exportShelf: route('exportShelf', {
    summary: 'The shelf as a file: JSON, a data package, or the CSV of one kind.',
    choices: { format: SHELF_FILES.map((f) => f.id) },
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: [404]
  }),
  importShelf: route('importShelf', {
    summary: 'Plans the import of a shelf file, or does it.',
    query: {
      name: 'name of the file',
      apply: '1 to do it',
      good: '1 to take the good rows only'
    },
    body: { kind: 'bytes', is: as<Blob>({ type: 'string', format: 'binary' }), file: true },
    answer: as<ShelfImport>(named('ShelfImport')),
    refuses: [413]
  }),
  undoShelfImport: route('undoShelfImport', {
    summary: 'Takes an import of the shelf back.',
    body: {
      kind: 'json',
      is: as<{ added: number[] }>({ title: 'request', type: 'object', properties: { added: ids } })
    },
    answer: as<{ removed: number }>(named('Removed')),
    refuses: []
  })
};
