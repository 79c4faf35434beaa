import { normalSample } from '../numeric/normal-sample.ts';
import type { Interpreted } from '../setup/interpret.ts';
import { FACTORS, THRUST_POWER_CORRELATION } from '../setup/tolerance.ts';
import type { TrainModel } from './model.ts';

/** Number of samples of a band. Bands of the same setup agree within about 1 % of their width from 256 up. */
export const BAND_SAMPLES = 256;

const samples = new Map<number, Float64Array>();

/** Quasi-random normal rows, one column per factor and two spare (drag, mass); made once. */
export function standardSample(count: number): Float64Array {
  let made = samples.get(count);
  if (!made) {
    made = normalSample(count, SAMPLE_COLUMNS);
    samples.set(count, made);
  }
  return made;
}

/** Columns of a sample: the factors, then the craft's drag. */
export const SAMPLE_COLUMNS = FACTORS.length + 1;

/** Index of each factor in FACTORS. */
const AT = Object.fromEntries(FACTORS.map((name, i) => [name, i])) as Record<
  (typeof FACTORS)[number],
  number
>;

/**
 * Lower Cholesky factor of the covariance of the factors' logs: diagonal but for thrust with power; or a calibration's
 * own, whose correlations are what pins a current while its causes stay unknown.
 */
export function logCholesky(i: Interpreted): Float64Array {
  const n = FACTORS.length;
  const covariance = new Float64Array(n * n);
  FACTORS.forEach((name, at) => (covariance[at * n + at] = i.relativeSd[name] ** 2));
  const given = i.setup.calibration?.covariance;
  if (given && given.length === 21) {
    let at = 0;
    for (let row = 0; row < 6; row++) {
      for (let column = 0; column <= row; column++) {
        covariance[row * n + column] = covariance[column * n + row] = given[at++];
      }
    }
  } else {
    const mixed = THRUST_POWER_CORRELATION * i.relativeSd.thrust * i.relativeSd.power;
    covariance[AT.thrust * n + AT.power] = covariance[AT.power * n + AT.thrust] = mixed;
  }
  return cholesky(covariance, n);
}

/** Lower Cholesky factor; a direction without variance stays without. */
function cholesky(a: Float64Array, n: number): Float64Array {
  const l = new Float64Array(n * n);
  for (let j = 0; j < n; j++) {
    for (let row = j; row < n; row++) {
      let sum = a[row * n + j];
      for (let k = 0; k < j; k++) sum -= l[row * n + k] * l[j * n + k];
      if (row === j) l[j * n + j] = sum > 1e-14 ? Math.sqrt(sum) : 0;
      else l[row * n + j] = l[j * n + j] > 0 ? sum / l[j * n + j] : 0;
    }
  }
  return l;
}

/**
 * Writes into `out` the nominal model with its unknowns scaled by one row of the sample.
 * Returns the factor on the pack's resistance, which the supply also needs.
 */
export function scaledModel(
  nominal: TrainModel,
  lower: Float64Array,
  sample: Float64Array,
  row: number,
  out: TrainModel
): number {
  const n = FACTORS.length;
  const base = row * SAMPLE_COLUMNS;
  const factor = (index: number): number => {
    let sum = 0;
    for (let k = 0; k <= index; k++) sum += lower[index * n + k] * sample[base + k];
    return Math.exp(sum);
  };
  Object.assign(out, nominal);
  out.motorConstant = nominal.motorConstant / factor(AT.kv);
  out.windingResistanceOhm = nominal.windingResistanceOhm * factor(AT.motorResistance);
  out.noLoadCurrentA = nominal.noLoadCurrentA * factor(AT.noLoadCurrent);
  const pack = factor(AT.batteryResistance);
  out.packResistanceOhm = nominal.packResistanceOhm * pack;
  out.thrustFactor = nominal.thrustFactor * factor(AT.thrust);
  out.powerFactor = nominal.powerFactor * factor(AT.power);
  out.wiringResistanceOhm = nominal.wiringResistanceOhm * factor(AT.wiringResistance);
  out.escResistanceOhm = nominal.escResistanceOhm * factor(AT.escResistance);
  return pack;
}
