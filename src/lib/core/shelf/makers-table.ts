import Papa from 'papaparse';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { nonsenseIn, type MakersRow, type RowProblem } from './makers-row.ts';
import { parseShorthand } from '../shorthand/parse.ts';

/** A table that was read: its rows, and what is wrong with them. */
export interface MakersTable {
  rows: MakersRow[];
  problems: RowProblem[];
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

const number = (text: string | undefined): number | null => {
  if (text === undefined || text.trim() === '') return null;
  const value = Number(
    text
      .trim()
      .replace(',', '.')
      .replace(/[^\d.eE+-]/g, '')
  );
  return Number.isFinite(value) ? value : Number.NaN;
};

/**
 * A table pasted from a spreadsheet or a CSV file: a header row naming volts, prop, throttle, amps, watts, thrust, rpm in
 * any order, in words or with units ("Thrust (g)", "kg", "N"). Rows that contradict themselves are kept and named:
 * watts that are not volts × amps (more than 6 % off), thrust that no disc can make from those watts.
 */
export function parseMakersTable(text: string): MakersTable {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const problems: MakersTable['problems'] = [];
  if (data.length < 2)
    return {
      rows: [],
      problems: [
        {
          line: 1,
          column: '',
          message: 'paste a header row (volts, prop, amps, watts, thrust, rpm) and at least one row below it.'
        }
      ]
    };
  const header = data[0].map((h) => h.trim());
  const at: Partial<Record<(typeof COLUMNS)[number][0], number>> = {};
  header.forEach((h, column) => {
    const found = COLUMNS.find(([key, pattern]) => at[key] === undefined && pattern.test(h));
    if (found) at[found[0]] = column;
  });
  if (at.prop === undefined && at.amps === undefined)
    problems.push({
      line: 1,
      column: header.join(', '),
      message: 'no column is called prop or amps; name the columns in the first row.'
    });
  const thrustHead = at.thrust === undefined ? '' : header[at.thrust];
  const thrustIn = /kg/i.test(thrustHead)
    ? GRAVITY_MS2
    : /\bn\b|newton/i.test(thrustHead)
      ? 1
      : GRAVITY_MS2 / 1000;
  let lastProp = '';
  const rows = data.slice(1).map((cells, k): MakersRow => {
    const line = k + 2;
    const read = (key: (typeof COLUMNS)[number][0]): number | null => {
      const column = at[key];
      const value = column === undefined ? null : number(cells[column]);
      if (value !== null && Number.isNaN(value)) {
        problems.push({
          line,
          column: header[column as number],
          message: `"${cells[column as number]}" is no number.`
        });
        return null;
      }
      return value;
    };
    const propText = (at.prop === undefined ? '' : (cells[at.prop] ?? '').trim()) || lastProp;
    lastProp = propText;
    const prop = parseShorthand('propulsor', propText);
    const value = (path: string): number | null =>
      (prop.changes.find((c) => c.path === `propulsor.${path}`)?.value as number | undefined) ?? null;
    if (propText !== '' && value('diameterM') === null)
      problems.push({
        line,
        column: 'prop',
        message: `"${propText}" is no propeller size; write it as 11x5.5.`
      });
    const throttle = read('throttle');
    const thrust = read('thrust');
    const row: MakersRow = {
      line,
      volts: read('volts'),
      propText,
      diameterM: value('diameterM'),
      pitchM: value('pitchM'),
      blades: value('blades') ?? 2,
      throttle: throttle === null ? 1 : throttle > 1 ? throttle / 100 : throttle,
      amps: read('amps'),
      watts: read('watts'),
      thrustN: thrust === null ? null : thrust * thrustIn,
      rpm: read('rpm')
    };
    problems.push(...nonsenseIn(row));
    return row;
  });
  return { rows, problems };
}

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
    ? { rows: [], problems: [] }
    : parseMakersTable(Papa.unparse([[...GRID], ...filled.map((row) => [...row])]));
}
