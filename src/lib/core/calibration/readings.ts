import { CHANNEL_TABLE, type ComparedChannel } from '../registry/channels.ts';
import { issue, type Issue } from '../text/issues.ts';
import { supplyOf, type Interpreted } from '../model/interpret.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint } from '../powertrain/operating-point.ts';
import { radSToRpm } from '../units/convert.ts';
import type { Instrument, Measurement } from './schema.ts';

/** What is wrong with a measurement that no schema can say: it holds no reading, or tells its charge twice. @param at its place, from 0 */
export function faultsOfReading(m: Measurement, at: number, path: string): Issue[] {
  const read = [m.batteryCurrentA, m.rpm, m.thrustN, m.batteryVoltageV, m.electricalPowerW];
  return [
    ...(read.every((value) => value == null) ? [issue(path, 'no-reading', { at: at + 1 })] : []),
    ...(m.restingCellV != null && m.stateOfCharge != null ? [issue(path, 'two-charges', { at: at + 1 })] : [])
  ];
}

/** Readings that are fitted: volts last, which say something only of a known charge. */
export const READINGS = [
  'batteryCurrentA',
  'rpm',
  'thrustN',
  'batteryVoltageV'
] as const satisfies readonly ComparedChannel[];
export type ReadingName = (typeof READINGS)[number];
/** Which accuracy of an instrument each reading has. */
const GIVEN: Readonly<Record<ReadingName, keyof Instrument>> = {
  batteryCurrentA: 'currentRelative',
  rpm: 'rpmRelative',
  thrustN: 'thrustRelative',
  batteryVoltageV: 'voltageRelative'
};

/** Standard deviation of a reading, relative: as the instrument's owner gave it, else as such meters or makers commonly have it. */
const errorOf = (reading: ReadingName, source: Measurement['source'], instrument: Instrument): number => {
  const { meter, maker } = CHANNEL_TABLE[reading].error;
  return source === 'maker' ? maker : ((instrument[GIVEN[reading]] as number | null | undefined) ?? meter);
};

/** One reading that can be fitted. */
export interface FitReading {
  /** Which measurement it belongs to. */
  readonly index: number;
  readonly reading: ReadingName;
  readonly measured: number;
  readonly sd: number;
}

/** Amps of a measurement: read, or worked out from watts and volts. */
const ampsOf = (m: Measurement): number | null =>
  m.batteryCurrentA ??
  (m.electricalPowerW != null && m.batteryVoltageV != null ? m.electricalPowerW / m.batteryVoltageV : null);

/** Readings that can be fitted: what was read, with its standard deviation. */
export function readingsOf(measurements: readonly Measurement[], instrument: Instrument): FitReading[] {
  return measurements.flatMap((m, index) => {
    const volts = errorOf('batteryVoltageV', m.source, instrument);
    return READINGS.flatMap((reading): FitReading[] => {
      const measured = reading === 'batteryCurrentA' ? ampsOf(m) : m[reading];
      if (measured == null) return [];
      // volts at the pack say something only against a known resting voltage; else they are the supply itself
      if (reading === 'batteryVoltageV' && m.restingCellV == null && m.stateOfCharge == null) return [];
      const error = errorOf(reading, m.source, instrument) * Math.abs(measured);
      // a voltmeter's error moves the current it is read with: about 2 % of current per % of volts
      const supply =
        reading === 'batteryCurrentA' && m.batteryVoltageV != null ? 2 * volts * Math.abs(measured) : 0;
      return [{ index, reading, measured, sd: Math.max(Math.hypot(error, supply), 1e-6) }];
    });
  });
}

/**
 * Predicted readings.
 * @param trains per measurement its setup as it then was; @param scaled per measurement the model to solve and the factor
 *   on the pack's resistance; @param out one slot per reading
 */
export function predictReadings(
  trains: readonly Interpreted[],
  scaled: (measurement: number) => { model: PowertrainModel; packFactor: number },
  measurements: readonly Measurement[],
  readings: readonly FitReading[],
  out: Float64Array
): void {
  const point = operatingPoint();
  let solved = -1;
  let pack = 1;
  let model: PowertrainModel | null = null;
  readings.forEach((row, at) => {
    const m = measurements[row.index];
    const i = trains[row.index];
    if (solved !== row.index || model === null) {
      ({ model, packFactor: pack } = scaled(row.index));
      const supply = supplyOf(
        i,
        m.batteryVoltageV != null
          ? { batteryVoltageV: m.batteryVoltageV }
          : { stateOfCharge: m.stateOfCharge, restingCellV: m.restingCellV }
      );
      solveOperatingPoint(
        model,
        { openCircuitV: supply.openCircuitV, packOhm: supply.packOhm * pack },
        m.throttle ?? 1,
        m.speedMs ?? 0,
        point
      );
      solved = row.index;
    }
    if (row.reading === 'batteryCurrentA') out[at] = point.batteryCurrentA;
    else if (row.reading === 'rpm') out[at] = radSToRpm(point.omegaRadS / model.gearRatio);
    else if (row.reading === 'thrustN') out[at] = point.thrustN;
    else {
      // sag from the resting volts at the current that flows
      const rest = supplyOf(i, { stateOfCharge: m.stateOfCharge, restingCellV: m.restingCellV });
      out[at] = rest.openCircuitV - point.batteryCurrentA * rest.packOhm * pack;
    }
  });
}
