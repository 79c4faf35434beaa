import { inverse, determinant, Matrix } from 'ml-matrix';
import type { Measurement } from '../../calibration/schema.ts';
import { predictReadings, readingsOf, type FitReading } from '../../calibration/readings.ts';
import { SCALE } from '../../powertrain/sensitivity.ts';
import { setupDuring, windingOf } from '../../calibration/unknowns.ts';
import { interpretSetup, type Interpreted } from '../../model/interpret.ts';
import { FITTED_FACTORS } from '../../model/tolerance.ts';
import type { PowertrainModel } from '../../model/powertrain-model.ts';
import { chiSquareTail, normalTail } from '../../numeric/tail.ts';
import { HYPOTHESES, NONE_FITS, NOTHING_WRONG, type Hypothesis } from './hypotheses.ts';
import type { SetupDocument } from '../../document/schema.ts';

/** A measurement with how much its amps wavered, relative; null where it was not recorded. */
export interface Observed {
  readonly measurement: Measurement;
  readonly flutter: number | null;
  /** Whether the speed was held; null or left out where that is not known. */
  readonly speedSteady?: boolean | null;
}

/** One explanation of what was read, with how likely it is among all that are looked at. */
export interface Cause {
  readonly id: Hypothesis['id'] | typeof NONE_FITS;
  readonly title: string;
  /** 0..1; all of them together are 1. */
  readonly share: number;
  /** How bad it would be, in the hypothesis' unit, the most likely value; null where it has none. */
  readonly severity: number | null;
  readonly says: string;
  /** The one test that would tell. */
  readonly test: string;
}

/** Error of the model itself beside the tolerances of the figures, relative: no steady state is quite steady. (m) */
const MODEL_SD: Readonly<Record<FitReading['reading'], number>> = {
  batteryCurrentA: 0.015,
  rpm: 0.006,
  thrustN: 0.02,
  batteryVoltageV: 0.006
};
/** Wavering of the amps of a sound powertrain on a stand, and of one with a loose or slipping part: median and spread of the log. (m) */
const STEADY_FLUTTER = { median: 0.007, logSd: 0.45 };
const LOOSE_FLUTTER = { median: 0.03, logSd: 0.7 };

/** Step of a logarithm by which signatures are taken. */
const STEP = 0.02;

const logNormal = (value: number, { median, logSd }: { median: number; logSd: number }): number => {
  const z = Math.log(Math.max(value, 1e-5) / median) / logSd;
  return -0.5 * z * z - Math.log(logSd);
};

/** Logs of the predicted readings of a powertrain that is altered in place. */
function logsOf(
  e: Pick<Evidence, 'rows' | 'measurements'>,
  trains: readonly Interpreted[],
  alter: (model: PowertrainModel) => void = () => {}
): Float64Array {
  const out = new Float64Array(e.rows.length);
  const altered = trains.map((powertrain) => {
    const model = { ...powertrain.model };
    alter(model);
    return { model, packFactor: model.packResistanceOhm / powertrain.model.packResistanceOhm };
  });
  predictReadings(trains, (at) => altered[at], e.measurements, e.rows, out);
  return out.map((v) => Math.log(Math.max(v, 1e-9)));
}

/**
 * The likely causes of what was read, the most likely first. Each hypothesis says how readings move with its severity (its
 * signature, worked out by the model itself); beside it every figure may be off as far as its tolerance allows. With r the
 * logs of read over predicted, G the effects of the unknowns and C their covariance, S the signature at severities
 * m ~ N(μ, σ²), N the meters' and the model's errors, the evidence is the density
 *   r ~ N(S(μ), G C Gᵀ + S' σ² S'ᵀ + N)
 * times that of the wavering, times how often such a thing happens (Bayes). All severities and frequencies: (m).
 */
