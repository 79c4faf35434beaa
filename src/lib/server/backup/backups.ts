import Database from 'better-sqlite3';
import {
  chmodSync,
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DATA_FILE } from '../db/data-file.ts';
import { DataFault, faultOf } from '../db/data-fault.ts';
import { inspectCopy, migrate, SCHEMA_VERSION, versionOf, type Db } from '../db/open.ts';
import { countsOf, differences, HOLDING_KINDS, type Counts, type KindDifference } from './row-counts.ts';
import { BACKUP_FOLDER, nameAt, readName, type BackupName, type Reason } from './names.ts';
import { outdated } from './rotation.ts';

/** A backup as it lies in its folder. */
export interface Backup extends BackupName {
  readonly bytes: number;
}

/** A backup that was opened and looked through. */
export interface BackupLooked extends Backup {
  readonly counts: Counts;
}

/** Pages that are copied at a time: others get their turn between. */
const PAGES = 256;

const backupFolder = (folder: string): string => join(folder, BACKUP_FOLDER);

function made(folder: string): string {
  const path = backupFolder(folder);
  mkdirSync(path, { recursive: true, mode: 0o700 });
  return path;
}

/** All backups of a data folder, the newest first; none where there is no folder of them. */
export function listBackups(folder: string): Backup[] {
  const path = backupFolder(folder);
  if (!existsSync(path)) return [];
  return readdirSync(path)
    .map(readName)
    .filter((b) => b !== null)
    .map((b) => ({ ...b, bytes: statSync(join(path, b.name)).size }))
    .sort((a, b) => (a.at < b.at ? 1 : -1));
}

/** Makes a copy whole by itself and readable by its owner alone, and sees that it is on the disk. */
function settle(file: string): void {
  const db = new Database(file);
  try {
    db.pragma('journal_mode = DELETE');
  } finally {
    db.close();
  }
  chmodSync(file, 0o600);
  const handle = openSync(file, 'r');
  fsyncSync(handle);
  closeSync(handle);
}

/**
 * Opens a copy and looks it through: whose it is, whether every page of it is whole, every row belongs to what it names.
 * @returns how much it holds
 * @throws DataFault where it cannot be trusted
 */
export function verify(file: string): Counts {
  const copy = new Database(file, { readonly: true, fileMustExist: true });
  try {
    inspectCopy(copy, file);
    const broken = copy.pragma('foreign_key_check') as unknown[];
    if (broken.length > 0)
      throw new DataFault('corrupt', `${file} is damaged: ${broken.length} rows belong to nothing.`);
    return versionOf(copy) === SCHEMA_VERSION ? countsOf(copy) : withCurrent(file, countsOf);
  } catch (error) {
    throw faultOf(error, file) ?? error;
  } finally {
    copy.close();
  }
}

/** Does something with a copy of a file that was brought up to date; the file itself is not touched. */
function withCurrent<T>(file: string, use: (db: Db) => T): T {
  const folder = mkdtempSync(join(tmpdir(), 'iskarn-look-'));
  const copy = join(folder, DATA_FILE);
  try {
    copyFileSync(file, copy);
    const db = new Database(copy);
    try {
      inspectCopy(db, file);
      migrate(db);
      return use(db);
    } finally {
      db.close();
    }
  } catch (error) {
    throw faultOf(error, file) ?? error;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Gives a finished copy its name, after it was looked through against what it was made of. */
function accept(folder: string, part: string, name: string, least: Counts): BackupLooked {
  settle(part);
  const counts = verify(part);
  const lost = HOLDING_KINDS.find((kind) => counts[kind] < least[kind]);
  if (lost)
    throw new DataFault('corrupt', `The backup holds fewer ${lost} than the data; it was thrown away.`);
  const file = join(folder, name);
  renameSync(part, file);
  return { ...(readName(name) as BackupName), bytes: statSync(file).size, counts };
}

const smaller = (a: Counts, b: Counts): Counts =>
  Object.fromEntries(HOLDING_KINDS.map((kind) => [kind, Math.min(a[kind], b[kind])])) as Counts;

function spare(folder: string, part: string, error: unknown): never {
  rmSync(part, { force: true });
  rmSync(`${part}-journal`, { force: true });
  throw faultOf(error, folder) ?? error;
}

/**
 * Copies the open data while it is in use, opens the copy, looks it through and gives it its name; then lets those go that
 * no rule keeps any more.
 */
export async function makeBackup(
  db: Db,
  folder: string,
  reason: Reason,
  now = new Date()
): Promise<BackupLooked> {
  const path = made(folder);
  const name = nameAt(now, reason);
  const part = join(path, `${name}.part`);
  try {
    const before = countsOf(db);
    await db.backup(part, { progress: () => PAGES });
    const done = accept(path, part, name, smaller(before, countsOf(db)));
    dropOutdated(folder, now);
    return done;
  } catch (error) {
    return spare(path, part, error);
  }
}

/** The same at once, before the data is used by anybody: before an update or when something takes its place. */
export function copyNow(db: Db, folder: string, reason: Reason, now = new Date()): Backup {
  const path = made(folder);
  const name = nameAt(now, reason);
  const part = join(path, `${name}.part`);
  try {
    db.prepare('VACUUM INTO ?').run(part);
    settle(part);
    const copy = new Database(part, { readonly: true });
    try {
      inspectCopy(copy, part);
    } finally {
      copy.close();
    }
    renameSync(part, join(path, name));
    return { ...(readName(name) as BackupName), bytes: statSync(join(path, name)).size };
  } catch (error) {
    return spare(path, part, error);
  }
}

/** Takes backups away that no rule keeps, and what a backup left that was cut off. */
function dropOutdated(folder: string, now = new Date()): string[] {
  const path = backupFolder(folder);
  const gone = outdated(listBackups(folder), now).map((b) => b.name);
  for (const name of gone) rmSync(join(path, name), { force: true });
  for (const name of readdirSync(path))
    if (name.endsWith('.part') && now.getTime() - statSync(join(path, name)).mtimeMs > 3_600_000)
      rmSync(join(path, name), { force: true });
  return gone;
}

/** File of a backup by its name; null where there is none, or the name is none. */
export function backupFile(folder: string, name: string): string | null {
  const file = join(backupFolder(folder), name);
  return readName(name) !== null && existsSync(file) ? file : null;
}

/** What would be different if a backup took the place of the data. */
export const whatWouldChange = (db: Db, file: string): KindDifference[] =>
  withCurrent(file, (then) => differences(db, then));

/**
 * Puts a backup in the place of a data file that nobody has open: it is copied beside it first, so that there is a whole
 * file at every moment.
 */
export function putInPlace(folder: string, file: string): void {
  const target = join(folder, DATA_FILE);
  const fresh = `${target}.restored`;
  try {
    copyFileSync(file, fresh);
    settle(fresh);
    verify(fresh);
    for (const beside of ['-wal', '-shm', '-journal']) rmSync(`${target}${beside}`, { force: true });
    renameSync(fresh, target);
  } catch (error) {
    rmSync(fresh, { force: true });
    throw faultOf(error, file) ?? error;
  }
}
