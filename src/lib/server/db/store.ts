import { statSync } from 'node:fs';
import { join } from 'node:path';
import { copyNow } from '../backup/backups.ts';
import { seedDemo } from '../demo/seed.ts';
import { DATA_FILE } from './data-file.ts';
import { DataFault } from './data-fault.ts';
import { closeDatabase, openData, type Db } from './open.ts';

/** Between two looks at the file system, ms: a fault that was mended is noticed, a file that vanished too. */
const LOOK_MS = 1000;

let db: Db | null = null;
let inode = 0;
let fault: DataFault | null = null;
let looked = -Infinity;

/** The data folder. */
export const folderOf = (): string => process.env.ISKARN_DATA ?? 'data';
const say = (text: string): void => console.error(`iskarn: ${text}`);

function open(): void {
  looked = performance.now();
  const folder = folderOf();
  try {
    const opened = openData(folder, (earlier) => {
      const { name } = copyNow(earlier, folder, 'before-update');
      say(
        `the data is of an earlier version and is brought up to date; as it was it is kept as backups/${name}`
      );
    });
    if (process.env.ISKARN_DEMO) seedDemo(opened.db);
    db = opened.db;
    inode = statSync(join(folder, DATA_FILE)).ino;
    if (opened.isNew) say(`no data was here; a new data file was begun in ${folder}`);
    else if (fault) say(`the data in ${folder} can be used again`);
    fault = null;
  } catch (error) {
    if (!(error instanceof DataFault)) throw error;
    if (fault?.message !== error.message) say(error.message);
    fault = error;
  }
}

/** Whether the file that is open is still the one in the folder. */
function stillThere(): boolean {
  try {
    return statSync(join(folderOf(), DATA_FILE)).ino === inode;
  } catch {
    return false;
  }
}

/** Keeps what the vanished file held beside where it was, and lets go of it. */
function rescue(open: Db): void {
  const kept = join(folderOf(), `iskarn-rescued-${new Date().toISOString().replaceAll(':', '-')}.db`);
  try {
    open.prepare('VACUUM INTO ?').run(kept);
    say(`the data file was removed or replaced while Iskarn ran; what it held was kept as ${kept}`);
  } catch (error) {
    say(
      `the data file was removed while Iskarn ran, and what it held could not be kept: ${(error as Error).message}`
    );
  }
  open.close();
}

/** The server's one database: in `ISKARN_DATA` (default `data`), with demo data when `ISKARN_DEMO` is set and it is new. */
export function store(): Db {
  const due = performance.now() - looked > LOOK_MS;
  if (db && due) {
    looked = performance.now();
    if (!stillThere()) {
      rescue(db);
      db = null;
    }
  }
  if (!db && (!fault || due)) open();
  if (!db) throw fault as DataFault;
  return db;
}

/** What is wrong with the data, or null: for health, console and page. */
export function dataFault(): DataFault | null {
  try {
    store();
    return null;
  } catch (error) {
    if (error instanceof DataFault) return error;
    throw error;
  }
}

/** Closes the database so that its file is whole by itself. */
export function closeStore(): void {
  if (db) closeDatabase(db);
  db = null;
}

/**
 * Closes the data, has something else put in its place, and opens that. Where it cannot be put there, the data that was
 * open before is opened again.
 */
export function exchangeStore(put: (folder: string) => void): void {
  closeStore();
  try {
    put(folderOf());
  } finally {
    fault = null;
    open();
  }
}
