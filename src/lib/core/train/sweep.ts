import type { Interpreted, PointSupply } from '../setup/interpret.ts';
import { radSToRpm } from '../units/convert.ts';
import { bandsOf, type Band } from './bands.ts';
import { operatingPoint, solveOperatingPoint } from './operating-point.ts';

/** One line of a chart: values over the abscissa, each with its band. */
export interface SweepLine {
  readonly id: string;
  readonly title: string;
  readonly unit: string;
  readonly values: number[];
  readonly bands: Band[];
}

/** A sweep: an abscissa and what was predicted over it. */
export interface Sweep {
  readonly abscissa: { title: string; unit: string; values: number[] };
  readonly lines: SweepLine[];
}

const THROTTLE_STEPS = 40;
const SWEEP_SAMPLES = 96;

/** Amps, watts, thrust and rpm over throttle (2.5 to 100 %) at one speed and supply, with bands. */
export function throttleSweep(i: Interpreted, supply: PointSupply, speedMs: number): Sweep {
  const throttles = Array.from({ length: THROTTLE_STEPS }, (_, k) => (k + 1) / THROTTLE_STEPS);
  const point = operatingPoint();
  const kinds = [
    ['batteryCurrentA', 'current', 'A'],
    ['electricalPowerW', 'power', 'W'],
    ['thrustN', 'thrust', 'N'],
    ['rpm', 'speed of the propulsor', 'rpm']
  ] as const;
  const write = (model: typeof i.model, packOhm: number, out: Float64Array): void => {
    for (let k = 0; k < THROTTLE_STEPS; k++) {
      solveOperatingPoint(model, supply.openCircuitV, packOhm, throttles[k], speedMs, point);
      out[k] = point.batteryCurrentA;
      out[THROTTLE_STEPS + k] = point.electricalPowerW;
      out[2 * THROTTLE_STEPS + k] = point.thrustN;
      out[3 * THROTTLE_STEPS + k] = radSToRpm(point.omegaRadS / model.gearRatio);
    }
  };
  const nominal = new Float64Array(kinds.length * THROTTLE_STEPS);
  write(i.model, supply.packOhm, nominal);
  const bands = bandsOf(
    i,
    nominal.length,
    (model, pack, _z, out) => write(model, supply.packOhm * pack, out),
    SWEEP_SAMPLES
  ) as Band[];
  return {
    abscissa: { title: 'throttle', unit: '%', values: throttles.map((t) => 100 * t) },
    lines: kinds.map(([id, title, unit], at) => ({
      id,
      title,
      unit,
      values: Array.from(nominal.subarray(at * THROTTLE_STEPS, (at + 1) * THROTTLE_STEPS)),
      bands: bands.slice(at * THROTTLE_STEPS, (at + 1) * THROTTLE_STEPS)
    }))
  };
}
