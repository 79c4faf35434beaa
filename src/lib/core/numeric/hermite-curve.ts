/**
 * A curve through given points: cubic Hermite with three-point (parabolic) slopes, so that any quadratic is
 * reproduced exactly; linear beyond the ends with the end slope, and told so by `isInside`.
 */
export interface HermiteCurve {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly slope: Float64Array;
}

/** Builds a curve. `x` must rise strictly; at least one point. Throws RangeError otherwise. */
export function hermiteCurve(x: ArrayLike<number>, y: ArrayLike<number>): HermiteCurve {
  const n = x.length;
  if (n === 0 || n !== y.length)
    throw new RangeError(`hermiteCurve: ${n} abscissae for ${y.length} ordinates`);
  for (let i = 1; i < n; i++) {
    if (!(x[i] > x[i - 1]))
      throw new RangeError(`hermiteCurve: x[${i}] = ${x[i]} does not rise above ${x[i - 1]}`);
  }
  const slope = new Float64Array(n);
  if (n === 2) slope.fill((y[1] - y[0]) / (x[1] - x[0]));
  for (let i = 1; i < n - 1; i++) {
    const h0 = x[i] - x[i - 1];
    const h1 = x[i + 1] - x[i];
    const d0 = (y[i] - y[i - 1]) / h0;
    const d1 = (y[i + 1] - y[i]) / h1;
    slope[i] = (d0 * h1 + d1 * h0) / (h0 + h1);
  }
  if (n > 2) {
    const first = (y[1] - y[0]) / (x[1] - x[0]);
    const last = (y[n - 1] - y[n - 2]) / (x[n - 1] - x[n - 2]);
    slope[0] = 2 * first - slope[1];
    slope[n - 1] = 2 * last - slope[n - 2];
  }
  return { x: Float64Array.from(x), y: Float64Array.from(y), slope };
}

/** Index of the interval that holds `at`, by bisection; clamped to the end intervals. */
function interval(x: Float64Array, at: number): number {
  let low = 0;
  let high = x.length - 1;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (x[mid] <= at) low = mid;
    else high = mid;
  }
  return low;
}

/** Value of the curve at `at`. */
export function curveAt(curve: HermiteCurve, at: number): number {
  const { x, y, slope } = curve;
  const n = x.length;
  if (at <= x[0]) return y[0] + slope[0] * (at - x[0]);
  if (at >= x[n - 1]) return y[n - 1] + slope[n - 1] * (at - x[n - 1]);
  const i = interval(x, at);
  const h = x[i + 1] - x[i];
  const t = (at - x[i]) / h;
  const s = 1 - t;
  return (
    (1 + 2 * t) * s * s * y[i] +
    t * s * s * h * slope[i] +
    t * t * (3 - 2 * t) * y[i + 1] -
    t * t * s * h * slope[i + 1]
  );
}

/** Whether `at` lies inside the points the curve was made from. */
export const isInside = (curve: HermiteCurve, at: number): boolean =>
  at >= curve.x[0] && at <= curve.x[curve.x.length - 1];
