import Papa from 'papaparse';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { interpretSetup } from '../setup/interpret.ts';
import type { SetupDocument } from '../setup/schema.ts';
import { parseShorthand } from '../shorthand/parse.ts';
import { predictPoints } from '../train/predict.ts';

/** One published row of a motor's table. Nulls where the table has nothing. */
export interface MakersRow {
  line: number;
  volts: number | null;
  propText: string;
  diameterM: number | null;
  pitchM: number | null;
  blades: number;
  throttle: number;
  amps: number | null;
  watts: number | null;
  thrustN: number | null;
  rpm: number | null;
}

export interface MakersTable {
  rows: MakersRow[];
  problems: { line: number; column: string; message: string }[];
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
    if (
      row.volts !== null &&
      row.amps !== null &&
      row.watts !== null &&
      Math.abs(row.volts * row.amps - row.watts) > 0.06 * row.watts
    )
      problems.push({
        line,
        column: 'watts',
        message: `${row.volts} V × ${row.amps} A is ${(row.volts * row.amps).toFixed(0)} W, the table says ${row.watts} W.`
      });
    const watts = row.watts ?? (row.volts !== null && row.amps !== null ? row.volts * row.amps : null);
    if (row.thrustN !== null && watts !== null && row.diameterM !== null) {
      const least = row.thrustN * Math.sqrt(row.thrustN / (2 * 1.225 * (Math.PI / 4) * row.diameterM ** 2));
      if (least > 0.75 * watts)
        problems.push({
          line,
          column: 'thrust',
          message: `no ${row.propText} makes that thrust from ${watts.toFixed(0)} W: it takes at least ${least.toFixed(0)} W in the air alone.`
        });
    }
    return row;
  });
  return { rows, problems };
}

/** The prediction beside a published row, and how far off it is (relative, null where the table has nothing). */
export interface RowComparison {
  line: number;
  amps: number;
  watts: number;
  thrustN: number;
  rpm: number;
  ampsOff: number | null;
  thrustOff: number | null;
  rpmOff: number | null;
  inside: boolean | null;
}

/** Predicts every row that names volts and a propeller with a motor, at the volts of the table. */
export function compareMakersTable(setup: SetupDocument, rows: readonly MakersRow[]): RowComparison[] {
  return rows
    .filter((r) => r.volts !== null && r.diameterM !== null && r.pitchM !== null)
    .map((r): RowComparison => {
      const family = setup.propulsor.kind === 'propeller' ? setup.propulsor.family : undefined;
      const i = interpretSetup({
        ...setup,
        count: 1,
        auxiliaryCurrentA: 0,
        propulsor: {
          kind: 'propeller',
          diameterM: r.diameterM as number,
          pitchM: r.pitchM as number,
          blades: r.blades,
          family: family ?? 'thin-electric'
        }
      });
      const [p] = predictPoints(i, [
        { throttle: r.throttle, speedMs: 0, batteryVoltageV: r.volts as number }
      ]);
      const rel = (got: number, want: number | null): number | null =>
        want === null || want === 0 ? null : got / want - 1;
      const band = p.band?.batteryCurrentA;
      return {
        line: r.line,
        amps: p.batteryCurrentA,
        watts: p.electricalPowerW,
        thrustN: p.thrustN,
        rpm: p.rpm,
        ampsOff: rel(p.batteryCurrentA, r.amps),
        thrustOff: rel(p.thrustN, r.thrustN),
        rpmOff: rel(p.rpm, r.rpm),
        inside: band && r.amps !== null ? r.amps >= band[0] && r.amps <= band[1] : null
      };
    });
}

/** Propeller coefficient columns (J, CT, CP) in whitespace or CSV text. */
export function parseCoefficients(
  text: string
): { ok: true; advanceRatio: number[]; thrust: number[]; power: number[] } | { ok: false; message: string } {
  const lines = text
    .trim()
    .split(/\r?\n/)
    .map((l) => l.trim())
    .filter((l) => l !== '' && !l.startsWith('#'));
  const cells = lines.map((l) => l.split(/[\s,;]+/));
  let order = [0, 1, 2];
  let first = 0;
  if (cells.length > 0 && cells[0].some((c) => Number.isNaN(Number(c)))) {
    const heads = cells[0].map((h) => h.toLowerCase().replace(/[^a-z]/g, ''));
    order = ['j', 'ct', 'cp'].map((name) => heads.indexOf(name));
    if (order.includes(-1))
      return { ok: false, message: `the header is "${lines[0]}"; it should name J, CT and CP.` };
    first = 1;
  }
  const columns: [number[], number[], number[]] = [[], [], []];
  for (let at = first; at < cells.length; at++) {
    const values = order.map((c) => Number(cells[at][c]));
    if (values.some((v) => !Number.isFinite(v)))
      return {
        ok: false,
        message: `line ${at + 1} is "${lines[at]}"; it should hold three numbers: J, CT, CP.`
      };
    values.forEach((v, c) => columns[c].push(v));
  }
  if (columns[0].length < 2) return { ok: false, message: 'give at least two rows of J, CT and CP.' };
  for (let k = 1; k < columns[0].length; k++)
    if (!(columns[0][k] > columns[0][k - 1]))
      return {
        ok: false,
        message: `J must rise from row to row; it is ${columns[0][k]} after ${columns[0][k - 1]}.`
      };
  return { ok: true, advanceRatio: columns[0], thrust: columns[1], power: columns[2] };
}
