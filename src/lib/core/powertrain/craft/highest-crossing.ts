import { findRoot } from '../../numeric/find-root.ts';

/**
 * Highest speed at which a surplus (thrust available less needed) turns from gain to loss, m/s; null when it is
 * negative everywhere.
 * @param surplus function of speed; @param from lowest, @param to highest speed looked at
 * @param gains whether the surplus is positive, where that is quicker to say than how large it is
 */
export function highestCrossing(
  surplus: (speedMs: number) => number,
  from: number,
  to: number,
  steps = 40,
  gains: (speedMs: number) => boolean = (v) => surplus(v) > 0
): number | null {
  let upper = to;
  if (gains(to)) return to;
  for (let i = steps - 1; i >= 0; i--) {
    const v = from + ((to - from) * i) / steps;
    if (gains(v)) {
      const root = findRoot(surplus, v, upper, 1e-4);
      return root.ok ? root.value : v;
    }
    upper = v;
  }
  return null;
}
