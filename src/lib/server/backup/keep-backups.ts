import type { BackupRestored, BackupsHeld } from '../../api/schemas/backups.ts';
import { dataFault, exchangeStore, folderOf, store } from '../db/store.ts';
import type { Db } from '../db/open.ts';
import { transaction } from '../db/transaction.ts';
import { endAbandoned } from '../runs/samples.ts';
import { created, found, notFound, refused, type Outcome } from '../outcome.ts';
import {
  backupFile,
  copyNow,
  listBackups,
  makeBackup,
  putInPlace,
  verify,
  whatWouldChange,
  type Backup,
  type BackupLooked
} from './backups.ts';
import { countsOf, type KindDifference } from './row-counts.ts';

/** Between two looks whether a backup is due, ms. */
const LOOK_MS = 15 * 60_000;
const HOUR_MS = 3_600_000;
/** Data above this is copied once a day, not every hour, bytes. */
const LARGE_BYTES = 50_000_000;

/** How long after the newest backup the next one is due, for data of a size, ms. */
const dueAfterMs = (bytes: number): number => (bytes > LARGE_BYTES ? 24 : 1) * HOUR_MS;

const changesOf = (db: Db): number => db.prepare('SELECT total_changes()').pluck().get() as number;

/** Changes of the data that the newest backup holds. */
let held = 0;
/** Backups that are being made. */
let going = 0;
/** The backup that is being made because it was asked for. */
let asked: Promise<BackupLooked> | null = null;

/** Makes a backup where something was changed since the newest, and that is old enough. @returns whether one was made */
async function backUpWhenDue(now = new Date()): Promise<boolean> {
  if (going > 0 || dataFault()) return false;
  const db = store();
  const changes = changesOf(db);
  const newest = listBackups(folderOf()).at(0);
  const age = newest ? now.getTime() - Date.parse(newest.at) : Infinity;
  if (changes === held || age < dueAfterMs(newest?.bytes ?? 0)) return false;
  going += 1;
  try {
    await makeBackup(db, folderOf(), 'daily', now);
    held = changes;
    return true;
  } finally {
    going -= 1;
  }
}

/** Looks now and then whether a backup is due, as long as the server runs; a failure is said once until one succeeds. */
export function keepBackups(): void {
  let failed = '';
  const look = (): void =>
    void backUpWhenDue()
      .then((made) => void (made && (failed = '')))
      .catch((error: Error) => {
        if (error.message !== failed) console.error(`iskarn: no backup could be made: ${error.message}`);
        failed = error.message;
      });
  setInterval(look, LOOK_MS).unref();
  setTimeout(look, 60_000).unref();
}

/** The backups there are, and what the data holds now. */
export const backupsHeld = (db: Db): Outcome<BackupsHeld> =>
  found({ backups: listBackups(folderOf()), holds: countsOf(db) });

/** Makes a backup because it was asked for; whoever asks while one is being made for another shares it. */
export async function backUpNow(db: Db): Promise<Outcome<BackupLooked>> {
  asked ??= backUpAsAsked(db).finally(() => (asked = null));
  return created(await asked);
}

async function backUpAsAsked(db: Db): Promise<BackupLooked> {
  going += 1;
  try {
    const changes = changesOf(db);
    const done = await makeBackup(db, folderOf(), 'asked');
    held = changes;
    return done;
  } finally {
    going -= 1;
  }
}

/** A backup looked through, and what would be different if it took the place of the data. */
export function lookAtBackup(
  db: Db,
  name: string
): Outcome<{ backup: BackupLooked; changes: KindDifference[] }> {
  const file = backupFile(folderOf(), name);
  const backup = listBackups(folderOf()).find((b) => b.name === name);
  if (!file || !backup) return notFound('backup');
  const counts = verify(file);
  return found({ backup: { ...backup, counts }, changes: whatWouldChange(db, file) });
}

/**
 * Who is logged in and what is shared belongs to this installation, not to what is put in place: a link that was taken away
 * does not come back with a backup.
 * @returns what puts both into the data that took the place
 */
function stayingWith(db: Db): (restored: Db) => void {
  const sessions = db.prepare('SELECT * FROM session').all() as Record<string, string>[];
  const shares = db.prepare('SELECT * FROM share').all() as Record<string, unknown>[];
  return (restored) => {
    transaction(restored, () => {
      restored.exec('DELETE FROM session; DELETE FROM share');
      const session = restored.prepare(
        'INSERT INTO session VALUES (@token_digest, @created_at, @used_at, @address, @browser)'
      );
      for (const row of sessions) session.run(row);
      const share = restored.prepare(
        'INSERT INTO share SELECT @id, @name_digest, id, @created_at, @read_at FROM setup WHERE id = @setup_id'
      );
      for (const row of shares) share.run(row);
      return found(null);
    });
  };
}

/** Puts a backup in the place of the data, which is kept as a backup itself first. */
export function restoreBackup(db: Db, name: string): Outcome<BackupRestored> {
  const file = backupFile(folderOf(), name);
  if (!file) return notFound('backup');
  const live = db.prepare("SELECT count(*) FROM run WHERE state = 'live'").pluck().get() as number;
  if (live > 0 || going > 0)
    return refused(
      'nothing-to-do',
      live > 0
        ? 'A run is being recorded; stop it first. Nothing was changed.'
        : 'A backup is being made; try again in a moment. Nothing was changed.'
    );
  verify(file);
  const kept: Backup = copyNow(db, folderOf(), 'before-restore');
  const here = stayingWith(db);
  exchangeStore((folder) => putInPlace(folder, file));
  here(store());
  // a run that was being recorded when the backup was made is not going on now
  endAbandoned(store());
  return found({ restored: name, keptAs: kept.name, holds: countsOf(store()) });
}
