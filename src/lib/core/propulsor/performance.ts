import { curveAt, hermiteCurve, type HermiteCurve } from '../numeric/hermite-curve.ts';

/**
 * How a propulsor's thrust and torque follow from its speed, in one of three forms:
 * constants; measured curves over advance ratio; or a generated table.
 * Propeller convention throughout: CT = T/(rho n² D⁴), CP = P/(rho n³ D⁵), J = V/(n D), n in rev/s.
 */
export type Performance = ConstantPerformance | CurvePerformance | TablePerformance;

export interface ConstantPerformance {
  readonly kind: 'constant';
  readonly thrust: number;
  readonly power: number;
}

export interface CurvePerformance {
  readonly kind: 'curve';
  readonly thrust: HermiteCurve;
  readonly power: HermiteCurve;
}

/** Number of steps of the table from advance coordinate U_LOW to 1. */
export const U_STEPS = 42;
/** Lowest advance coordinate u = V/(|V| + nD): J = −0.2, moving backwards slowly. */
export const U_LOW = -1 / 6;
const U_PER_STEP = (1 - U_LOW) / U_STEPS;
/** Helical tip speeds of the table's rows, m/s: from a slow indoor propeller to beyond the speed of sound. */
export const TIP_SPEEDS_MS = [10, 22, 45, 80, 130, 180, 230, 290] as const;
const LOG_TIP = TIP_SPEEDS_MS.map(Math.log);

/**
 * A generated table. Rows hold, for one helical tip speed w = sqrt((pi n D)² + V²) (one Reynolds and Mach number),
 * T/(rho D² s²) and Q/(rho D³ s²) with s² = (nD)² + V² over u = V/(|V| + nD), so that nothing is singular from
 * moving backwards through standstill (u = 0) to a locked blade in a wind (u = 1). Rows are made when first asked.
 */
export interface TablePerformance {
  readonly kind: 'table';
  /** Row of 2 (U_STEPS + 1) values, thrust and torque in turn, for a tip speed index; makes it when missing. */
  row(index: number): Float64Array;
  readonly rows: (Float64Array | undefined)[];
  /** Whether the rows differ with tip speed; a screw in water has one row. */
  readonly singleRow: boolean;
}

/** Advance coordinate of a step of the table. */
export const uAt = (step: number): number => U_LOW + step * U_PER_STEP;

/** Makes a table whose rows are computed on first use by `compute(tipSpeedMs)`. */
export function tablePerformance(
  compute: (tipSpeedMs: number) => Float64Array,
  singleRow = false
): TablePerformance {
  const rows: (Float64Array | undefined)[] = new Array(TIP_SPEEDS_MS.length).fill(undefined);
  return {
    kind: 'table',
    rows,
    singleRow,
    row(index) {
      const made = compute(TIP_SPEEDS_MS[index]);
      rows[index] = made;
      return made;
    }
  };
}

/** Performance from measured coefficients: two numbers, or columns over advance ratio. */
export function measuredPerformance(coefficients: {
  thrust: number | readonly number[];
  power: number | readonly number[];
  advanceRatio?: readonly number[];
}): Performance {
  const { thrust, power, advanceRatio } = coefficients;
  if (typeof thrust === 'number' && typeof power === 'number') return { kind: 'constant', thrust, power };
  if (typeof thrust === 'number' || typeof power === 'number' || advanceRatio === undefined) {
    throw new TypeError('measuredPerformance: thrust and power must both be numbers, or columns over J');
  }
  if (advanceRatio.length === 1) return { kind: 'constant', thrust: thrust[0], power: power[0] };
  return {
    kind: 'curve',
    thrust: hermiteCurve(advanceRatio, thrust),
    power: hermiteCurve(advanceRatio, power)
  };
}

/** Loads written by `propulsorLoad`: [0] T/(rho D²), [1] Q/(rho D³), both in (m/s)². */
export type Load = Float64Array;

const CUBIC = new Float64Array(4);

/**
 * Thrust and torque per density at n rev/s and V m/s. Writes `out`; allocates nothing.
 * @param n revolutions per second, >= 0; @param speedMs axial inflow; @param diameterM diameter
 */
