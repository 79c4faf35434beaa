import {
  type RunDetails,
  type RunReading,
  runBegunSchema,
  runEditedSchema,
  runLoggedSchema,
  type RunBegun,
  type RunEdited
} from '../core/document/run-schema.ts';
import { SHELF_FILES } from '../core/formats/shelf-formats.ts';
import type { ChangeAnswer } from '../core/change/change-of.ts';
import type {
  CalibrationPlaces,
  ArchiveImport,
  BackupLook,
  BackupRestored,
  KeptBackup,
  KeptCounts,
  BackupsHeld,
  SessionState,
  Share,
  TrashItem
} from './backups.ts';
import type { CalibrateAnswer } from '../core/calibration/calibrate.ts';
import { columnsSchema, type RememberedColumns } from '../core/document/columns-schema.ts';
import type { SetupDocument } from '../core/document/schema.ts';
import { settingsSchema, type Settings } from '../core/document/settings-schema.ts';
import {
  lifeSchema,
  packRecordSchema,
  type LifeEdited,
  type PackRecord,
  type PackRecorded,
  type PartLife,
  type PartUse
} from '../core/document/part-life.ts';
import type { PackHealth } from '../core/shelf/pack-health.ts';
import type { ReminderDue } from '../core/shelf/part-use.ts';
import { makersTableSchema, type MakersRow } from '../core/document/makers-row.ts';
import type {
  StoredCraft,
  StoredMakersTable,
  StoredPart,
  StoredRun,
  StoredSearch,
  StoredSetup
} from '../core/document/stored.ts';
import {
  exerciseDoneSchema,
  type ExerciseDone,
  type ExerciseRecord
} from '../core/document/exercise-schema.ts';
import type { BuildSheet } from '../core/sheet/sheet.ts';
import type { SearchAnswer } from '../core/search/answer-search.ts';
import { savedSearchSchema, type SavedSearch } from '../core/search/saved-search.ts';
import { briefSchema } from '../core/alternatives/sketch-checked.ts';
import type { Brief } from '../core/brief/brief.ts';
import { FILE_SCHEMAS } from '../core/formats/file-schemas.ts';
import type { PredictAnswer } from '../core/predict/answer.ts';
import type { Thinned } from '../core/testing/record/thin.ts';
import type { Plan } from '../core/testing/plan/stage.ts';
import type { RowError } from '../core/text/row-error.ts';
import type { RouteId } from './paths.ts';
import { as, route, type Route } from './route.ts';
import { named } from './schemas.ts';

/** A deletion, or its taking back. */
export interface Marked {
  id: number;
  revision: number;
}

/** What the import of a craft or a setup would do, or did. */
export interface CraftImport {
  craft: { name: string; kind: StoredCraft['kind']; isNew: boolean };
  setups: string[];
  /** Ids of what was made: what undo takes back. Null and empty before it is applied. */
  craftId: number | null;
  setupIds: number[];
}

/** A run as its page shows it: with the document it was made with, and its curve where it was recorded. */
export interface RunWhole {
  run: StoredRun;
  document: SetupDocument;
  overview: Thinned | null;
}

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

/** The revision that a write was made from. */
const revision = { type: 'integer', title: 'revision' } as const;
const byRevision = as<{ revision?: number }>({ title: 'request', type: 'object', properties: { revision } });
const ids = { type: 'array', maxItems: 5000, items: { type: 'integer' } } as const;

const setup = as<StoredSetup>(named('StoredSetup'));
const part = as<StoredPart>(named('StoredPart'));
const table = as<StoredMakersTable>(named('StoredMakersTable'));
const search = as<StoredSearch>(named('StoredSearch'));
const run = as<StoredRun>(named('StoredRun'));
const marked = as<Marked>(named('Marked'));

/** What a caller sends of a part: checked by the schema of its kind, further in. */
const partBody = as<Partial<StoredPart>>({ title: 'part', type: 'object', properties: { revision } });
const tableBody = as<{ title: string; rows: MakersRow[]; revision?: number }>({
  ...makersTableSchema,
  properties: { ...makersTableSchema.properties, revision }
});

const action = <const K extends RouteId>(id: K, summary: string) =>
  route(id, {
    summary,
    body: { kind: 'json', is: byRevision, optional: true },
    answer: setup,
    refuses: [404, 409]
  });

/**
 * The interface, route by route: what is served, checked at the edge, called by the page and described, all from here. A table
 * of data.
 */