export function causesOf(setup: SetupDocument, observed: readonly Observed[]): Cause[] {
  const measurements = observed.map((o) => o.measurement);
  const rows = readingsOf(measurements, {});
  if (rows.length === 0) return [];
  const trains = measurements.map((m) => interpretSetup(setupDuring(setup, m), windingOf(m)));
  const base = logsOf({ rows, measurements }, trains);
  const n = rows.length;
  const residual = Float64Array.from(rows, (row, k) => Math.log(row.measured) - base[k]);
  const gains = FITTED_FACTORS.map((name) =>
    logsOf({ rows, measurements }, trains, (m) => SCALE[name](m, Math.exp(STEP))).map(
      (v, k) => (v - base[k]) / STEP
    )
  );
  const { covariance } = trains[0];
  const f = FITTED_FACTORS.length;
  const common = Matrix.zeros(n, n);
  for (let a = 0; a < f; a++)
    for (let b = 0; b < f; b++) {
      const c = covariance[a * f + b];
      if (c === 0) continue;
      for (let r = 0; r < n; r++)
        for (let s = 0; s < n; s++) common.set(r, s, common.get(r, s) + c * gains[a][r] * gains[b][s]);
    }
  rows.forEach((row, k) => {
    const meter = row.sd / Math.abs(row.measured || 1);
    common.set(k, k, common.get(k, k) + meter ** 2 + MODEL_SD[row.reading] ** 2);
  });
  const flutters = observed.flatMap((o) => o.flutter ?? []);
  const wavering = (loose: boolean): number =>
    flutters.reduce((sum, v) => sum + logNormal(v, loose ? LOOSE_FLUTTER : STEADY_FLUTTER), 0);
  const judged = HYPOTHESES.filter(
    (h) => h.applies(setup) && (!h.reads || rows.some((row) => row.reading === h.reads))
  ).map((h) => {
    const fit = weigh(h, setup, { rows, measurements, trains, base, residual, common });
    return { h, ...fit, log: fit.log + Math.log(h.often) + wavering(h.flutters) };
  });
  const most = Math.max(...judged.map((j) => j.log));
  const total = judged.reduce((sum, j) => sum + Math.exp(j.log - most), 0);
  const causes = judged
    .map(({ h, log, severity, fits }): Cause => ({
      id: h.id,
      title: h.title,
      // of several poor explanations the best is still a poor one
      share: Math.min(Math.exp(log - most) / total, fits / FITS_WELL),
      severity: h.id === NOTHING_WRONG ? null : severity,
      says: h.says(severity),
      test: h.test
    }))
    .sort((a, b) => b.share - a.share);
  const left = 1 - causes.reduce((sum, c) => sum + c.share, 0);
  return left < LEAST_LEFT ? causes : [...causes, noneFits(left)].sort((a, b) => b.share - a.share);
}

/** Probability of readings as far off as these from which a cause counts as one that fits: it lies in its own 10 to 90 % band. */
const FITS_WELL = 0.1;
/** Share that no cause takes from which it is said. */
const LEAST_LEFT = 0.05;

/** That nothing looked at fits: what to make sure of before anything is suspected. */
const noneFits = (share: number): Cause => ({
  id: NONE_FITS,
  title: 'none of the usual causes fits',
  share,
  severity: null,
  says: 'the readings are further off than any of these explains',
  test: 'make sure first that it was really full throttle, that the meter sits in the pack’s lead and not in one of several, and that the readings are of this setup'
});

interface Evidence {
  readonly rows: readonly FitReading[];
  readonly measurements: readonly Measurement[];
  readonly trains: readonly Interpreted[];
  readonly base: Float64Array;
  readonly residual: Float64Array;
  readonly common: Matrix;
}

