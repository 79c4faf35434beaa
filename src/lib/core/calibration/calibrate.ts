import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { Matrix, inverse } from 'ml-matrix';
import { interpretSetup, supplyOf, type Interpreted } from '../setup/interpret.ts';
import type { Calibration, SetupDocument } from '../setup/schema.ts';
import { FACTORS, FITTED_FACTORS, type FactorName } from '../setup/tolerance.ts';
import { logCholesky } from '../train/factors.ts';
import type { TrainModel } from '../train/model.ts';
import { operatingPoint, solveOperatingPoint } from '../train/operating-point.ts';
import { radSToRpm } from '../units/convert.ts';
import type { CalibrateRequest, Instrument, Measurement } from './schema.ts';

/** Accuracy of a hobby watt meter, thrust stand and optical tachometer when nothing is given. Common practice. */
const INSTRUMENT: Record<'currentRelative' | 'voltageRelative' | 'thrustRelative' | 'rpmRelative', number> = {
  currentRelative: 0.02,
  voltageRelative: 0.005,
  thrustRelative: 0.03,
  rpmRelative: 0.005
};

const READINGS = ['batteryCurrentA', 'rpm', 'thrustN', 'batteryVoltageV'] as const;
type ReadingName = (typeof READINGS)[number];

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

interface Row {
  index: number;
  reading: ReadingName;
  measured: number;
  sd: number;
}

/** Readings that can be fitted: what was read, with its standard deviation. */
function rowsOf(measurements: readonly Measurement[], instrument: Instrument): Row[] {
  const relative: Record<ReadingName, number> = {
    batteryCurrentA: instrument.currentRelative ?? INSTRUMENT.currentRelative,
    rpm: instrument.rpmRelative ?? INSTRUMENT.rpmRelative,
    thrustN: instrument.thrustRelative ?? INSTRUMENT.thrustRelative,
    batteryVoltageV: instrument.voltageRelative ?? INSTRUMENT.voltageRelative
  };
  return measurements.flatMap((m, index) =>
    READINGS.flatMap((reading): Row[] => {
      const measured = m[reading];
      if (measured == null) return [];
      // volts at the pack say something only against a known resting voltage; else they are the supply itself
      if (reading === 'batteryVoltageV' && m.restingCellV == null && m.stateOfCharge == null) return [];
      const error = relative[reading] * Math.abs(measured);
      // a voltmeter's error moves the current it is read with: about 2 % of current per % of volts
      const supply =
        reading === 'batteryCurrentA' && m.batteryVoltageV != null
          ? 2 * relative.batteryVoltageV * Math.abs(measured)
          : 0;
      return [{ index, reading, measured, sd: Math.max(Math.hypot(error, supply), 1e-6) }];
    })
  );
}

