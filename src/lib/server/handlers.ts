import type { RequestEvent } from '@sveltejs/kit';
import type { RouteId } from '../api/paths.ts';
import type { AnswerOf, BodyOf, Routes } from '../api/routes.ts';
import { FILE_SCHEMAS } from '../core/formats/file-schemas.ts';
import { SHELF_FILES } from '../core/formats/shelf-formats.ts';
import { version } from '../../../package.json';
import { exportArchive, importArchive } from './backup/archive.ts';
import { backUpNow, backupsHeld, lookAtBackup, restoreBackup } from './backup/keep-backups.ts';
import { compute } from './compute/pool.ts';
import { exportCraft, importCraft, undoCraftImport } from './craft-exchange.ts';
import { createSketched, listCrafts, markCraft } from './crafts.ts';
import type { StoredMakersTable } from '../core/document/stored.ts';
import type { Db } from './db/open.ts';
import { logIn, logOut, sessionState } from './auth/access.ts';
import { dataFault } from './db/store.ts';
import { once } from './idempotency.ts';
import { created, found, idOf, invalid, notFound, type Outcome } from './outcome.ts';
import {
  createMakersTable,
  editMakersTable,
  getMakersTable,
  listMakersTables,
  giveTaught,
  markMakersTable,
  taughtFrom
} from './makers-tables.ts';
import { calibrationPlaces, fitParts, forgetFitted, removeCalibration } from './fitted-parts.ts';
import { createRecord, editLife, getLife, markRecord } from './part-life.ts';
import { createPart, editPart, getPart, listParts, markPart } from './parts.ts';
import { createSearch, editSearch, getSearch, listSearches, markSearch } from './searches.ts';
import { beginRun, cancelFile, followRun, setThrottle, stopRun, takeSamples } from './runs/live.ts';
import { exportLog } from './runs/log-export.ts';
import { csvOf, soundBlock } from './runs/samples.ts';
import { editRun, getRun, getRunWhole, listRuns, logRun, markRun } from './runs/runs.ts';
import { recallColumns, rememberColumns } from './runs/column-mappings.ts';
import { csvFile, knownDetails, knownReading } from './runs/edges.ts';
import { search, shelfParts } from './search.ts';
import { listExercises, recordExercise } from './exercises.ts';
import { markdownFile, sheetAsked } from './sheets.ts';
import { getSettings, putSettings } from './settings.ts';
import {
  createSetup,
  deleteSetup,
  duplicateSetup,
  editSetup,
  getSetup,
  listSetups,
  openSetup,
  pinSetup,
  redoSetup,
  restoreSetup,
  undoSetup,
  useSetup
} from './setups.ts';
import { exportShelf, importShelf, undoImport } from './shelf-exchange.ts';
import { createShare, dropShare, listShares } from './shares.ts';
import { listTrash } from './trash.ts';

/** A body as it arrives at its handler: checked JSON, or text and bytes that a computing thread parses and checks. */
type ReadBody<K extends RouteId> = Routes[K] extends { body: { kind: 'text' } }
  ? string
  : Routes[K] extends { body: { kind: 'bytes' } }
    ? Uint8Array
    : BodyOf<K>;

/** What a handler is given of a request, read and checked. */
export interface Asked<K extends RouteId> {
  /** The database: opened when it is first asked for. */
  readonly db: Db;
  /** Number in the path; -1, which is no row's, where it is none. */
  readonly id: number;
  readonly params: Readonly<Record<string, string>>;
  readonly query: URLSearchParams;
  readonly body: ReadBody<K>;
  /** Revision that a write names: in its body, its query or If-Match. */
  readonly revision: unknown;
  readonly event: RequestEvent;
}

type Answer<T> = Outcome<T | Response> | Promise<Outcome<T | Response>>;
type Handlers = { readonly [K in RouteId]: (asked: Asked<K>) => Answer<AnswerOf<K>> };

/** A page of a list: how many, and how many newer ones are passed over. */
const pageOf = (query: URLSearchParams): { most?: number; skip?: number } => {
  const number = (name: string): number | undefined => {
    const value = query.get(name);
    return value !== null && /^\d{1,9}$/.test(value) ? Number(value) : undefined;
  };
  return { most: number('most'), skip: number('skip') };
};

