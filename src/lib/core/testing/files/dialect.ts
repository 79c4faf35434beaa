import { mode } from 'd3-array';

/** How a table of text is written down. */
export interface Dialect {
  /** Between cells: one character, or a blank for any run of blanks. */
  readonly delimiter: string;
  readonly decimal: '.' | ',';
  /** Line of the column names, from 1; 0 where there is none. */
  readonly headerLine: number;
  /** First line of readings, from 1. */
  readonly firstLine: number;
  /** Whether commas both part the columns and stand in the figures: two cells are one figure. */
  readonly joined?: boolean;
}

/** Cells of a line of a table: as they are parted, two of them joined where each figure has a comma of its own. */
export function rowCellsOf(
  line: string,
  { delimiter, joined }: Pick<Dialect, 'delimiter' | 'joined'>
): string[] {
  const cells = cellsOf(line, delimiter);
  if (!joined) return cells;
  return Array.from(
    { length: Math.ceil(cells.length / 2) },
    (_, k) => `${cells[2 * k].trim()},${(cells[2 * k + 1] ?? '').trim()}`
  );
}

/** Delimiters by what is commonest; whatever else parts lines evenly is taken too. */
export const DELIMITERS = [
  ',',
  ';',
  '\t',
  '|',
  ' ',
  '~',
  '^',
  ':',
  '\u001f',
  '\u001e',
  '#',
  '!',
  '&',
  '/',
  '=',
  '@'
];
/** What stands inside numbers, names and quotes and so parts nothing. */
const NEVER = /[\p{L}\p{N}.\-+"'°µΩ%()[\]{}_\r\n]/u;

/** Cells of a line; what stands in double quotes is one. */
export function cellsOf(line: string, delimiter: string): string[] {
  if (delimiter === ' ') return line.trim().split(/[ \t]+/);
  if (!line.includes('"')) return line.split(delimiter);
  const out: string[] = [];
  let cell = '';
  let quoted = false;
  for (let k = 0; k < line.length; k++) {
    const c = line[k];
    if (c === '"') {
      if (quoted && line[k + 1] === '"') {
        cell += '"';
        k++;
      } else quoted = !quoted;
    } else if (c === delimiter && !quoted) {
      out.push(cell);
      cell = '';
    } else cell += c;
  }
  return [...out, cell];
}

/** A number with decimal point or comma, thousands parted or not; a unit may stand behind it. */
const NUMBER =
  /^[+-]?(\d{1,3}([.,' \u00a0\u2009\u202f]\d{3})+([.,]\d+)?|\d+([.,]\d*)?|[.,]\d+)(e[+-]?\d+)?\s*[a-zµμΩ°²/%]{0,5}$/i;
/** A time of day or a date, with or without seconds. */
const CLOCK =
  /^\d{1,4}([-/.]\d{1,2}[-/.]\d{1,4})?([T ]?\d{1,2}:\d{2}(:\d{2}([.,]\d+)?)?)?(Z|[+-]\d\d:?\d\d)?$/;

const isFigure = (cell: string): boolean => {
  const text = cell.trim();
  return NUMBER.test(text) || (CLOCK.test(text) && /[:/-]/.test(text));
};

/** How well a character parts the lines: how many cells, in what share of lines, and how many of them are figures. */
function scoreOf(lines: readonly string[], delimiter: string): number {
  const rows = lines.map((line) => cellsOf(line, delimiter));
  const counts = rows.map((row) => row.length);
  const usual = mode(counts) as number | undefined;
  if (usual === undefined || usual < 2) return 0;
  const even = rows.filter((row) => row.length === usual);
  const cells = even.flat();
  const figures = cells.filter((c) => c.trim() === '' || isFigure(c)).length / cells.length;
  return (even.length / lines.length) * (0.2 + figures) * (1 + 0.02 * Math.min(usual, 20));
}

/** The delimiter that parts the lines best; a comma where nothing does. */
function delimiterOf(lines: readonly string[]): string {
  const others = new Set(
    [...lines.slice(0, 20).join('')].filter((c) => !NEVER.test(c) && !DELIMITERS.includes(c))
  );
  let best = ',';
  let most = 0;
  for (const d of [...DELIMITERS, ...others]) {
    const score = scoreOf(lines, d);
    // what is commoner stands first: a later one must be clearly better
    if (score > 1.02 * most) [best, most] = [d, score];
  }
  return best;
}

const THOUSANDS_POINT = /^[+-]?\d{1,3}(\.\d{3})+,\d+$/;
const THOUSANDS_COMMA = /^[+-]?\d{1,3}(,\d{3})+\.\d+$/;
const COMMA = /^[+-]?\d*,\d+$/;
const POINT = /^[+-]?\d*\.\d+$/;

/**
 * Whether a comma or a point parts whole from decimal. Where only commas with just three digits behind them occur, and no
 * points, both could be meant: a decimal comma is taken.
 */
function decimalOf(rows: readonly (readonly string[])[]): '.' | ',' {
  let comma = 0;
  let point = 0;
  for (const cell of rows.flat()) {
    const text = cell.trim();
    if (THOUSANDS_POINT.test(text)) comma += 10;
    else if (THOUSANDS_COMMA.test(text)) point += 10;
    else if (COMMA.test(text)) comma++;
    else if (POINT.test(text)) point++;
  }
  return comma > point ? ',' : '.';
}

/** Longest cell of a line of units. */
const UNIT_LENGTH = 6;
/** Lines that are looked at. */
const LOOKED_AT = 200;

/** How a text's first lines are written down. @param chosen delimiter, where it is known */
export function dialectOf(text: string, chosen?: string): Dialect {
  const lines = text.split(/\r\n|\n|\r/).slice(0, LOOKED_AT + 1);
  // the last one may be cut
  if (lines.length > 2) lines.pop();
  const filled = lines.flatMap((line, at) => (line.trim() === '' ? [] : [{ line, at }]));
  // what a meter writes before its table has words in it: the delimiter is told by the later lines
  const tail = filled.slice(Math.min(Math.floor(filled.length / 3), 40));
  const delimiter = chosen ?? delimiterOf((tail.length > 0 ? tail : filled).map((l) => l.line));
  const rows = filled.map(({ line, at }) => ({ at, cells: cellsOf(line, delimiter) }));
  const width = mode(rows.slice(Math.floor(rows.length / 3)), (r) => r.cells.length) ?? 1;
  const isData = (cells: readonly string[]): boolean =>
    cells.length === width &&
    cells.filter(isFigure).length >= Math.max(1, 0.5 * cells.filter((c) => c.trim() !== '').length);
  const first = rows.findIndex((r) => isData(r.cells));
  const heads = rows.slice(0, Math.max(first, 0)).filter((r) => r.cells.length >= Math.min(width, 2));
  // units may stand on a line of their own below the titles
  const [before, last] = [heads.at(-2), heads.at(-1)];
  const isUnits = before?.cells.length === width && last?.cells.every((c) => c.trim().length <= UNIT_LENGTH);
  const above = isUnits ? before : last;
  return {
    delimiter,
    decimal: decimalOf(rows.filter((r) => isData(r.cells)).map((r) => r.cells)),
    headerLine: above === undefined ? 0 : above.at + 1,
    firstLine: first < 0 ? (above?.at ?? 0) + 2 : rows[first].at + 1
  };
}
