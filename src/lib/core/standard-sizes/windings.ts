/** KV to the digits motors are sold by, rpm/V. */
export function kvSold(kv: number): number {
  const step = kv < 200 ? 5 : kv < 2000 ? 10 : 50;
  return Math.round(kv / step) * step;
}

const LOWER = [0.95, 0.9, 0.85, 0.8, 0.7, 0.6, 0.5];
const HIGHER = [1.05, 1.1, 1.2, 1.3, 1.45, 1.6, 1.8];

/** Windings of the same motor: other KV, the nearest first, rpm/V. */
export const otherWindings = (kv: number, direction: 'lower' | 'higher'): number[] => [
  ...new Set(
    (direction === 'lower' ? LOWER : HIGHER).map((f) => kvSold(kv * f)).filter((k) => k >= 5 && k !== kv)
  )
];
