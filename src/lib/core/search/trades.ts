import type { Found } from './found.ts';
import type { Axis } from '../yardstick/objectives.ts';

/** How near two figures must lie to be called equal, as a share. (m) */
const EQUAL = 0.04;

/** What can be had for the same: places in the list; null where nothing else is as near. */
interface Trades {
  /** Of as much current: the one that pulls most and the fastest. */
  readonly equalCurrent: {
    readonly mostThrust: number;
    readonly fastest: number;
    readonly of: number;
  } | null;
  /** Of as much thrust: the one that draws least and the fastest. */
  readonly equalThrust: {
    readonly leastCurrent: number;
    readonly fastest: number;
    readonly of: number;
  } | null;
}

/** Speed that a craft is compared by: top speed where it is known, else pitch speed. */
const speedAxis = (found: Found, place: number): Axis =>
  found.value(place, 'topSpeed') === null ? 'pitchSpeed' : 'topSpeed';

/** What one gives for the other, beside a combination: speed against thrust at its current, current against speed at its thrust. */
export function tradesOf(found: Found, place: number): Trades {
  const speed = speedAxis(found, place);
  const alike = (axis: Axis): number[] => {
    const here = found.value(place, axis);
    const list: number[] = [];
    if (here === null || here <= 0) return list;
    for (let k = 0; k < found.length; k++) {
      const value = found.value(k, axis);
      if (value !== null && Math.abs(value / here - 1) <= EQUAL) list.push(k);
    }
    return list;
  };
  const best = (list: readonly number[], axis: Axis, more: boolean): number =>
    list.reduce((top, k) => {
      const [a, b] = [found.value(k, axis) ?? -Infinity, found.value(top, axis) ?? -Infinity];
      return (more ? a > b : a < b) ? k : top;
    }, list[0]);
  const byCurrent = alike('current');
  const byThrust = alike('thrust');
  return {
    equalCurrent:
      byCurrent.length < 2
        ? null
        : {
            mostThrust: best(byCurrent, 'thrust', true),
            fastest: best(byCurrent, speed, true),
            of: byCurrent.length
          },
    equalThrust:
      byThrust.length < 2
        ? null
        : {
            leastCurrent: best(byThrust, 'current', false),
            fastest: best(byThrust, speed, true),
            of: byThrust.length
          }
  };
}
