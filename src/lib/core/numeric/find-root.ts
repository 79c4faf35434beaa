/** Outcome of a bracketed root search. `ok: false` with `no-bracket` when both ends have the same sign. */
export type RootResult =
  | { ok: true; value: number; iterations: number; residual: number }
  | { ok: false; code: 'no-bracket' | 'not-converged'; detail: string };

/**
 * Root of a continuous function inside a bracket, by regula falsi with the Illinois weighting
 * (Dowell and Jarratt 1971, BIT 11:168–174; order 1.44, never leaves the bracket).
 *
 * @param f function of one variable
 * @param low lower end; @param high upper end; f(low) and f(high) must differ in sign
 * @param tolerance absolute width of x at which to stop
 */
export function findRoot(
  f: (x: number) => number,
  low: number,
  high: number,
  tolerance = 1e-10,
  maxIterations = 100
): RootResult {
  let a = low;
  let b = high;
  let fa = f(a);
  let fb = f(b);
  if (fa === 0) return { ok: true, value: a, iterations: 0, residual: 0 };
  if (fb === 0) return { ok: true, value: b, iterations: 0, residual: 0 };
  if (!(fa * fb < 0)) {
    return { ok: false, code: 'no-bracket', detail: `findRoot: f(${low}) = ${fa} and f(${high}) = ${fb}` };
  }
  let side = 0;
  for (let i = 1; i <= maxIterations; i++) {
    // every fifth step a bisection, so that a badly scaled function cannot stall the search
    const x = i % 5 === 0 ? 0.5 * (a + b) : (fa * b - fb * a) / (fa - fb);
    const fx = f(x);
    if (fx === 0 || Math.abs(b - a) < tolerance) {
      return { ok: true, value: x, iterations: i, residual: fx };
    }
    if (fx * fb > 0) {
      b = x;
      fb = fx;
      if (side === -1) fa *= 0.5;
      side = -1;
    } else {
      a = x;
      fa = fx;
      if (side === 1) fb *= 0.5;
      side = 1;
    }
  }
  return { ok: false, code: 'not-converged', detail: `findRoot: bracket ${a}..${b} after ${maxIterations}` };
}