/** Predicted readings of every row for a model whose pack resistance is scaled by `packFactor`. */
function predictRows(
  i: Interpreted,
  model: TrainModel,
  packFactor: number,
  measurements: readonly Measurement[],
  rows: readonly Row[],
  out: Float64Array
): void {
  const point = operatingPoint();
  let solved = -1;
  rows.forEach((row, at) => {
    const m = measurements[row.index];
    if (solved !== row.index) {
      const held = m.batteryVoltageV != null;
      const supply = supplyOf(
        i,
        held
          ? { batteryVoltageV: m.batteryVoltageV }
          : { stateOfCharge: m.stateOfCharge, restingCellV: m.restingCellV }
      );
      solveOperatingPoint(
        model,
        supply.openCircuitV,
        supply.packOhm * packFactor,
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
      out[at] = rest.openCircuitV - point.batteryCurrentA * rest.packOhm * packFactor;
    }
  });
}

const N = FITTED_FACTORS.length;
const AT = Object.fromEntries(FITTED_FACTORS.map((name, i) => [name, i])) as Record<FactorName, number>;

/** Scales the nominal model by the logs of the six factors. */
function scale(nominal: TrainModel, logs: ArrayLike<number>, out: TrainModel): number {
  Object.assign(out, nominal);
  out.motorConstant = nominal.motorConstant / Math.exp(logs[AT.kv]);
  out.windingResistanceOhm = nominal.windingResistanceOhm * Math.exp(logs[AT.motorResistance]);
  out.noLoadCurrentA = nominal.noLoadCurrentA * Math.exp(logs[AT.noLoadCurrent]);
  out.thrustFactor = nominal.thrustFactor * Math.exp(logs[AT.thrust]);
  out.powerFactor = nominal.powerFactor * Math.exp(logs[AT.power]);
  return Math.exp(logs[AT.batteryResistance]);
}

/** Share of the prior spread above which an unknown counts as not found by the data. */
const UNRESOLVED_SHARE = 0.6;
/** Correlation above which two unknowns count as not separated. */
const UNRESOLVED_CORRELATION = 0.9;

/**
 * Fits scale factors on KV, winding resistance, no-load current, pack resistance, CT and CP to readings, with the
 * tolerances as priors. Least squares in whitened logs: the unknown z has a standard normal prior, the factors' logs
 * are L z with L the Cholesky factor of the prior covariance; minimised by Levenberg and Marquardt (the
 * ml-levenberg-marquardt package), the covariance from the Jacobian at the end, (J'J + 1)^-1.
 * An earlier calibration in the document is left out: the readings given are the ones that count.
 */
export function calibrate(request: CalibrateRequest): CalibrateAnswer {
  const { calibration: _earlier, ...bare } = request.setup;
  const setup = bare as SetupDocument;
  const i = interpretSetup(setup);
  const { measurements } = request;
  const rows = rowsOf(measurements, request.instrument ?? {});
  const notes: string[] = [];
  const wide = logCholesky(i);
  const lower = new Float64Array(N * N);
  for (let r = 0; r < N; r++) for (let c = 0; c <= r; c++) lower[r * N + c] = wide[r * FACTORS.length + c];
  const logsOf = (z: ArrayLike<number>): Float64Array => {
    const logs = new Float64Array(N);
    for (let r = 0; r < N; r++) for (let c = 0; c <= r; c++) logs[r] += lower[r * N + c] * z[c];
    return logs;
  };
  const model = { ...i.model };
  const predicted = new Float64Array(rows.length);
  /** Readings in units of their standard deviation, then the priors. */
  const residuals = (z: ArrayLike<number>): Float64Array => {
    const pack = scale(i.model, logsOf(z), model);
    predictRows(i, model, pack, measurements, rows, predicted);
    const out = new Float64Array(rows.length + N);
    rows.forEach((row, at) => (out[at] = (predicted[at] - row.measured) / row.sd));
    for (let k = 0; k < N; k++) out[rows.length + k] = z[k];
    return out;
  };
  const start = new Array<number>(N).fill(0);
  const before = Float64Array.from(rows, () => 0);
  residuals(start);
  before.set(predicted);

  let z = start;
  if (rows.length > 0) {
    const total = rows.length + N;
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
    z = [...fit.parameterValues];
    // the package reports no convergence: the gradient tells
    const gradient = jacobian(residuals, z)
      .transpose()
      .mmul(Matrix.columnVector(residuals(z)));
    const steepest = Math.max(...gradient.to1DArray().map(Math.abs));
    if (steepest > 0.1) notes.push('The fit did not settle; look for a reading that does not belong.');
  }
  const j = jacobian(residuals, z);
  const covarianceZ = inverse(j.transpose().mmul(j));
  const l = new Matrix(N, N);
  for (let r = 0; r < N; r++) for (let c = 0; c <= r; c++) l.set(r, c, lower[r * N + c]);
  const covariance = l.mmul(covarianceZ).mmul(l.transpose());
  const prior = l.mmul(l.transpose());

  const logs = logsOf(z);
  const factors = {} as Record<FactorName, number>;
  const relativeSd = {} as Record<FactorName, number>;
  const unresolved = new Set<string>();
  FITTED_FACTORS.forEach((name, k) => {
    factors[name] = Math.exp(logs[k]);
    relativeSd[name] = Math.sqrt(Math.max(covariance.get(k, k), 0));
    if (relativeSd[name] > UNRESOLVED_SHARE * Math.sqrt(prior.get(k, k))) unresolved.add(name);
  });
  for (let a = 0; a < N; a++) {
    for (let b = 0; b < a; b++) {
      const r = covariance.get(a, b) / Math.sqrt(covariance.get(a, a) * covariance.get(b, b));
      if (Math.abs(r) > UNRESOLVED_CORRELATION) unresolved.add(FITTED_FACTORS[a]).add(FITTED_FACTORS[b]);
    }
  }
  const after = residuals(z);
  const triangle: number[] = [];
  for (let r = 0; r < N; r++) for (let c = 0; c <= r; c++) triangle.push(covariance.get(r, c));
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
    setup: { ...setup, calibration: { factors, relativeSd, covariance: triangle } as Calibration },
    residuals: fitted,
    unresolved: FITTED_FACTORS.filter((name) => unresolved.has(name)),
    notes
  };
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