/** Log density of the residuals under a hypothesis, and the severity that meets them best. */
function weigh(
  h: Hypothesis,
  setup: SetupDocument,
  e: Evidence
): { log: number; severity: number; fits: number } {
  const n = e.rows.length;
  const { middle, sd } = h.severity;
  if (h.id === NOTHING_WRONG)
    return { log: density(e.residual, e.common), severity: 0, fits: fitOf(e.rows, e.residual, e.common) };
  const at = (severity: number): Float64Array => {
    const { really } = h;
    const trains = really
      ? e.measurements.map((m) => interpretSetup(really(setupDuring(setup, m), severity), windingOf(m)))
      : e.trains;
    const logs = logsOf(e, trains, (m) => h.alter?.(m, severity));
    return logs.map((v, k) => v - e.base[k] + (e.rows[k].reading === h.reads ? severity : 0));
  };
  if (h.oneOf) return weighEach(h.oneOf, e, at);
  const centre = at(middle);
  const step = 0.25 * sd;
  const beside = at(middle + step);
  const slope = centre.map((v, k) => (beside[k] - v) / step);
  const wide = e.common.clone();
  for (let r = 0; r < n; r++)
    for (let s = 0; s < n; s++) wide.set(r, s, wide.get(r, s) + sd ** 2 * slope[r] * slope[s]);
  const rest = e.residual.map((v, k) => v - centre[k]);
  // the severity's posterior mean: μ + σ² S'ᵀ (…)⁻¹ rest
  const solved = inverse(wide).mmul(Matrix.columnVector(rest)).to1DArray();
  const moved = slope.reduce((sum, v, k) => sum + v * solved[k], 0);
  const severity = middle + sd ** 2 * moved;
  // what only goes one way does not explain what goes the other
  const against = h.oneSided && severity * Math.sign(middle) < LEAST_SEVERITY * Math.abs(middle);
  return {
    log: density(rest, wide) - (against ? AGAINST : 0),
    severity: against ? LEAST_SEVERITY * middle : severity,
    fits: against ? 1 : fitOf(e.rows, rest, wide)
  };
}

/** Share of its usual severity below which something is as good as not there. */
const LEAST_SEVERITY = 0.15;
const AGAINST = 12;

/** The likeliest of some severities that a hypothesis can have, each as likely as the others before anything was read. */
function weighEach(
  severities: readonly number[],
  e: Evidence,
  at: (severity: number) => Float64Array
): { log: number; severity: number; fits: number } {
  const each = severities.map((severity) => {
    const said = at(severity);
    const rest = e.residual.map((v, k) => v - said[k]);
    return { severity, log: density(rest, e.common), fits: fitOf(e.rows, rest, e.common) };
  });
  const best = each.reduce((a, b) => (b.log > a.log ? b : a));
  return { ...best, log: best.log - Math.log(severities.length) };
}

/**
 * How well a cause fits by itself, whatever the others do: the probability of readings as far off as these if it were so. The
 * lesser of all of them together (chi-square) and of the mean of each quantity, which all rows share when they are off alike.
 */
function fitOf(rows: readonly FitReading[], r: ArrayLike<number>, covariance: Matrix): number {
  const column = Matrix.columnVector(Array.from(r));
  const square = column.transpose().mmul(inverse(covariance)).mmul(column).get(0, 0);
  const quantities = [...new Set(rows.map((row) => row.reading))];
  const means = quantities.map((quantity) => {
    const own = rows.flatMap((row, k) => (row.reading === quantity ? [k] : []));
    const mean = own.reduce((sum, k) => sum + r[k], 0) / own.length;
    const variance = own.reduce((sum, a) => sum + own.reduce((s, b) => s + covariance.get(a, b), 0), 0);
    return normalTail(mean / (Math.sqrt(variance) / own.length)) * quantities.length;
  });
  return Math.min(1, chiSquareTail(square, rows.length), ...means);
}

function density(r: ArrayLike<number>, covariance: Matrix): number {
  const column = Matrix.columnVector(Array.from(r));
  const square = column.transpose().mmul(inverse(covariance)).mmul(column).get(0, 0);
  return -0.5 * (square + Math.log(determinant(covariance)));
}