export function propulsorLoad(
  performance: Performance,
  n: number,
  speedMs: number,
  diameterM: number,
  out: Load
): void {
  const blade = n * diameterM;
  if (performance.kind === 'table') {
    const total = (speedMs < 0 ? -speedMs : speedMs) + blade;
    const square = blade * blade + speedMs * speedMs;
    if (total === 0) {
      out[0] = 0;
      out[1] = 0;
      return;
    }
    let at = (speedMs / total - U_LOW) / U_PER_STEP;
    if (at < 0) at = 0;
    let i = at | 0;
    if (i > U_STEPS - 1) i = U_STEPS - 1;
    const t = at - i;
    // Catmull-Rom weights; one-sided at the ends of the table
    const t2 = t * t;
    const t3 = t2 * t;
    let w0 = 0.5 * (-t + 2 * t2 - t3);
    let w1 = 1 - 2.5 * t2 + 1.5 * t3;
    let w2 = 0.5 * (t + 4 * t2 - 3 * t3);
    let w3 = 0.5 * (t3 - t2);
    let first = i - 1;
    if (i === 0) {
      first = 0;
      w1 = 1 - t;
      w2 = t;
      w0 = w1;
      w1 = w2;
      w2 = 0;
      w3 = 0;
    } else if (i === U_STEPS - 1) {
      first = i - 2;
      w0 = 0;
      w3 = t;
      w2 = 1 - t;
      w1 = 0;
    }
    CUBIC[0] = w0;
    CUBIC[1] = w1;
    CUBIC[2] = w2;
    CUBIC[3] = w3;
    if (performance.singleRow) {
      const row = performance.rows[0] ?? performance.row(0);
      out[0] = mix(row, first, 0) * square;
      out[1] = mix(row, first, 1) * square;
      return;
    }
    const logTip = 0.5 * Math.log(blade * blade * 9.869604401089358 + speedMs * speedMs);
    let level = 0;
    const last = LOG_TIP.length - 2;
    while (level < last && logTip > LOG_TIP[level + 1]) level++;
    let f = (logTip - LOG_TIP[level]) / (LOG_TIP[level + 1] - LOG_TIP[level]);
    // held at the slowest and the fastest row: `isTipSpeedInside` reports it and the band widens
    if (f < 0) f = 0;
    else if (f > 1) f = 1;
    const low = performance.rows[level] ?? performance.row(level);
    const high = performance.rows[level + 1] ?? performance.row(level + 1);
    const lowT = mix(low, first, 0);
    const lowQ = mix(low, first, 1);
    out[0] = (lowT + f * (mix(high, first, 0) - lowT)) * square;
    out[1] = (lowQ + f * (mix(high, first, 1) - lowQ)) * square;
    return;
  }
  if (performance.kind === 'constant') {
    const square = blade * blade;
    out[0] = performance.thrust * square;
    out[1] = (performance.power * square) / (2 * Math.PI);
    return;
  }
  if (blade <= 1e-9 * (speedMs + 1e-9)) {
    out[0] = 0;
    out[1] = 0;
    return;
  }
  const j = speedMs / blade;
  const square = blade * blade;
  out[0] = curveAt(performance.thrust, j) * square;
  out[1] = (curveAt(performance.power, j) * square) / (2 * Math.PI);
}

function mix(row: Float64Array, first: number, column: number): number {
  const at = 2 * first + column;
  return (
    CUBIC[0] * row[at] +
    CUBIC[1] * row[at + 2] +
    CUBIC[2] * row[at + 4] +
    (CUBIC[3] === 0 ? 0 : CUBIC[3] * row[at + 6])
  );
}

/** Whether a helical tip speed lies within the table's rows. */
export const isTipSpeedInside = (tipSpeedMs: number): boolean =>
  tipSpeedMs >= TIP_SPEEDS_MS[0] && tipSpeedMs <= TIP_SPEEDS_MS[TIP_SPEEDS_MS.length - 1];

/** CT and CP at one condition, from the same evaluator as the solver's. */
export function coefficientsAt(
  performance: Performance,
  advanceRatio: number,
  tipSpeedMs: number,
  diameterM: number
): { thrust: number; power: number } {
  const out = new Float64Array(2);
  const blade = tipSpeedMs / Math.sqrt(Math.PI ** 2 + advanceRatio ** 2);
  propulsorLoad(performance, blade / diameterM, advanceRatio * blade, diameterM, out);
  return { thrust: out[0] / (blade * blade), power: (2 * Math.PI * out[1]) / (blade * blade) };
}
