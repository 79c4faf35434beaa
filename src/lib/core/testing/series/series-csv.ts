import { csvText } from '../../text/csv.ts';
import { GRAVITY_MS2 } from '../../units/constants.ts';
import type { Series } from './series.ts';

const COLUMNS = [
  'propulsor',
  'throttle (%)',
  'volts (V)',
  'amps (A)',
  'watts (W)',
  'thrust (g)',
  'rpm',
  'thrust per watt (g/W)',
  'pitch speed (m/s)',
  'motor (°C)'
] as const;
const rounded = (value: number | null, digits: number): string =>
  value === null ? '' : String(Number(value.toFixed(digits)));
const grams = (newton: number | null): number | null =>
  newton === null ? null : (1000 * newton) / GRAVITY_MS2;

/** A series as CSV: a line for each throttle of each run. */
export const seriesCsv = (series: Series): string =>
  csvText(
    COLUMNS,
    series.rows.flatMap((row) =>
      row.points.map((p) => [
        row.words,
        rounded(100 * p.throttle, 0),
        rounded(p.volts, 2),
        rounded(p.amps, 2),
        rounded(p.watts, 1),
        rounded(grams(p.thrustN), 0),
        rounded(p.rpm, 0),
        rounded(grams(p.perWatt), 2),
        rounded(p.pitchSpeedMs, 1),
        rounded(p.motorC, 0)
      ])
    )
  );
