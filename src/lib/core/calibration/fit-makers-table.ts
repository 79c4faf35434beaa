import { NINETIETH } from '../numeric/ninetieth.ts';
import { standFor, WARM_C } from '../shelf/compare-makers-table.ts';
import type { MakersRow } from '../document/makers-row.ts';
import type { Motor, SetupDocument } from '../document/schema.ts';
import { interpretSetup } from '../model/interpret.ts';
import { calibrate } from './calibrate.ts';
import type { Measurement } from './schema.ts';

/** A figure of a motor as a maker's whole table has it, with its 10th to 90th percentile and what stood there before. */
export interface FittedFigure {
  readonly id: 'kv' | 'loadedOhm';
  readonly value: number;
  readonly band: readonly [number, number];
  readonly before: number;
}

/** One fit of a motor to all rows of a table. */
export interface TableFit {
  readonly rows: number;
  readonly figures: FittedFigure[];
  /** Root mean square of predicted over printed amps less one, before and after. */
  readonly ampsOff: readonly [before: number, after: number];
  readonly notes: readonly string[];
}

/** Rows of a maker's table as measurements, each with its own propeller at its own volts; rows without amps tell nothing. */
export const measurementsOfTable = (rows: readonly MakersRow[]): Measurement[] =>
  rows.flatMap((r): Measurement[] =>
    r.volts === null || r.amps === null || r.diameterM === null || r.pitchM === null
      ? []
      : [
          {
            throttle: r.throttle,
            speedMs: 0,
            batteryVoltageV: r.volts,
            batteryCurrentA: r.amps,
            rpm: r.rpm,
            thrustN: r.thrustN,
            windingC: WARM_C,
            source: 'maker',
            propulsor: {
              kind: 'propeller',
              diameterM: r.diameterM,
              pitchM: r.pitchM,
              blades: r.blades,
              family: 'thin-electric'
            }
          }
        ]
  );

/**
 * Fits a motor's KV and its resistance under load to a whole maker's table at once, each row with its own propeller at its
 * own volts; a maker's row counts with ±5 % of its amps and ±12 % of its thrust. Null when fewer than two rows have amps.
 */
export function fitMakersTable(motor: Motor, rows: readonly MakersRow[]): TableFit | null {
  const measurements = measurementsOfTable(rows);
  if (measurements.length < 2) return null;
  const setup = standFor(motor);
  const fit = calibrate({ setup, measurements });
  const fitted = interpretSetup(fit.setup);
  const bare = interpretSetup(setup);
  const figure = (id: FittedFigure['id'], value: number, sd: number, before: number): FittedFigure => ({
    id,
    value,
    band: [value * Math.exp(-NINETIETH * sd), value * Math.exp(NINETIETH * sd)],
    before
  });
  const amps = fit.residuals.filter((r) => r.reading === 'batteryCurrentA');
  const off = (of: (r: (typeof amps)[number]) => number): number =>
    Math.sqrt(amps.reduce((sum, r) => sum + (of(r) / r.measured - 1) ** 2, 0) / amps.length);
  return {
    rows: measurements.length,
    figures: [
      figure(
        'kv',
        (motor.kvRpmPerVolt * bare.model.motorConstant) / fitted.model.motorConstant,
        fitted.relativeSd.kv,
        motor.kvRpmPerVolt
      ),
      figure(
        'loadedOhm',
        fitted.model.windingResistanceOhm,
        fitted.relativeSd.motorResistance,
        bare.model.windingResistanceOhm
      )
    ],
    ampsOff: [off((r) => r.before), off((r) => r.after)],
    notes: fit.notes
  };
}

/** Makers' thrust over what is then measured: of one known pair a tenth too much, of others less. (m) */
const THRUST_OPTIMISM = 1.05;

/**
 * What a maker's rows tell of a motor and its propellers, as a calibration that goes wherever the motor does: amps good to ±5 %,
 * thrust to ±12 % and five per cent too much. Null where fewer than two rows have amps.
 * @param family of the propellers that the setups have with it; blades of the rows are of one family
 */
export function calibrationOfTable(
  motor: Motor,
  rows: readonly MakersRow[],
  family: string | null = null
): NonNullable<SetupDocument['calibration']> | null {
  const measurements = measurementsOfTable(rows)
    .slice(0, MOST_ROWS)
    .map((m) => ({
      ...m,
      thrustN: m.thrustN == null ? null : m.thrustN / THRUST_OPTIMISM,
      ...(family === null ? {} : { propulsor: { ...m.propulsor, family } as Measurement['propulsor'] })
    }));
  if (measurements.length < 2) return null;
  const stand = standFor(motor);
  const { calibration } = calibrate({
    setup: { ...stand, battery: { ...stand.battery, capacityAh: NO_PACK_AH } },
    measurements
  }).setup;
  return calibration?.joint ? { factors: {}, relativeSd: {}, joint: calibration.joint } : null;
}
/** Rows that count, at most: a fit names no more propellers. */
const MOST_ROWS = 24;
/** The stand's supply is nobody's pack: a capacity that none has. */
const NO_PACK_AH = 3.2191;
