import { rowError, type RowError } from '../text/row-error.ts';
import { AIR_DENSITY_KG_M3 } from '../units/constants.ts';

/** One published row of a motor's table. SI and volts; nulls where the table has nothing. */
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

/** How far watts may be from volts × amps before one of them must be wrong, relative. Common practice, no source. */
const WATTS_TOLERANCE = 0.06;
/** Motor, ESC and blade at their best reach this share of the ideal; more is nonsense. (m) */
const BEST_SHARE = 0.75;

/** Least electrical power for a thrust with an open disc, W: T sqrt(T/(2 rho A)), momentum theory. */
const leastW = (thrustN: number, diameterM: number): number =>
  thrustN * Math.sqrt(thrustN / (2 * AIR_DENSITY_KG_M3 * (Math.PI / 4) * diameterM ** 2));

/** Where a row contradicts itself or nature: watts that are not volts × amps, thrust that no disc makes from them. */
export function nonsenseIn(r: MakersRow): RowError[] {
  const problems: RowError[] = [];
  const product = r.volts !== null && r.amps !== null ? r.volts * r.amps : null;
  if (product !== null && r.watts !== null && Math.abs(product - r.watts) > WATTS_TOLERANCE * r.watts)
    problems.push(
      rowError(r.line, 'watts', 'watts-product', {
        volts: r.volts as number,
        amps: r.amps as number,
        product,
        watts: r.watts
      })
    );
  const watts = r.watts ?? product;
  if (r.thrustN !== null && watts !== null && r.diameterM !== null) {
    const least = leastW(r.thrustN, r.diameterM);
    if (least > BEST_SHARE * watts)
      problems.push(rowError(r.line, 'thrust', 'thrust-impossible', { prop: r.propText, watts, least }));
  }
  for (const [column, value, most] of [
    ['volts', r.volts, 100],
    ['amps', r.amps, 1000],
    ['rpm', r.rpm, 200000]
  ] as const)
    if (value !== null && (value < 0 || value > most))
      problems.push(rowError(r.line, column, 'slipped-digit', { value, most }));
  return problems;
}

const figure = (title: string, maximum: number) =>
  ({ type: ['number', 'null'], minimum: 0, maximum, title }) as const;

/** What is stored of a maker's table. */
export const makersTableSchema = {
  title: 'maker’s table',
  type: 'object',
  required: ['title', 'rows'],
  properties: {
    title: { type: 'string', minLength: 1, maxLength: 120, title: 'name of the table' },
    rows: {
      type: 'array',
      minItems: 1,
      maxItems: 500,
      title: 'rows',
      items: {
        type: 'object',
        required: ['line', 'volts', 'propText', 'throttle', 'amps', 'watts', 'thrustN', 'rpm'],
        properties: {
          line: { type: 'integer', minimum: 0, maximum: 100000 },
          volts: figure('volts', 300),
          propText: { type: 'string', maxLength: 60, title: 'prop' },
          diameterM: figure('diameter', 10),
          pitchM: figure('pitch', 10),
          blades: { type: 'integer', minimum: 2, maximum: 6, title: 'blades' },
          throttle: { type: 'number', minimum: 0, maximum: 1, title: 'throttle' },
          amps: figure('amps', 5000),
          watts: figure('watts', 200000),
          thrustN: figure('thrust', 100000),
          rpm: figure('rpm', 500000)
        }
      }
    }
  }
} as const;