export const ROUTES = {
  health: route('health', {
    summary: 'Whether the server is up and can use its data.',
    answer: as<{ ok: boolean; version: string }>(named('Health')),
    refuses: []
  }),
  exportArchive: route('exportArchive', {
    summary: 'Everything that is kept as one file of open formats.',
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: []
  }),
  importArchive: route('importArchive', {
    summary: 'What an archive would bring into an empty installation; with ?apply=1 it is brought.',
    query: { apply: '1 to bring it' },
    body: { kind: 'bytes', is: as<Blob>({ type: 'string', format: 'binary' }), file: true },
    answer: as<ArchiveImport>(named('ArchiveImport')),
    refuses: [409, 413]
  }),
  listBackups: route('listBackups', {
    summary: 'The backups there are, the newest first, and what the data holds now.',
    answer: as<BackupsHeld>(named('BackupsHeld')),
    refuses: []
  }),
  makeBackup: route('makeBackup', {
    summary: 'Makes a backup, opens it and looks it through.',
    answer: as<KeptBackup & { counts: KeptCounts }>(named('CheckedBackup')),
    status: 201,
    refuses: []
  }),
  lookAtBackup: route('lookAtBackup', {
    summary: 'A backup looked through, and what would be different if it took the place of the data.',
    words: { name: 'name of a backup' },
    answer: as<BackupLook>(named('BackupLook')),
    refuses: [404]
  }),
  restoreBackup: route('restoreBackup', {
    summary: 'Puts a backup in the place of the data, which is kept as a backup itself first.',
    words: { name: 'name of a backup' },
    answer: as<BackupRestored>(named('BackupRestored')),
    refuses: [404, 409]
  }),
  predict: route('predict', {
    summary: 'Predicts a setup at one or more points, and checks it.',
    body: { kind: 'text', is: as<object>(named('PredictRequest')) },
    answer: as<PredictAnswer>(named('PredictAnswer')),
    refuses: [413]
  }),
  calibrate: route('calibrate', {
    summary: 'Fits the unknowns of a setup to readings.',
    body: { kind: 'text', is: as<object>(named('CalibrateRequest')) },
    answer: as<CalibrateAnswer>(named('CalibrateAnswer')),
    refuses: [413]
  }),
  change: route('change', {
    summary:
      'What a change would do before it is bought: both ends, rules of thumb, what breaks, what mends it.',
    body: { kind: 'text', is: as<object>(named('ChangeRequest')) },
    answer: as<ChangeAnswer>(named('ChangeAnswer')),
    refuses: [413]
  }),
  plan: route('plan', {
    summary: 'A staged test of a setup or a change, and the stage that comes after what was logged.',
    body: { kind: 'text', is: as<object>(named('PlanRequest')) },
    answer: as<Plan>(named('Plan')),
    refuses: [413]
  }),
  logRun: route('logRun', {
    summary: 'Logs a run of a setup: what the meter showed.',
    body: {
      kind: 'json',
      is: as<{
        title: string;
        verdict?: string;
        readings: RunReading[];
        details?: RunDetails;
        heldAt?: string | null;
      }>(runLoggedSchema)
    },
    answer: as<{ id: number }>({ type: 'object', required: ['id'], properties: { id: { type: 'integer' } } }),
    status: 201,
    refuses: [404]
  }),
  listRuns: route('listRuns', {
    summary: 'Logged runs of a craft, newest first.',
    query: {
      setup: 'id of a setup: its runs only',
      most: 'how many, at most 200',
      skip: 'how many newer ones are passed over'
    },
    answer: as<StoredRun[]>({ type: 'array', items: named('StoredRun') }),
    refuses: []
  }),
  readRun: route('readRun', {
    summary: 'One run with the setup it was made with, and its curve where it was recorded.',
    answer: as<RunWhole>(named('RunWhole')),
    refuses: [404]
  }),
  editRun: route('editRun', {
    summary: 'Writes words and details of a run anew; names the revision the edit was made from.',
    body: { kind: 'json', is: as<RunEdited>(runEditedSchema) },
    answer: run,
    refuses: [404, 409]
  }),
  deleteRun: route('deleteRun', {
    summary: 'Takes a run out of the log.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: marked,
    refuses: [404, 409]
  }),
  restoreRun: route('restoreRun', {
    summary: 'Puts a deleted run back.',
    answer: marked,
    refuses: [404]
  }),
  beginRun: route('beginRun', {
    summary: 'Begins a run that is recorded as it goes on.',
    body: { kind: 'json', is: as<RunBegun>(runBegunSchema) },
    answer: run,
    status: 201,
    refuses: [404, 409]
  }),
  followRun: route('followRun', {
    summary: 'A run as it goes on: server-sent events, twenty samples a second.',
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: [404]
  }),
  throttleRun: route('throttleRun', {
    summary: 'Sets the throttle of a run on the simulated stand.',
    body: {
      kind: 'json',
      is: as<{ throttle: number }>({
        title: 'request',
        type: 'object',
        required: ['throttle'],
        properties: { throttle: { type: 'number', minimum: 0, maximum: 1, title: 'throttle' } }
      })
    },
    answer: as<{ id: number }>(named('Opened')),
    refuses: [404]
  }),
  stopRun: route('stopRun', {
    summary: 'Stops a run.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: run,
    refuses: [404]
  }),
  exportLog: route('exportLog', {
    summary: 'The log of a craft: its readings as CSV, or runs, readings and samples as a data package.',
    choices: { format: ['readings.csv', 'zip'] },
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: [404]
  }),
  recallColumns: route('recallColumns', {
    summary: 'How columns of these names were read last.',
    query: { signature: 'names of the columns' },
    answer: as<{ columns: RememberedColumns | null }>(named('Remembered')),
    refuses: []
  }),
  rememberColumns: route('rememberColumns', {
    summary: 'Remembers how the columns of a meter are read.',
    body: { kind: 'json', is: as<RememberedColumns>(columnsSchema) },
    answer: as<{ columns: RememberedColumns | null }>(named('Remembered')),
    refuses: []
  }),
  addSamples: route('addSamples', {
    summary:
      'Samples of a run that goes on, of a meter or a file, as a block of columns: count and mask of channels as 32-bit whole numbers, then seconds and channels as 64-bit floats, little end first.',
    body: { kind: 'bytes', is: as<Blob>({ type: 'string', format: 'binary' }) },
    answer: as<{ stored: number }>({
      type: 'object',
      required: ['stored'],
      properties: { stored: { type: 'integer' } }
    }),
    refuses: [404, 409, 413]
  }),
  runSamples: route('runSamples', {
    summary: 'Every sample of a run as CSV.',
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: [404]
  }),
  search: route('search', {
    summary: 'Every workable combination of a shelf for a brief, ranked; what the others break first.',
    body: { kind: 'text', is: as<object>(named('SearchRequest')) },
    answer: as<SearchAnswer>(named('SearchAnswer')),
    refuses: [413]
  }),
  listSearches: route('listSearches', {
    summary: 'Searches that are kept with a craft.',
    answer: as<StoredSearch[]>({ type: 'array', items: named('StoredSearch') }),
    refuses: []
  }),
  createSearch: route('createSearch', {
    summary: 'Keeps a search with a craft.',
    body: { kind: 'json', is: as<SavedSearch & { revision?: number }>(savedSearchSchema) },
    answer: search,
    status: 201,
    refuses: [404]
  }),
  readSearch: route('readSearch', {
    summary: 'One search.',
    answer: search,
    refuses: [404]
  }),
  editSearch: route('editSearch', {
    summary: 'Changes a search; names the revision the edit was made from.',
    body: { kind: 'json', is: as<SavedSearch & { revision?: number }>(savedSearchSchema) },
    answer: search,
    refuses: [404, 409]
  }),
  deleteSearch: route('deleteSearch', {
    summary: 'Takes a search away.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: marked,
    refuses: [404, 409]
  }),
  restoreSearch: route('restoreSearch', {
    summary: 'Puts a deleted search back.',
    answer: marked,
    refuses: [404]
  }),
  schema: route('schema', {
    summary: 'JSON Schema of a file format.',
    choices: { format: Object.keys(FILE_SCHEMAS) },
    answer: as<object>({ type: 'object' }),
    refuses: [404]
  }),
  listExercises: route('listExercises', {
    summary: 'Exercises that were worked: how often of each kind, and how often rightly.',
    answer: as<ExerciseRecord[]>({ type: 'array', items: named('ExerciseRecord') }),
    refuses: []
  }),
  recordExercise: route('recordExercise', {
    summary: 'Notes how an exercise came out.',
    body: { kind: 'json', is: as<ExerciseDone>(exerciseDoneSchema) },
    answer: as<ExerciseRecord>(named('ExerciseRecord')),
    status: 201,
    refuses: []
  }),
  readSettings: route('readSettings', {
    summary: 'Units and schools that were chosen.',
    answer: as<Settings>(named('Settings')),
    refuses: []
  }),
  writeSettings: route('writeSettings', {
    summary: 'Chooses units and schools; what is not named stays.',
    body: {
      kind: 'json',
      is: as<{ units?: object; schools?: object; acknowledged?: object; currency?: string }>(settingsSchema)
    },
    answer: as<Settings>(named('Settings')),
    refuses: []
  }),
  listCrafts: route('listCrafts', {
    summary: 'All crafts.',
    answer: as<StoredCraft[]>({ type: 'array', items: named('StoredCraft') }),
    refuses: []
  }),
  sketchCraft: route('sketchCraft', {
    summary: 'Makes a craft with a first setup from a brief.',
    body: { kind: 'json', is: as<Brief>(briefSchema) },
    answer: setup,
    status: 201,
    refuses: []
  }),
  readCraft: route('readCraft', {
    summary: 'A craft with its setups, as a file that can be imported.',
    answer: as<object>(named('CraftFile')),
    refuses: [404]
  }),
  deleteCraft: route('deleteCraft', {
    summary: 'Takes a craft off the hangar.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: marked,
    refuses: [404, 409]
  }),
  restoreCraft: route('restoreCraft', {
    summary: 'Puts a deleted craft back.',
    answer: marked,
    refuses: [404]
  }),
  listSetups: route('listSetups', {
    summary: 'All setups, or those of a craft.',
    query: { craft: 'id of a craft' },
    answer: as<StoredSetup[]>({ type: 'array', items: named('StoredSetup') }),
    refuses: []
  }),
  createSetup: route('createSetup', {
    summary: 'Stores a setup for a craft.',
    body: {
      kind: 'json',
      is: as<{ craftId: number; document: SetupDocument; changedFrom?: number | null }>({
        title: 'request',
        type: 'object',
        required: ['craftId', 'document'],
        properties: {
          craftId: { type: 'integer', title: 'craft' },
          document: named('Setup'),
          changedFrom: { type: ['integer', 'null'], title: 'setup that it was changed from' }
        }
      })
    },
    answer: setup,
    status: 201,
    refuses: [404]
  }),
  readSetup: route('readSetup', {
    summary: 'One setup.',
    answer: setup,
    refuses: [404]
  }),
  editSetup: route('editSetup', {
    summary: 'Stores an edit of a setup; it names the revision it was made from.',
    body: {
      kind: 'json',
      is: as<{ document: SetupDocument; label?: string; revision?: number }>({
        title: 'request',
        type: 'object',
        required: ['document'],
        properties: {
          document: named('Setup'),
          label: { type: 'string', maxLength: 2000, title: 'label' },
          revision
        }
      })
    },
    answer: setup,
    refuses: [404, 409]
  }),
  deleteSetup: route('deleteSetup', {
    summary: 'Deletes a setup; it can be restored.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: marked,
    refuses: [404, 409]
  }),
  sheetJson: route('sheetJson', {
    summary:
      'The build sheet of a setup: parts, figures, wiring, settings, cautions, test, and the setup itself.',
    answer: as<BuildSheet>(named('BuildSheet')),
    refuses: [404]
  }),
  sheetMarkdown: route('sheetMarkdown', {
    summary: 'The build sheet of a setup as Markdown.',
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: [404]
  }),
  undoSetup: action('undoSetup', 'Goes back to the revision this one was made from.'),
  redoSetup: action('redoSetup', 'Goes forward again.'),
  duplicateSetup: action('duplicateSetup', 'Makes a copy with its own history.'),
  restoreSetup: action('restoreSetup', 'Takes a deletion back.'),
  useSetup: action('useSetup', 'Makes it the craft’s setup in use.'),
  pinSetup: action('pinSetup', 'Compares it with the other pinned ones.'),
  unpinSetup: action('unpinSetup', 'Takes it out of the comparison.'),
  openSetup: route('openSetup', {
    summary: 'Notes that a setup was opened.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: as<{ id: number }>(named('Opened')),
    refuses: [404]
  }),
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
  fitParts: route('fitParts', {
    summary: 'Gives what was fitted to a setup to its parts on the shelf, by their names.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: as<{ fitted: string[] }>({
      type: 'object',
      required: ['fitted'],
      properties: { fitted: { type: 'array', items: { type: 'string' } } }
    }),
    refuses: [404, 409]
  }),
  readCalibration: route('readCalibration', {
    summary:
      'Where the calibration of a setup stands: other setups that follow it, parts of the shelf that carry it.',
    answer: as<CalibrationPlaces>({
      type: 'object',
      required: ['setups', 'parts'],
      properties: {
        setups: {
          type: 'array',
          items: {
            type: 'object',
            required: ['id', 'name', 'craft'],
            properties: { id: { type: 'integer' }, name: { type: 'string' }, craft: { type: 'string' } }
          }
        },
        parts: { type: 'array', items: { type: 'string' } }
      }
    }),
    refuses: [404]
  }),
  removeCalibration: route('removeCalibration', {
    summary: 'Removes the calibration of a setup: from this setup alone, or from everything that carries it.',
    body: {
      kind: 'json',
      is: as<{ from: 'here' | 'everywhere'; revision?: number }>({
        title: 'request',
        type: 'object',
        required: ['from'],
        properties: { from: { enum: ['here', 'everywhere'], title: 'from where' }, revision }
      })
    },
    answer: as<{ setup: StoredSetup; setups: number; parts: string[] }>({
      type: 'object',
      required: ['setup', 'setups', 'parts'],
      properties: {
        setup: named('StoredSetup'),
        setups: { type: 'integer' },
        parts: { type: 'array', items: { type: 'string' } }
      }
    }),
    refuses: [404, 409]
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
  readSession: route('readSession', {
    summary: 'Whether a passphrase is set, and whether this browser is logged in.',
    answer: as<SessionState>(named('SessionState')),
    refuses: []
  }),
  logIn: route('logIn', {
    summary: 'Begins a session for whoever knows the passphrase.',
    body: {
      kind: 'json',
      is: as<{ passphrase: string }>({
        title: 'request',
        type: 'object',
        required: ['passphrase'],
        additionalProperties: false,
        properties: { passphrase: { type: 'string', maxLength: 1000, title: 'passphrase' } }
      })
    },
    answer: as<{ open: true }>(named('LoggedIn')),
    status: 201,
    refuses: [409, 429]
  }),
  logOut: route('logOut', {
    summary: 'Ends this session.',
    answer: as<{ ended: number }>(named('LoggedOut')),
    refuses: []
  }),
  logOutEverywhere: route('logOutEverywhere', {
    summary: 'Ends every session, of every device.',
    answer: as<{ ended: number }>(named('LoggedOut')),
    refuses: []
  }),
  listShares: route('listShares', {
    summary: 'Links by which the sheet of a setup may be read.',
    answer: as<Share[]>({ type: 'array', items: named('Share') }),
    refuses: [404]
  }),
  createShare: route('createShare', {
    summary: 'Makes a link by which the sheet of a setup may be read; its path is told once.',
    answer: as<Share & { path: string }>(named('NewShare')),
    status: 201,
    refuses: [404, 409]
  }),
  dropShare: route('dropShare', {
    summary: 'Takes a link away: it leads nowhere from then on.',
    answer: as<{ id: number }>(named('Opened')),
    refuses: [404]
  }),
  listTrash: route('listTrash', {
    summary: 'What was deleted and can be put back, the last deleted first.',
    answer: as<TrashItem[]>({ type: 'array', items: named('TrashItem') }),
    refuses: []
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
  }),
  importCraft: route('importCraft', {
    summary: 'Plans the import of a craft or a setup, or does it (status 201).',
    query: { apply: '1 to do it' },
    body: { kind: 'text', is: as<string>({ type: 'object' }), file: true },
    answer: as<CraftImport>(named('CraftImport')),
    refuses: [413]
  }),
  undoCraftImport: route('undoCraftImport', {
    summary: 'Takes an import of a craft back.',
    body: {
      kind: 'json',
      is: as<{ craftId: number | null; setupIds: number[] }>({
        title: 'request',
        type: 'object',
        properties: { craftId: { type: ['integer', 'null'] }, setupIds: ids }
      })
    },
    answer: as<{ removed: number }>(named('Removed')),
    refuses: []
  })
};

export type Routes = typeof ROUTES;

// every path has its route and every route its path
ROUTES satisfies Record<RouteId, Route>;

/** What a route answers. */
export type AnswerOf<K extends RouteId> = Routes[K]['answer'] extends { as?: infer T } ? T : never;
/** What is sent to a route. */
export type BodyOf<K extends RouteId> = Routes[K] extends { body: { is: { as?: infer T } } } ? T : undefined;
