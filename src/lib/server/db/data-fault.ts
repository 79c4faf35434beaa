/** What can be wrong with a data folder. */
type DataFaultCode =
  'folder' | 'missing' | 'empty' | 'foreign' | 'newer' | 'corrupt' | 'read-only' | 'full' | 'no-log';

/** The data cannot be used: what is wrong and what to do, in one sentence or two for the console, health and the page. */
export class DataFault extends Error {
  readonly code: DataFaultCode;
  constructor(code: DataFaultCode, message: string) {
    super(message);
    this.name = 'DataFault';
    this.code = code;
  }
}

const codeOf = (error: unknown): string => String((error as { code?: unknown } | null)?.code ?? '');

/** Whether an error says that the disk (or the user's quota of it) is full. */
export const isDiskFull = (error: unknown): boolean =>
  /^(SQLITE_FULL|ENOSPC|EDQUOT|EFBIG)/.test(codeOf(error));

/** Whether an error says that nothing can be written here. */
export const isReadOnly = (error: unknown): boolean =>
  /^(SQLITE_READONLY|EROFS|EACCES|EPERM)/.test(codeOf(error));

/** A failure of the file system or of SQLite at a data file as a fault in words; null for any other error. */
export function faultOf(error: unknown, file: string): DataFault | null {
  if (error instanceof DataFault) return error;
  const code = codeOf(error);
  if (isDiskFull(error))
    return new DataFault(
      'full',
      `The disk that holds ${file} is full: nothing more can be kept there. Free some space; what was kept is untouched.`
    );
  if (isReadOnly(error))
    return new DataFault(
      'read-only',
      `${file} cannot be written (${code}): an edit could not be kept. Give this user the right to write the file and its folder, or name another folder in ISKARN_DATA. The data is untouched.`
    );
  if (/^SQLITE_NOTADB/.test(code))
    return new DataFault(
      'foreign',
      `${file} is no data file of Iskarn. Move it away, or name another folder in ISKARN_DATA; it was not touched.`
    );
  if (/^SQLITE_(CORRUPT|IOERR|CANTOPEN|PROTOCOL)/.test(code))
    return new DataFault('corrupt', damaged(file, (error as Error).message));
  if (/^(ENOTDIR|EEXIST|ELOOP|ENAMETOOLONG|EIO|ENOENT)/.test(code))
    return new DataFault(
      'folder',
      `The data folder of ${file} cannot be used (${code}). Name another folder in ISKARN_DATA.`
    );
  return null;
}

/** The sentence for a file that SQLite cannot read whole. */
export const damaged = (file: string, what: string): string =>
  `${file} is damaged (${what}). Nothing was changed and no new file was begun. Keep a copy of the whole folder, then put a backup in its place: npm run data -- restore shows them. A copy of your own is iskarn.db with iskarn.db-wal.`;
