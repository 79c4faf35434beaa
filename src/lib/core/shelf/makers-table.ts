import { csvText, readCsv } from '../text/csv.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { rowError, type RowError } from '../text/row-error.ts';
import { nonsenseIn, type MakersRow } from '../document/makers-row.ts';
import { parseShorthand } from '../shorthand/parse.ts';

/** A table that was read: its rows, and what is wrong with them. */
export interface MakersTable {
  rows: MakersRow[];
  problems: RowError[];
  /** The rows as cells of the typed grid; a cell that could not be read stands there as it was written. */
  cells: string[][];
}

const COLUMNS: readonly [
  key: 'volts' | 'prop' | 'throttle' | 'amps' | 'watts' | 'thrust' | 'rpm',
  pattern: RegExp
][] = [
  ['prop', /prop|size|blade/i],
  ['throttle', /throttle|%/i],
  ['rpm', /rpm|rev/i],
  ['thrust', /thrust|pull|\bg\b|gram|kg/i],
  ['watts', /watt|power|\(w\)|^w$/i],
  ['amps', /amp|current|\(a\)|^a$/i],
  ['volts', /volt|\(v\)|^v$/i]
];

/** Ways to say that a cell has nothing. */
const NOTHING = /^(?:|-+|–|—|n\/?a|none|nil|\?|\/)$/i;
/** A figure with its unit behind it, decimal point or comma, blanks or thin spaces between thousands. */
const FIGURE =
  /^[~≈]?([+-]?\d[\d .,\u00a0\u2009\u202f]*(?:e[+-]?\d+)?)\s*(?:%|v|a|w|g|n|kg|rpm|volts?|amps?|watts?|grams?|1\/min|min-1)?$/i;
/** Longest cell that is looked at, characters. */
const LONGEST_CELL = 80;

/** Digits in groups of three: 8,600 or 12.400. */
const THOUSANDS = /^[+-]?\d{1,3}(?:[.,]\d{3})+$/;

/**
 * A cell as a number: null where it has nothing, NaN where it cannot be read as one figure.
 * @param whole whether such figures are whole numbers (rpm, grams), so that 8,600 has its comma between thousands
 */
function number(text: string | undefined, whole: boolean): number | null {
  const cell = (text ?? '').trim();
  if (NOTHING.test(cell)) return null;
  if (cell.length > LONGEST_CELL) return Number.NaN;
  const m = FIGURE.exec(cell);
  if (!m) return Number.NaN;
  const digits = m[1].replace(/[ \u00a0\u2009\u202f]/g, '');
  // 1,234.5 has its comma between thousands, 12,5 for a point; 1.234,5 the other way round
  if (whole && THOUSANDS.test(digits)) return Number(digits.replace(/[.,]/g, ''));
  const commas = digits.split(',').length - 1;
  const points = digits.split('.').length - 1;
  const plain =
    commas > 0 && points > 0
      ? digits.lastIndexOf(',') > digits.lastIndexOf('.')
        ? digits.replaceAll('.', '').replace(',', '.')
        : digits.replaceAll(',', '')
      : commas === 1
        ? digits.replace(',', '.')
        : digits.replaceAll(',', '');
  const value = Number(plain);
  return Number.isFinite(value) ? value : Number.NaN;
}

/**
 * A table pasted from a spreadsheet or a CSV file: a header row naming volts, prop, throttle, amps, watts, thrust, rpm in
 * any order, in words or with units ("Thrust (g)", "kg", "N"). Rows that contradict themselves are kept and named:
 * watts that are not volts × amps (more than 6 % off), thrust that no disc can make from those watts.
 * Longer than 80 lines as the last propeller and the unread cells run on from row to row.
 */