/** Runs of a craft, or of the one setup that is named. */
const runsOf = (craftId: number, query: URLSearchParams): { craftId: number } | { setupId: number } => {
  const setup = query.get('setup');
  return setup === null ? { craftId } : { setupId: idOf(setup) };
};

/** What a request that may be sent twice names itself. */
const keyOf = (event: RequestEvent): string | null => event.request.headers.get('idempotency-key');

/** When something was, as it is told: never later than now, and now where nothing sensible is told. */
function momentOf(told: string | null | undefined): string {
  const at = told == null ? NaN : Date.parse(told);
  return new Date(Number.isNaN(at) ? Date.now() : Math.min(at, Date.now())).toISOString();
}

const chosen = (query: URLSearchParams, name: string): boolean => query.get(name) === '1';

/** What a motor's tables teach goes with it from now on. */
async function teach(db: Db, partId: number): Promise<void> {
  const from = taughtFrom(db, partId);
  if (!from) return;
  const { motor, rows, family, title } = from;
  giveTaught(
    db,
    partId,
    title,
    await compute('tableCalibration', motor, rows, family),
    new Date().toISOString()
  );
}

/** A table that was kept, once its motor has learnt from it. */
async function teaching(db: Db, kept: Outcome<StoredMakersTable>): Promise<Outcome<StoredMakersTable>> {
  if (kept.ok) await teach(db, kept.value.partId);
  return kept;
}

