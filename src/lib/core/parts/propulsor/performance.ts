import { curveAt, hermiteCurve, type HermiteCurve } from '../../numeric/hermite-curve.ts';

/**
 * How a propulsor's thrust and torque follow from its speed, in one of three forms:
 * constants; measured curves over advance ratio; or a generated table.
 * Propeller convention throughout: CT = T/(rho n² D⁴), CP = P/(rho n³ D⁵), J = V/(n D), n in rev/s.
 */
export type Performance = ConstantPerformance | CurvePerformance | TablePerformance;

interface ConstantPerformance {
  readonly kind: 'constant';
  readonly thrust: number;
  readonly power: number;
}

interface CurvePerformance {
  readonly kind: 'curve';
  readonly thrust: HermiteCurve;
  readonly power: HermiteCurve;
}

/** Number of steps of the table from advance coordinate U_LOW to 1. */
export const U_STEPS = 35;
/** Lowest advance coordinate u = V/(|V| + nD): J = −0.2, moving backwards slowly. */
export const U_LOW = -1 / 6;
const U_PER_STEP = (1 - U_LOW) / U_STEPS;
/** Helical tip speeds of the table's rows, m/s: from a slow indoor propeller to beyond the speed of sound. */
export const TIP_SPEEDS_MS = [10, 18, 30, 48, 75, 110, 150, 185, 210, 230, 250, 270, 290] as const;
const TIP = Float64Array.from(TIP_SPEEDS_MS);
const LAST_LEVEL = TIP.length - 2;
/** Row below each whole tip speed, m/s: the search starts there and goes at most one further. */
const LEVEL_AT = Uint8Array.from({ length: TIP_SPEEDS_MS[TIP.length - 1] + 1 }, (_, speed) => {
  const above = TIP_SPEEDS_MS.findIndex((t) => t > speed);
  return Math.min(Math.max(above === -1 ? LAST_LEVEL : above - 1, 0), LAST_LEVEL);
});

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
export type LoadCoefficients = Float64Array;

/**
 * Thrust and torque per density at n rev/s and V m/s. Writes `out`; allocates nothing.
 * Longer than 80 lines as it is the innermost loop: the kinds of table are told apart in place, without a call.
 * @param n revolutions per second, >= 0; @param speedMs axial inflow; @param diameterM diameter
 */
export function propulsorLoad(
  performance: Performance,
  n: number,
  speedMs: number,
  diameterM: number,
  out: LoadCoefficients
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
    const at0 = 2 * first;
    const at3 = w3 === 0 ? at0 : at0 + 6;
    if (performance.singleRow) {
      const row = performance.rows[0] ?? performance.row(0);
      out[0] = (w0 * row[at0] + w1 * row[at0 + 2] + w2 * row[at0 + 4] + w3 * row[at3]) * square;
      out[1] = (w0 * row[at0 + 1] + w1 * row[at0 + 3] + w2 * row[at0 + 5] + w3 * row[at3 + 1]) * square;
      return;
    }
    const tip = Math.sqrt(blade * blade * 9.869604401089358 + speedMs * speedMs);
    const level = tip < LEVEL_AT.length ? LEVEL_AT[tip | 0] : LAST_LEVEL;
    let f = (tip - TIP[level]) / (TIP[level + 1] - TIP[level]);
    // held at the slowest and the fastest row: `isTipSpeedInside` reports it and the band widens
    if (f < 0) f = 0;
    else if (f > 1) f = 1;
    const low = performance.rows[level] ?? performance.row(level);
    const high = performance.rows[level + 1] ?? performance.row(level + 1);
    const g = 1 - f;
    const a0 = g * low[at0] + f * high[at0];
    const a1 = g * low[at0 + 2] + f * high[at0 + 2];
    const a2 = g * low[at0 + 4] + f * high[at0 + 4];
    const a3 = g * low[at3] + f * high[at3];
    out[0] = (w0 * a0 + w1 * a1 + w2 * a2 + w3 * a3) * square;
    const b0 = g * low[at0 + 1] + f * high[at0 + 1];
    const b1 = g * low[at0 + 3] + f * high[at0 + 3];
    const b2 = g * low[at0 + 5] + f * high[at0 + 5];
    const b3 = g * low[at3 + 1] + f * high[at3 + 1];
    out[1] = (w0 * b0 + w1 * b1 + w2 * b2 + w3 * b3) * square;
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
