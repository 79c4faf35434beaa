import { MORE_IS_BETTER } from '../yardstick/gives.ts';
import type { Axis } from '../yardstick/objectives.ts';

/** A value as more is better. */
const gain = (axis: Axis, value: number): number => (MORE_IS_BETTER[axis] ? value : -value);

/**
 * Places of those that nothing beats on two axes at once, in the order of the first axis, best first: the frontier. Of points
 * that are alike on both, the first. What lacks a value on one of them has no place on it.
 * @param numberOf by which of points that are alike the first is told, whatever the order they were found in
 * @param value of a place on an axis; null where there is none
 */
export function frontierOf(
  length: number,
  value: (place: number, axis: Axis) => number | null,
  [x, y]: readonly [Axis, Axis],
  numberOf: (place: number) => number = (place) => place
): number[] {
  const xs = new Float64Array(length);
  const ys = new Float64Array(length);
  const list: number[] = [];
  for (let k = 0; k < length; k++) {
    const a = value(k, x);
    const b = value(k, y);
    if (a === null || b === null) continue;
    xs[k] = gain(x, a);
    ys[k] = gain(y, b);
    list.push(k);
  }
  list.sort((a, b) => xs[b] - xs[a] || ys[b] - ys[a] || numberOf(a) - numberOf(b));
  let best = -Infinity;
  return list.filter((k) => {
    if (ys[k] <= best) return false;
    best = ys[k];
    return true;
  });
}
