import { makersTableSchema, type MakersRow } from '../../core/document/makers-row.ts';
import { SHELF_FILES } from '../../core/formats/shelf-formats.ts';
import {
  lifeSchema,
  type LifeEdited,
  packRecordSchema,
  type PackRecorded
} from '../../core/document/part-life.ts';
import type { StoredPart } from '../../core/document/stored.ts';
import { named } from '../schemas.ts';
import { revision, byRevision, ids, marked } from './common.ts';
import { answeredFile, sentFile, route } from '../route.ts';
import { list, object, request, standsFor } from '../../core/document/typed-schema.ts';

const part = named('StoredPart');
const table = named('StoredMakersTable');
/** What a caller sends of a part: checked by the schema of its kind, further in. */
const partBody = standsFor<Partial<StoredPart>>({ title: 'part', type: 'object', properties: { revision } });
const tableBody = standsFor<{ title: string; rows: MakersRow[]; revision?: number }>({
  ...makersTableSchema,
  properties: { ...makersTableSchema.properties, revision }
});

/** The shelf: parts, their lives, makers' tables, and files of a shelf. A table of data. */
export const SHELF_ROUTES = {
  listParts: route('listParts', {
    summary: 'All parts of the shelf.',
    answer: list(named('StoredPart')),
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
    answer: named('PartLife'),
    refuses: [404]
  }),
  editLife: route('editLife', {
    summary:
      'Writes what a part is looked at for and whether it is retired; names the revision it was made from.',
    body: { kind: 'json', is: standsFor<LifeEdited>(lifeSchema) },
    answer: named('PartLife'),
    refuses: [404, 409]
  }),
  createRecord: route('createRecord', {
    summary: 'Keeps what was found of a pack on a day: resistance of its cells, capacity, swelling.',
    body: { kind: 'json', is: standsFor<PackRecorded>(packRecordSchema) },
    answer: named('PackRecord'),
    status: 201,
    refuses: [404, 409]
  }),
  deleteRecord: route('deleteRecord', {
    summary: 'Takes a record of a pack away.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: named('Opened'),
    refuses: [404]
  }),
  restoreRecord: route('restoreRecord', {
    summary: 'Puts a deleted record back.',
    answer: named('Opened'),
    refuses: [404]
  }),
  listTables: route('listTables', {
    summary: 'Maker’s tables of a motor.',
    answer: list(named('StoredMakersTable')),
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
    answer: answeredFile,
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
    body: { kind: 'bytes', is: sentFile, file: true },
    answer: named('ShelfImport'),
    refuses: [413]
  }),
  undoShelfImport: route('undoShelfImport', {
    summary: 'Takes an import of the shelf back.',
    body: {
      kind: 'json',
      is: request(object({ added: ids }, ['added']))
    },
    answer: named('Removed'),
    refuses: []
  })
};
