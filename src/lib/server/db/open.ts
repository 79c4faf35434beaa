import Database from 'better-sqlite3';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { sql as start } from './migrations/0001-start.ts';
import { sql as measuredAndTables } from './migrations/0002-measured-and-tables.ts';

export type Db = Database.Database;

/** Numbered migrations, append only. */
const MIGRATIONS: readonly string[] = [start, measuredAndTables];

/** Opens (and if needed makes) the database of a data folder and brings it up to date. */
export function openDatabase(folder: string): Db {
  mkdirSync(folder, { recursive: true });
  const db = new Database(join(folder, 'iskarn.db'));
  db.pragma('journal_mode = WAL');
  db.pragma('foreign_keys = ON');
  migrate(db);
  return db;
}

/** Runs each missing migration in a transaction of its own. Throws when the file is newer than the program. */
export function migrate(db: Db): void {
  const version = db.pragma('user_version', { simple: true }) as number;
  if (version > MIGRATIONS.length) {
    throw new Error(
      `The data file is of version ${version}; this program knows up to ${MIGRATIONS.length}. Update the program.`
    );
  }
  for (let at = version; at < MIGRATIONS.length; at++) {
    db.transaction(() => {
      db.exec(MIGRATIONS[at]);
      db.pragma(`user_version = ${at + 1}`);
    })();
  }
}

/** The one write path: runs `work` in a transaction that is undone whole when it throws. */
export const transaction = <T>(db: Db, work: () => T): T => db.transaction(work).immediate();
