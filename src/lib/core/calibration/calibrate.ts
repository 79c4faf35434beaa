import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { Matrix, inverse } from 'ml-matrix';
import { ofTriangle, type AppliedCalibration } from '../model/apply-calibration.ts';
import { interpretSetup } from '../model/interpret.ts';
import type { Calibration, SetupDocument } from '../document/schema.ts';
import { FITTED_FACTORS, type FactorName } from '../model/tolerance.ts';
import { predictReadings, readingsOf, type ReadingName } from './readings.ts';
import type { CalibrateRequest } from './schema.ts';
import { scaleModel, unknownsOf } from './unknowns.ts';

/** One reading against its prediction before and after the fit. */
export interface Residual {
  measurement: number;
  reading: ReadingName;
  measured: number;
  before: number;
  after: number;
  /** How many of the instrument's standard deviations the fit still misses by. */
  deviations: number;
}

export interface CalibrateAnswer {
  setup: SetupDocument;
  residuals: Residual[];
  unresolved: string[];
  notes: string[];
}

const N = FITTED_FACTORS.length;

/** Share of the prior spread above which an unknown counts as not found by the data. */
const UNRESOLVED_SHARE = 0.6;
/** Correlation above which two unknowns count as not separated. */
const UNRESOLVED_CORRELATION = 0.9;

/** Most packs and propulsors of one fit; a document holds no more. */
const MOST_PACKS = 12;
const MOST_PROPULSORS = 24;

/**
 * Fits scale factors on KV, winding resistance, no-load current and inductance of the motor, on the resistance of each pack and on CT
 * and CP of each propulsor that the measurements name, with the tolerances as priors: a maker's whole table, or a day of
 * propeller tests on one motor, is one fit. Least squares in whitened logs: the unknown z has a standard normal prior, the
 * factors' logs are L z with L the Cholesky factor of the prior covariance; minimised by Levenberg and Marquardt (the
 * ml-levenberg-marquardt package), the covariance from the Jacobian at the end, (J'J + 1)^-1.
 * An earlier calibration in the document is left out: the readings given are the ones that count.
 * @throws RangeError for more than 12 packs or 24 propulsors
 */
export function calibrate(request: CalibrateRequest): CalibrateAnswer {
  // factors are on the labels' figures: what else the shelf knows stays out of it
  const { calibration: _earlier, known: _shelf, ...bare } = request.setup;
  const setup = bare as SetupDocument;
  const { measurements } = request;
  const u = unknownsOf(setup, measurements);
  if (u.batteries.length > MOST_PACKS || u.propulsors.length > MOST_PROPULSORS)
    throw new RangeError(
      `calibrate: ${u.batteries.length} packs and ${u.propulsors.length} propulsors; at most ${MOST_PACKS} and ${MOST_PROPULSORS}`
    );
  const rows = readingsOf(measurements, request.instrument ?? {});
  const notes: string[] = [];
  const n = u.size;
  const logsOf = (z: ArrayLike<number>): Float64Array => {
    const logs = new Float64Array(n);
    for (let r = 0; r < n; r++) for (let c = 0; c <= r; c++) logs[r] += u.lower[r * n + c] * z[c];
    return logs;
  };
  const model = { ...(u.trains[0] ?? interpretSetup(setup)).model };
  const predicted = new Float64Array(rows.length);
  /** Readings in units of their standard deviation, then the priors. */
  const residuals = (z: ArrayLike<number>): Float64Array => {
    const logs = logsOf(z);
    predictReadings(
      u.trains,
      (at) => ({ packFactor: scaleModel(u, at, logs, model), model }),
      measurements,
      rows,
      predicted
    );
    const out = new Float64Array(rows.length + n);
    rows.forEach((row, at) => (out[at] = (predicted[at] - row.measured) / row.sd));
    for (let k = 0; k < n; k++) out[rows.length + k] = z[k];
    return out;
  };
  const start = new Array<number>(n).fill(0);
  residuals(start);
  const before = Float64Array.from(predicted);
  const z = rows.length > 0 ? settle(residuals, start, rows.length + n) : start;
  const j = jacobian(residuals, z);
  if (rows.length > 0) {
    // the package reports no convergence: the gradient tells
    const gradient = j.transpose().mmul(Matrix.columnVector(residuals(z)));
    if (Math.max(...gradient.to1DArray().map(Math.abs)) > 0.1)
      notes.push('The fit did not settle; look for a reading that does not belong.');
  }
  const l = new Matrix(n, n);
  for (let r = 0; r < n; r++) for (let c = 0; c <= r; c++) l.set(r, c, u.lower[r * n + c]);
  const covariance = l.mmul(inverse(j.transpose().mmul(j))).mmul(l.transpose());
  const after = residuals(z);
  const joint: NonNullable<Calibration['joint']> = {
    motor: setup.motor,
    batteries: [...u.batteries],
    propulsors: [...u.propulsors],
    logs: [...logsOf(z)],
    covariance: triangleOf(covariance),
    priorSd: [...u.priorSd]
  };
  const calibration = calibrationFor(setup, joint);
  const fitted = rows.map((row, at): Residual => ({
    measurement: row.index,
    reading: row.reading,
    measured: row.measured,
    before: before[at],
    after: predicted[at],
    deviations: after[at]
  }));
  const worst = fitted.reduce((most, r) => Math.max(most, Math.abs(r.deviations)), 0);
  if (worst > 4)
    notes.push(
      `A reading still misses by ${worst.toFixed(1)} of its own standard deviations: read it again.`
    );
  return {
    setup: { ...setup, calibration },
    residuals: fitted,
    unresolved: unresolvedOf(setup, calibration),
    notes
  };
}

