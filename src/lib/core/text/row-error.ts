import { issue, type Issue, type IssueCode, type ValuesOf } from './issues.ts';

/** What is wrong with a row of a table: which kind, line and column as a spreadsheet counts them, and the same in words. */
export interface RowError {
  code: IssueCode;
  line: number;
  column: string;
  message: string;
  /** Said, but nothing is refused for it. */
  harmless?: boolean;
  /** Whether a cell could not be read: its figure would be lost if the table were kept. */
  unread?: boolean;
}

/** Tells what is wrong with a row by its code; the sentence comes from the one catalogue. */
export function rowError<C extends IssueCode>(
  line: number,
  column: string,
  code: C,
  values: ValuesOf<C>,
  more: Pick<RowError, 'harmless' | 'unread'> = {}
): RowError {
  return { code, line, column, message: issue(column, code, values).message, ...more };
}

/** What a schema found wrong with a row. */
export const rowErrorOf = (line: number, column: string, { code, message }: Issue): RowError => ({
  code,
  line,
  column,
  message
});
