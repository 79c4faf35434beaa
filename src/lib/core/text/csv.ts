import Papa from 'papaparse';
import type { IssueCode, ValuesOf } from './issues.ts';
import { rowError, type RowError } from './row-error.ts';

/** Most rows, columns and characters in a line that a table from outside may have. */
export const MOST_ROWS = 5000;
const MOST_COLUMNS = 300;
const LONGEST_LINE = 200_000;

/** A spreadsheet takes a cell that begins so for a formula and runs it; one with apostrophes before it would come back short. */
const FORMULA = /^'*[=+\-@\t\r]/;

/**
 * Rows as CSV text. Text that a spreadsheet would run as a formula gets an apostrophe before it (OWASP, CSV injection);
 * `readCsv` takes it away again. Numbers stay numbers.
 */
export const csvText = (fields: readonly string[], rows: readonly (readonly unknown[])[]): string =>
  Papa.unparse({ fields: [...fields], data: rows.map((r) => [...r]) }, { escapeFormulae: FORMULA });

const plain = (cell: string): string => (cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell);

/** Number of lines and length of the longest, in one pass. */
function linesOf(text: string): { count: number; longest: number } {
  let count = 0;
  let longest = 0;
  let start = 0;
  for (;;) {
    const end = text.indexOf('\n', start);
    count++;
    if (end === -1) return { count, longest: Math.max(longest, text.length - start) };
    longest = Math.max(longest, end - start);
    start = end + 1;
  }
}

/** Lines per row, at most: a note may hold line breaks. */
const LINES_PER_ROW = 4;

/** Rows of a CSV text from outside with their header row, or why they are not read. Linear in the text. */
export function readCsv(text: string): { ok: true; rows: string[][] } | { ok: false; error: RowError } {
  const refused = (error: RowError): { ok: false; error: RowError } => ({ ok: false, error });
  const whole = rowError.bind(null, 1, '') as <C extends IssueCode>(code: C, values: ValuesOf<C>) => RowError;
  if (text.includes('\0')) return refused(whole('zero-bytes', {}));
  const lines = linesOf(text);
  if (lines.count > LINES_PER_ROW * MOST_ROWS) return refused(whole('many-rows', { most: MOST_ROWS }));
  if (lines.longest > LONGEST_LINE) return refused(whole('long-line', { most: LONGEST_LINE }));
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', preview: MOST_ROWS + 2 });
  if (data.length === 0) return refused(whole('empty-file', {}));
  if (data.length > MOST_ROWS + 1) return refused(whole('many-rows', { most: MOST_ROWS }));
  if (data.some((row) => row.length > MOST_COLUMNS))
    return refused(whole('many-columns', { most: MOST_COLUMNS }));
  return { ok: true, rows: data.map((row) => row.map(plain)) };
}
