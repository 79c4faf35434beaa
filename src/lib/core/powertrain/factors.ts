import { cholesky } from '../numeric/cholesky.ts';
import { normalSample } from '../numeric/normal-sample.ts';
import type { Interpreted } from '../model/interpret.ts';
import { FACTORS, FITTED_FACTORS } from '../model/tolerance.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';

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
  const fitted = FITTED_FACTORS.length;
  const covariance = new Float64Array(n * n);
  FACTORS.forEach((name, at) => (covariance[at * n + at] = i.relativeSd[name] ** 2));
  for (let row = 0; row < fitted; row++)
    for (let column = 0; column < fitted; column++)
      covariance[row * n + column] = i.covariance[row * fitted + column];
  return cholesky(covariance, n);
}

/** Scales the winding's resistance under load, and with it what the ripple heats beyond the resistance at rest. */
export function scaleWinding(nominal: PowertrainModel, factor: number, out: PowertrainModel): void {
  out.windingResistanceOhm = nominal.windingResistanceOhm * factor;
  const beyond = 1 - nominal.restShare;
  out.rippleS = beyond > 0 ? (nominal.rippleS * Math.max(factor - nominal.restShare, 0)) / beyond : 0;
}

/** Scales the winding's inductance, on which the ripple's loss depends by 1/L². */
export function scaleInductance(
  nominal: Pick<PowertrainModel, 'rippleS'>,
  factor: number,
  out: PowertrainModel
): void {
  out.rippleS = nominal.rippleS / (factor * factor);
}

/**
 * Writes into `out` the nominal model with its unknowns scaled by one row of the sample.
 * Returns the factor on the pack's resistance, which the supply also needs.
 */
export function scaledModel(
  nominal: PowertrainModel,
  lower: Float64Array,
  sample: Float64Array,
  row: number,
  out: PowertrainModel
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
  scaleWinding(nominal, factor(AT.motorResistance), out);
  scaleInductance(out, factor(AT.inductance), out);
  out.noLoadCurrentA = nominal.noLoadCurrentA * factor(AT.noLoadCurrent);
  const pack = factor(AT.batteryResistance);
  out.packResistanceOhm = nominal.packResistanceOhm * pack;
  out.thrustFactor = nominal.thrustFactor * factor(AT.thrust);
  out.powerFactor = nominal.powerFactor * factor(AT.power);
  out.wiringResistanceOhm = nominal.wiringResistanceOhm * factor(AT.wiringResistance);
  out.motorLeadOhm = nominal.motorLeadOhm * factor(AT.wiringResistance);
  out.escResistanceOhm = nominal.escResistanceOhm * factor(AT.escResistance);
  return pack;
}
