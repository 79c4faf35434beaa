/**
 * `npm run data -- restore`: the backups of a data folder; what one of them would change; with --yes it is put in the place of the
 * data. It works where the data itself can no longer be read, and not while a server has it open.
 */
import Database from 'better-sqlite3';
import { existsSync, renameSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { backupFile, copyNow, listBackups, putInPlace, verify, whatWouldChange } from '../backup/backups.ts';
import { HOLDING_KINDS, type Counts, type KindDifference } from '../backup/row-counts.ts';
import { REASONS } from '../backup/names.ts';
import { DATA_FILE } from '../db/data-file.ts';
import { DataFault } from '../db/data-fault.ts';
import { closeDatabase, openData, type Db } from '../db/open.ts';

const folder = process.env.ISKARN_DATA ?? 'data';
const say = (text: string): void => console.log(text);
const leave = (text: string, code: number): never => {
  console.error(`iskarn: ${text}`);
  process.exit(code);
};
const words = process.argv.slice(2);
const wanted = words.find((w) => !w.startsWith('-'));
const counted = (counts: Counts): string => HOLDING_KINDS.map((kind) => `${counts[kind]} ${kind}`).join(', ');
const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`;

function list(): void {
  const backups = listBackups(folder);
  if (backups.length === 0) leave(`there is no backup in ${join(folder, 'backups')}.`, 1);
  for (const b of backups) say(`${b.name}  ${megabytes(b.bytes).padStart(9)}  ${REASONS[b.reason]}`);
  say(
    '\nWhat one would change: npm run data -- restore NAME (or “newest”). To put it in place of the data, add --yes.'
  );
}

/** Whether a server has the data open: then it cannot leave its log. */
function inUse(file: string): boolean {
  // an empty file would become a new one under SQLite's hands
  if (!existsSync(file) || statSync(file).size === 0) return false;
  const db = new Database(file, { timeout: 500 });
  try {
    db.pragma('journal_mode = WAL');
    db.pragma('journal_mode = DELETE');
    return false;
  } catch (error) {
    return /^SQLITE_(BUSY|LOCKED)/.test(String((error as { code?: string }).code));
  } finally {
    db.close();
  }
}

function tell({ kind, comes, goes, changes, came, went, changed }: KindDifference): void {
  const line = (verb: string, names: readonly string[], count: number): void => {
    if (count > 0)
      say(
        `  ${kind}, ${verb}: ${names.join('; ')}${count > names.length ? ` and ${count - names.length} more` : ''}`
      );
  };
  line('come back', comes, came);
  line('go', goes, went);
  line('change', changes, changed);
}

/** The data as it is now; null where it cannot be read, said why. */
function present(): Db | null {
  try {
    return openData(folder).db;
  } catch (error) {
    if (!(error instanceof DataFault)) throw error;
    say(`The data as it is cannot be read: ${error.message}`);
    return null;
  }
}

function restore(name: string): void {
  const file = backupFile(folder, name === 'newest' ? (listBackups(folder).at(0)?.name ?? '') : name);
  if (!file) return leave(`there is no backup “${name}”; npm run data -- restore shows those there are.`, 1);
  const target = join(folder, DATA_FILE);
  say(`The backup is whole: ${counted(verify(file))}.`);
  let busy = false;
  try {
    busy = inUse(target);
  } catch {
    // too damaged to be asked
  }
  if (busy)
    leave(
      'Iskarn is running on this folder: restore on its page under Settings, or stop it first. Nothing was changed.',
      1
    );
  const db = existsSync(target) ? present() : null;
  if (db) {
    const changes = whatWouldChange(db, file);
    say(changes.length === 0 ? 'Nothing would change.' : 'In place of the data it would change:');
    changes.forEach(tell);
  }
  if (!words.includes('--yes')) {
    if (db) closeDatabase(db);
    say('\nNothing was changed. Add --yes to do it.');
    return;
  }
  let kept: string | null = null;
  if (db) {
    kept = join('backups', copyNow(db, folder, 'before-restore').name);
    closeDatabase(db);
  } else if (existsSync(target)) {
    kept = `iskarn-damaged-${new Date().toISOString().replaceAll(':', '-')}.db`;
    renameSync(target, join(folder, kept));
  }
  putInPlace(folder, file);
  say(`Done.${kept ? ` What was there before is kept as ${kept}.` : ''}`);
}

try {
  if (wanted === undefined) list();
  else restore(wanted);
} catch (error) {
  leave((error as Error).message, 1);
}