export const HANDLERS: Handlers = {
  health: () => {
    const fault = dataFault();
    return found(
      fault
        ? Response.json({ ok: false, version, code: fault.code, message: fault.message }, { status: 503 })
        : { ok: true, version }
    );
  },
  predict: async ({ body }) => {
    const result = await compute('predict', body);
    return result.ok ? found(result.answer) : invalid(result.errors.errors);
  },
  calibrate: async ({ body }) => {
    const result = await compute('calibrate', body);
    return result.ok ? found(result.answer) : invalid(result.errors.errors);
  },
  change: async ({ db, body }) => {
    const result = await compute('change', body, shelfParts(db), getSettings(db).schools);
    return result.ok ? found(result.answer) : invalid(result.errors.errors);
  },
  plan: async ({ db, body }) => {
    const result = await compute('plan', body, shelfParts(db), getSettings(db).schools);
    return result.ok ? found(result.answer) : invalid(result.errors.errors);
  },
  logRun: ({ db, id, body, event }) => {
    const { title, verdict = '', details } = body;
    const run = { title, verdict, readings: body.readings.map(knownReading), details: knownDetails(details) };
    return once(
      db,
      'run',
      keyOf(event),
      () => logRun(db, id, run, momentOf(body.heldAt)),
      (made) => found({ id: made })
    );
  },
  listRuns: ({ db, id, query }) => found(listRuns(db, { ...runsOf(id, query), ...pageOf(query) })),
  readRun: ({ db, id }) => getRunWhole(db, id),
  editRun: ({ db, id, body, revision }) =>
    editRun(db, id, { ...body, details: body.details && knownDetails(body.details) }, revision),
  deleteRun: ({ db, id, revision }) => cancelFile(db, id) ?? markRun(db, id, true, revision),
  restoreRun: ({ db, id }) => markRun(db, id, false),
  beginRun: ({ db, id, body }) =>
    beginRun(db, id, { ...body, details: knownDetails(body.details) }, new Date().toISOString()),
  followRun: ({ id }) => followRun(id),
  throttleRun: ({ id, body }) => setThrottle(id, body.throttle),
  stopRun: ({ db, id }) => stopRun(db, id),
  exportLog: ({ db, id, params }) => exportLog(db, id, params.format),
  recallColumns: ({ db, query }) => found(recallColumns(db, query.get('signature') ?? '')),
  rememberColumns: ({ db, body: { signature, columns, baud = null } }) =>
    rememberColumns(db, {
      signature,
      baud,
      columns: columns.map(({ title, role, unit }) => ({ title, role, unit }))
    }),
  addSamples: ({ db, id, body }) => {
    const samples = soundBlock(body);
    return samples.ok ? takeSamples(db, id, samples.value) : samples;
  },
  runSamples: ({ db, id }) => {
    const run = getRun(db, id);
    return run.ok ? found(csvFile(`run-${id}.csv`, csvOf(db, id))) : run;
  },
  search: async ({ db, body }) => {
    const result = await search(body, shelfParts(db), getSettings(db).schools);
    return result.ok ? found(result.answer) : invalid(result.errors.errors);
  },
  listSearches: ({ db, id }) => found(listSearches(db, id)),
  createSearch: ({ db, id, body }) => {
    const { revision: _revision, ...search } = body;
    return createSearch(db, id, search);
  },
  readSearch: ({ db, id }) => getSearch(db, id),
  editSearch: ({ db, id, body, revision }) => {
    const { revision: _revision, ...search } = body;
    return editSearch(db, id, search, revision);
  },
  deleteSearch: ({ db, id, revision }) => markSearch(db, id, true, revision),
  restoreSearch: ({ db, id }) => markSearch(db, id, false),
  schema: ({ params }) =>
    Object.hasOwn(FILE_SCHEMAS, params.format) ? found(FILE_SCHEMAS[params.format]) : notFound('schema'),
  listExercises: ({ db }) => found(listExercises(db)),
  recordExercise: ({ db, body }) => recordExercise(db, body),
  readSettings: ({ db }) => found(getSettings(db)),
  writeSettings: ({ db, body }) => putSettings(db, body),
  listCrafts: ({ db }) => found(listCrafts(db)),
  sketchCraft: async ({ db, body }) => {
    const sketched = await compute('sketch', body, getSettings(db).schools);
    return sketched.ok ? createSketched(db, sketched.value) : invalid(sketched.errors);
  },
  readCraft: ({ db, id }) => exportCraft(db, id),
  deleteCraft: ({ db, id, revision }) => markCraft(db, id, true, revision),
  restoreCraft: ({ db, id }) => markCraft(db, id, false),
  listSetups: ({ db, query }) => {
    const craft = query.get('craft');
    return found(listSetups(db, craft === null ? undefined : idOf(craft)));
  },
  createSetup: ({ db, body, event }) =>
    once(
      db,
      'setup',
      keyOf(event),
      () => createSetup(db, body.craftId, body.document, undefined, body.changedFrom ?? null),
      (made) => getSetup(db, made)
    ),
  readSetup: ({ db, id }) => getSetup(db, id),
  editSetup: ({ db, id, body, revision }) =>
    editSetup(
      db,
      id,
      body.document,
      body.label === undefined || body.label === '' ? 'edited' : body.label,
      revision
    ),
  deleteSetup: ({ db, id, revision }) => deleteSetup(db, id, revision),
  sheetJson: async ({ db, id }) => {
    const asked = sheetAsked(db, id);
    if (!asked.ok) return asked;
    const made = await compute('sheet', asked.value.document, asked.value.more);
    return made.ok ? found(made.answer) : invalid(made.errors.errors);
  },
  sheetMarkdown: async ({ db, id }) => {
    const asked = sheetAsked(db, id);
    if (!asked.ok) return asked;
    const { document, more } = asked.value;
    const made = await compute('sheetText', document, more, getSettings(db).units);
    return made.ok ? found(markdownFile(`sheet-${id}.md`, made.answer)) : invalid(made.errors.errors);
  },
  undoSetup: ({ db, id, revision }) => undoSetup(db, id, revision),
  redoSetup: ({ db, id, revision }) => redoSetup(db, id, revision),
  duplicateSetup: ({ db, id }) => duplicateSetup(db, id),
  restoreSetup: ({ db, id }) => restoreSetup(db, id),
  useSetup: ({ db, id, revision }) => useSetup(db, id, revision),
  pinSetup: ({ db, id, revision }) => pinSetup(db, id, true, revision),
  unpinSetup: ({ db, id, revision }) => pinSetup(db, id, false, revision),
  openSetup: ({ db, id }) => openSetup(db, id),
  listParts: ({ db }) => found(listParts(db)),
  createPart: ({ db, body, event }) =>
    once(
      db,
      'part',
      keyOf(event),
      () => createPart(db, body),
      (made) => getPart(db, made)
    ),
  readPart: ({ db, id }) => getPart(db, id),
  editPart: ({ db, id, body, revision }) => editPart(db, id, body, revision),
  deletePart: ({ db, id, revision }) => markPart(db, id, true, revision),
  restorePart: ({ db, id }) => markPart(db, id, false),
  fitParts: ({ db, id }) => fitParts(db, id, new Date().toISOString()),
  readCalibration: ({ db, id }) => calibrationPlaces(db, id),
  removeCalibration: ({ db, id, body, revision }) => removeCalibration(db, id, body.from, revision),
  forgetFitted: ({ db, id }) => forgetFitted(db, id),
  readLife: ({ db, id }) => getLife(db, id),
  editLife: ({ db, id, body, revision }) => editLife(db, id, body, revision, new Date().toISOString()),
  createRecord: ({ db, id, body }) => createRecord(db, id, body, new Date().toISOString()),
  deleteRecord: ({ db, id }) => markRecord(db, id, true),
  restoreRecord: ({ db, id }) => markRecord(db, id, false),
  listTables: ({ db, id }) => found(listMakersTables(db, id)),
  createTable: async ({ db, id, body }) => teaching(db, createMakersTable(db, id, body)),
  readTable: ({ db, id }) => getMakersTable(db, id),
  editTable: async ({ db, id, body, revision }) => teaching(db, editMakersTable(db, id, body, revision)),
  deleteTable: async ({ db, id, revision }) => {
    const table = getMakersTable(db, id);
    const done = markMakersTable(db, id, true, revision);
    if (done.ok && table.ok) await teach(db, table.value.partId);
    return done;
  },
  restoreTable: async ({ db, id }) => {
    const done = markMakersTable(db, id, false);
    const table = getMakersTable(db, id);
    if (done.ok && table.ok) await teach(db, table.value.partId);
    return done;
  },
  exportShelf: ({ db, params }) => {
    const file = exportShelf(db, params.format);
    if (!file) return notFound(`format of the shelf: ${SHELF_FILES.map((f) => f.id).join(', ')} are`);
    return found(
      new Response(file.body as BodyInit, {
        headers: { 'content-type': file.type, 'content-disposition': `attachment; filename="${file.name}"` }
      })
    );
  },
  importShelf: async ({ db, query, body }) => {
    const read = await compute('readShelf', query.get('name') ?? '', body);
    return importShelf(db, read, chosen(query, 'apply'), chosen(query, 'good'));
  },
  exportArchive: ({ db }) => found(exportArchive(db, version)),
  importArchive: ({ db, query, body }) => importArchive(db, body, chosen(query, 'apply')),
  listBackups: ({ db }) => backupsHeld(db),
  makeBackup: ({ db }) => backUpNow(db),
  lookAtBackup: ({ db, params }) => lookAtBackup(db, params.name),
  restoreBackup: ({ db, params }) => restoreBackup(db, params.name),
  listTrash: ({ db }) => listTrash(db),
  readSession: ({ event }) => found(sessionState(event)),
  logIn: ({ event, body }) => logIn(event, body.passphrase),
  logOut: ({ event }) => logOut(event, false),
  logOutEverywhere: ({ event }) => logOut(event, true),
  listShares: ({ db, id }) => listShares(db, id),
  createShare: ({ db, id }) => createShare(db, id),
  dropShare: ({ db, id }) => dropShare(db, id),
  undoShelfImport: ({ db, body }) => undoImport(db, body.added ?? []),
  importCraft: async ({ db, query, body }) => {
    const read = await compute('readCraft', body);
    if (!read.ok) return invalid(read.errors);
    const apply = chosen(query, 'apply');
    const done = importCraft(db, read.value, apply);
    return done.ok && apply ? created(done.value) : done;
  },
  undoCraftImport: ({ db, body }) => undoCraftImport(db, body.craftId ?? null, body.setupIds ?? [])
};