/** Minimises the squares of the residuals. */
function settle(residuals: (z: ArrayLike<number>) => Float64Array, start: number[], total: number): number[] {
  let key = '';
  let kept = new Float64Array(0);
  const fit = levenbergMarquardt(
    { x: Array.from({ length: total }, (_, k) => k), y: new Array<number>(total).fill(0) },
    (parameters: number[]) => {
      const now = parameters.join(',');
      if (now !== key) {
        key = now;
        kept = residuals(parameters) as Float64Array<ArrayBuffer>;
      }
      // the package calls functions of earlier parameters after later ones: each keeps its own values
      const own = kept;
      return (x: number) => own[x];
    },
    {
      initialValues: start,
      damping: 0.01,
      maxIterations: 60,
      errorTolerance: 1e-12,
      gradientDifference: 1e-4,
      centralDifference: true
    }
  );
  return [...fit.parameterValues];
}

const triangleOf = (m: Matrix): number[] => {
  const out: number[] = [];
  for (let r = 0; r < m.rows; r++) for (let c = 0; c <= r; c++) out.push(m.get(r, c));
  return out;
};

/** The factors of a setup's own parts, from all that was found. */
export function calibrationFor(setup: SetupDocument, joint: NonNullable<Calibration['joint']>): Calibration {
  const { covariance, factors } = interpretSetup({
    ...setup,
    calibration: { factors: {}, relativeSd: {}, joint }
  }).applied as AppliedCalibration;
  const relativeSd = {} as Record<FactorName, number>;
  const triangle: number[] = [];
  FITTED_FACTORS.forEach((name, r) => {
    relativeSd[name] = Math.sqrt(Math.max(covariance[r * N + r], 0));
    for (let c = 0; c <= r; c++) triangle.push(covariance[r * N + c]);
  });
  return { factors, relativeSd, covariance: triangle, joint };
}

/** The unknowns that the data could not find or not tell apart. */
function unresolvedOf(setup: SetupDocument, calibration: Calibration): string[] {
  const prior = interpretSetup(setup).relativeSd;
  const sd = calibration.relativeSd as Record<FactorName, number>;
  const unresolved = new Set<string>();
  FITTED_FACTORS.forEach((a, r) => {
    if (sd[a] > UNRESOLVED_SHARE * prior[a]) unresolved.add(a);
    FITTED_FACTORS.slice(0, r).forEach((b, c) => {
      const tied = ofTriangle(calibration.covariance as number[], r, c) / (sd[a] * sd[b]);
      if (Math.abs(tied) > UNRESOLVED_CORRELATION) unresolved.add(a).add(b);
    });
  });
  return FITTED_FACTORS.filter((name) => unresolved.has(name));
}

/** Jacobian by central differences. */
function jacobian(f: (z: ArrayLike<number>) => Float64Array, z: readonly number[]): Matrix {
  const step = 1e-4;
  const columns = z.map((_, k) => {
    const up = [...z];
    const down = [...z];
    up[k] += step;
    down[k] -= step;
    const high = f(up);
    const low = f(down);
    return Array.from(high, (v, at) => (v - low[at]) / (2 * step));
  });
  return new Matrix(columns).transpose();
}
