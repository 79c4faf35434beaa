import {
  accessSync,
  closeSync,
  constants,
  existsSync,
  openSync,
  readSync,
  statSync,
  writeFileSync
} from 'node:fs';
import { join } from 'node:path';
import { DataFault } from './data-fault.ts';

/** First version of the data file that leaves WAL mode when it is closed: from then on the header tells. */
const TELLS_FROM_VERSION = 3;
/** The database file of a data folder. */
export const DATA_FILE = 'iskarn.db';
/** A note to people, and the mark that data was kept here. */
const MARK = 'about-this-folder.txt';

const MARK_TEXT = `This folder holds Iskarn's data.

iskarn.db is the data file. While Iskarn runs, iskarn.db-wal holds the newest changes and belongs to it: copy both
together, or stop Iskarn first (then iskarn.db is whole by itself).

If iskarn.db is missing while this note is here, Iskarn does not begin an empty one in its place. To begin anew on
purpose, take this note away too.
`;

/** What SQLite's file header says (https://www.sqlite.org/fileformat2.html, section 1.3). */
interface Header {
  isSqlite: boolean;
  /** Whether the file is in write-ahead-log mode: its newest changes may stand in the log beside it. */
  wal: boolean;
  /** Application's version of the schema. */
  userVersion: number;
}

function headerOf(file: string): Header {
  const bytes = Buffer.alloc(100);
  const handle = openSync(file, 'r');
  try {
    readSync(handle, bytes, 0, 100, 0);
  } finally {
    closeSync(handle);
  }
  return {
    isSqlite: bytes.toString('latin1', 0, 16) === 'SQLite format 3\0',
    wal: bytes[19] === 2,
    userVersion: bytes.readUInt32BE(60)
  };
}

/**
 * Looks at a data folder before SQLite does, which would take a missing or an emptied file for a new one.
 * @returns whether there is a file to open, or a new one may be begun
 * @throws DataFault where data was kept that is not there, or not whole
 */
export function inspectFolder(folder: string): 'new' | 'there' {
  const file = join(folder, DATA_FILE);
  const kept = existsSync(join(folder, MARK));
  const log = `${file}-wal`;
  const logSize = existsSync(log) ? statSync(log).size : null;
  if (!existsSync(file)) {
    if (kept || logSize)
      throw new DataFault(
        'missing',
        `${file} is missing, though Iskarn kept data in this folder${logSize ? ' and its log is still there' : ''}. Put the file back, or a backup in its place (npm run data -- restore shows them). To begin anew on purpose, take ${logSize ? 'iskarn.db-wal and ' : ''}${MARK} away too.`
      );
    accessSync(folder, constants.R_OK | constants.W_OK);
    return 'new';
  }
  const info = statSync(file);
  if (!info.isFile())
    throw new DataFault(
      'foreign',
      `${file} is no file. Move it away, or name another folder in ISKARN_DATA.`
    );
  if (info.size === 0) {
    // a first start that was cut off leaves an empty file and no mark
    if (!kept && !logSize) return 'new';
    throw new DataFault(
      'empty',
      `${file} is empty (0 bytes), though Iskarn kept data in this folder. Put a backup in its place (npm run data -- restore shows them) or a copy of yours; no new file was begun.`
    );
  }
  accessSync(file, constants.R_OK | constants.W_OK);
  accessSync(folder, constants.R_OK | constants.W_OK);
  const header = headerOf(file);
  if (!header.isSqlite)
    throw new DataFault(
      kept ? 'corrupt' : 'foreign',
      kept
        ? `${file} is damaged: its first bytes are not those of a data file. Nothing was changed. Keep a copy, then put a backup in its place: npm run data -- restore shows them.`
        : `${file} is no data file of Iskarn. Move it away, or name another folder in ISKARN_DATA; it was not touched.`
    );
  if (
    header.wal &&
    logSize === null &&
    header.userVersion >= TELLS_FROM_VERSION &&
    !process.env.ISKARN_WITHOUT_LOG
  )
    throw new DataFault(
      'no-log',
      `${file} was in use when it was copied or Iskarn was cut off, and its log iskarn.db-wal is not beside it: the newest changes are missing. Put the log beside it. To go on without those changes, start once with ISKARN_WITHOUT_LOG=1.`
    );
  return 'there';
}

/** Leaves the note that says what the folder is. */
export function markFolder(folder: string): void {
  const mark = join(folder, MARK);
  if (!existsSync(mark)) writeFileSync(mark, MARK_TEXT);
}
