import Database from 'better-sqlite3';
import { chmodSync, existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { inspectFolder, markFolder, DATA_FILE } from './data-file.ts';
import { damaged, DataFault, faultOf } from './data-fault.ts';
import { sql as start } from './migrations/0001-start.ts';
import { sql as measuredAndTables } from './migrations/0002-measured-and-tables.ts';
import { sql as revisions } from './migrations/0003-revisions.ts';
import { sql as searches } from './migrations/0004-searches.ts';
import { sql as recordedRuns } from './migrations/0005-recorded-runs.ts';
import { sql as logbook } from './migrations/0006-logbook.ts';
import { sql as pricesAndExercises } from './migrations/0007-prices-and-exercises.ts';
import { sql as sessionsAndShares } from './migrations/0008-sessions-and-shares.ts';

export type Db = Database.Database;

/** Numbered migrations, append only. */
const MIGRATIONS: readonly string[] = [
  start,
  measuredAndTables,
  revisions,
  searches,
  recordedRuns,
  logbook,
  pricesAndExercises,
  sessionsAndShares
];
/** Version of the schema that this program works with. */
export const SCHEMA_VERSION = MIGRATIONS.length;
/** "Iskn": SQLite's mark of whose file it is. */
const APPLICATION_ID = 0x49736b6e;
/** How long a write waits for another program that holds the file, ms. */
const BUSY_MS = 5000;

/** A database that was opened, and whether it was begun just now. */
export interface Opened {
  db: Db;
  isNew: boolean;
}

/**
 * Opens (and if there is none, begins) the database of a data folder and brings it up to date. What was committed is on
 * the disk: WAL with synchronous = FULL.
 * @param beforeUpdate called with a file of an earlier version before anything of it is changed
 * @throws DataFault in words, whatever is wrong with folder or file; nothing there was changed then
 */
export function openData(folder: string, beforeUpdate?: (db: Db) => void): Opened {
  const file = join(folder, DATA_FILE);
  let db: Db | null = null;
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const isNew = inspectFolder(folder) === 'new';
    db = new Database(file, { timeout: BUSY_MS });
    if (!isNew) inspect(db, file);
    begin(db);
    if (!isNew && versionOf(db) < SCHEMA_VERSION) beforeUpdate?.(db);
    migrate(db);
    // from here on the file's own head says whose it is and that a log belongs to it, should it be copied alone
    db.pragma('wal_checkpoint(TRUNCATE)');
    markFolder(folder);
    keepToOwner(folder, file);
    return { db, isNew };
  } catch (error) {
    db?.close();
    throw faultOf(error, file) ?? error;
  }
}

/** Data that an earlier version left readable for others is its owner's alone from now on; where that cannot be done it stays. */
function keepToOwner(folder: string, file: string): void {
  try {
    chmodSync(folder, 0o700);
    for (const beside of ['', '-wal', '-shm']) if (existsSync(file + beside)) chmodSync(file + beside, 0o600);
  } catch {
    // another user's folder, or a disk that knows no owners
  }
}

/** Version of the schema of a file. */
export const versionOf = (db: Db): number => db.pragma('user_version', { simple: true }) as number;

/** The database alone, for whoever does not ask whether it is new. */
export const openDatabase = (folder: string): Db => openData(folder).db;

/** How a file is looked through: quickly at every start, page by page and entry by entry before it is trusted as a copy. */
type Depth = 'quick_check' | 'integrity_check';

/** Refuses a file that is another program's, a later version's, or not whole. */
function inspect(db: Db, file: string, depth: Depth = 'quick_check'): void {
  const version = versionOf(db);
  const owner = db.pragma('application_id', { simple: true }) as number;
  const tables = db.prepare("SELECT name FROM sqlite_schema WHERE type = 'table'").pluck().all() as string[];
  const foreign =
    owner === 0 ? tables.length > 0 && !tables.includes('setup_revision') : owner !== APPLICATION_ID;
  if (foreign)
    throw new DataFault(
      'foreign',
      `${file} is a database of another program. Move it away, or name another folder in ISKARN_DATA; it was not touched.`
    );
  if (version > SCHEMA_VERSION) throw newer(version);
  const [first] = db.pragma(`${depth}(1)`, { simple: false }) as Record<Depth, string>[];
  if (first[depth] !== 'ok') throw new DataFault('corrupt', damaged(file, first[depth].split('\n')[0]));
}

/** Refuses a copy of the data that is not whole in every page, row and index. */
export function inspectCopy(db: Db, file: string): void {
  if (db.prepare("SELECT count(*) FROM sqlite_schema WHERE name = 'setup_revision'").pluck().get() === 0)
    throw new DataFault('empty', `${file} holds no data of Iskarn.`);
  inspect(db, file, 'integrity_check');
}

const newer = (version: number): DataFault =>
  new DataFault(
    'newer',
    `The data file is of version ${version}; this program knows up to ${SCHEMA_VERSION}. Update the program; the file was not touched.`
  );

/** Two servers may begin on one folder at the same moment: whoever finds the file held tries again. */
function begin(db: Db): void {
  const until = performance.now() + BUSY_MS;
  for (;;) {
    try {
      db.pragma('journal_mode = WAL');
      break;
    } catch (error) {
      if (
        !/^SQLITE_(BUSY|LOCKED)/.test(String((error as { code?: string }).code)) ||
        performance.now() > until
      )
        throw error;
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 20);
    }
  }
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
}

/** Runs what is missing of the migrations in one transaction. Throws when the file is newer than the program. */
export function migrate(db: Db): void {
  if (versionOf(db) > SCHEMA_VERSION) throw newer(versionOf(db));
  if (versionOf(db) === SCHEMA_VERSION) return;
  db.transaction(() => {
    // read again inside: another server may have been here meanwhile
    for (let at = versionOf(db); at < SCHEMA_VERSION; at++) {
      db.exec(MIGRATIONS[at]);
      db.pragma(`user_version = ${at + 1}`);
    }
    db.pragma(`application_id = ${APPLICATION_ID}`);
  }).immediate();
}

/**
 * Closes so that `iskarn.db` is whole by itself: the log is written into it and the file leaves WAL mode. While another
 * server has it open that is not possible, and the last one does it.
 */
export function closeDatabase(db: Db): void {
  if (!db.open) return;
  try {
    db.pragma('wal_checkpoint(TRUNCATE)');
    db.pragma('journal_mode = DELETE');
  } catch {
    // held by another server, or the disk is full: the log stays beside the file, nothing is lost
  }
  db.close();
}