export function parseMakersTable(text: string): MakersTable {
  const read = readCsv(text);
  const data = read.ok ? read.rows : [];
  const problems: MakersTable['problems'] = [];
  if (!read.ok && text.trim() !== '') return { rows: [], problems: [read.error], cells: [] };
  if (data.length < 2)
    return {
      rows: [],
      cells: [],
      problems: [rowError(1, '', 'table-empty', {})]
    };
  const header = data[0].map((h) => h.trim().slice(0, LONGEST_CELL));
  const at: Partial<Record<(typeof COLUMNS)[number][0], number>> = {};
  header.forEach((h, column) => {
    const found = COLUMNS.find(([key, pattern]) => at[key] === undefined && pattern.test(h));
    if (found) at[found[0]] = column;
  });
  if (at.prop === undefined && at.amps === undefined)
    problems.push(rowError(1, header.join(', '), 'table-head', {}));
  const thrustHead = at.thrust === undefined ? '' : header[at.thrust];
  const thrustIn = /kg/i.test(thrustHead)
    ? GRAVITY_MS2
    : /\bn\b|newton/i.test(thrustHead)
      ? 1
      : GRAVITY_MS2 / 1000;
  let lastProp = '';
  const written: { row: number; column: number; text: string }[] = [];
  const rows = data.slice(1).map((cells, k): MakersRow => {
    const line = k + 2;
    const figureIn = (key: (typeof COLUMNS)[number][0]): number | null => {
      const column = at[key];
      const value =
        column === undefined
          ? null
          : number(cells[column], key === 'rpm' || (key === 'thrust' && thrustIn < 1));
      if (value !== null && Number.isNaN(value)) {
        const cell = cells[column as number];
        problems.push(rowError(line, header[column as number], 'unread-number', { cell }, { unread: true }));
        written.push({ row: k, column: GRID_ORDER.indexOf(key), text: cells[column as number] });
        return null;
      }
      return value;
    };
    const propText = ((at.prop === undefined ? '' : (cells[at.prop] ?? '').trim()) || lastProp).slice(0, 60);
    lastProp = propText;
    const prop = parseShorthand('propulsor', propText);
    const value = (path: string): number | null =>
      (prop.changes.find((c) => c.path === `propulsor.${path}`)?.value as number | undefined) ?? null;
    if (propText !== '' && value('diameterM') === null)
      problems.push(rowError(line, 'prop', 'unread-size', { cell: propText }, { unread: true }));
    const throttle = figureIn('throttle');
    const thrust = figureIn('thrust');
    const row: MakersRow = {
      line,
      volts: figureIn('volts'),
      propText,
      diameterM: value('diameterM'),
      pitchM: value('pitchM'),
      blades: value('blades') ?? 2,
      throttle: throttle === null ? 1 : throttle > 1 ? throttle / 100 : throttle,
      amps: figureIn('amps'),
      watts: figureIn('watts'),
      thrustN: thrust === null ? null : thrust * thrustIn,
      rpm: figureIn('rpm')
    };
    problems.push(...nonsenseIn(row));
    return row;
  });
  const cells = cellsOf(rows);
  for (const w of written) cells[w.row][w.column] = w.text;
  return { rows, problems, cells };
}

/** What the columns of the typed grid hold, in order. */
const GRID_ORDER: readonly (typeof COLUMNS)[number][0][] = [
  'volts',
  'prop',
  'throttle',
  'amps',
  'watts',
  'thrust',
  'rpm'
];

/** Columns of a table that is typed, in order; the header row of its text. */
export const GRID = ['volts', 'prop', 'throttle (%)', 'amps', 'watts', 'thrust (g)', 'rpm'] as const;

const cell = (value: number | null, digits = 4): string =>
  value === null ? '' : String(Number(value.toPrecision(digits)));

/** Rows as the cells of the typed grid. */
export const cellsOf = (rows: readonly MakersRow[]): string[][] =>
  rows.map((r) => [
    cell(r.volts),
    r.propText,
    cell(100 * r.throttle),
    cell(r.amps),
    cell(r.watts),
    cell(r.thrustN === null ? null : (1000 * r.thrustN) / GRAVITY_MS2),
    cell(r.rpm, 6)
  ]);

/** Reads the cells of the typed grid through the same reader as a pasted table; rows left empty are no rows. */
export function tableOfCells(cells: readonly (readonly string[])[]): MakersTable {
  const filled = cells.filter((row) => row.some((c) => c.trim() !== ''));
  return filled.length === 0
    ? { rows: [], problems: [], cells: [] }
    : parseMakersTable(csvText(GRID, filled));
}
