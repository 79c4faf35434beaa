import { openCircuitCellV } from '../battery/open-circuit.ts';
import type { ChemistryName } from '../battery/chemistry.ts';
import type { Demand } from './discharge.ts';
import type { TrainModel } from './model.ts';
import { operatingPoint, solveOperatingPoint } from './operating-point.ts';
import { throttleForThrust } from './throttle-for-thrust.ts';

/** A leg of a mission: something done for a time. */
export interface MissionSegment {
  readonly seconds: number;
  readonly demand: Demand;
}

/** How far a mission gets. `segment` is the one during which it ended, or the number of segments when all were done. */
export interface MissionResult {
  seconds: number;
  usedShare: number;
  segment: number;
  endedBy: 'done' | 'usable-share' | 'cut-off' | 'not-enough-power';
}

/**
 * Largest share of the capacity that one step takes: the work of a mission is bounded by the pack, however long it lasts.
 * The midpoint rule is then good to 1e-5 of the time (test against a general solver).
 */
const STEP_SHARE = 0.004;

/**
 * Flies a list of segments until done, the usable share is spent, a loaded cell meets the cut-off or the power no
 * longer suffices. Charge by the midpoint rule, in steps of at most 0.4 % of the capacity or of what is left of a segment;
 * a cut-off inside a step is found by the straight line between the loaded volts at its two ends.
 */
export function mission(
  m: TrainModel,
  chemistry: ChemistryName,
  capacityAh: number,
  segments: readonly MissionSegment[],
  start: number,
  end: number,
  cutoffCellV: number
): MissionResult {
  const point = operatingPoint();
  const charge = 3600 * capacityAh;
  const current = (s: number, demand: Demand): number | 'not-enough-power' => {
    const volts = openCircuitCellV(chemistry, s) * m.series;
    if (demand.kind === 'throttle')
      solveOperatingPoint(m, volts, m.packResistanceOhm, demand.throttle, demand.speedMs, point);
    else if (!throttleForThrust(m, volts, m.packResistanceOhm, demand.thrustN, demand.speedMs, point).ok)
      return 'not-enough-power';
    return point.batteryCurrentA;
  };
  let s = start;
  let seconds = 0;
  for (let at = 0; at < segments.length; at++) {
    const { demand } = segments[at];
    let left = segments[at].seconds;
    /** The step before in this segment: its length, the charge it took, and the loaded volts it began with. */
    let before: { dt: number; used: number; loadedCellV: number } | null = null;
    while (left > 0) {
      const first = current(s, demand);
      if (first === 'not-enough-power') return { seconds, usedShare: start - s, segment: at, endedBy: first };
      const loadedCellV = point.batteryVoltageV / m.series;
      if (loadedCellV < cutoffCellV) {
        if (before && before.loadedCellV > loadedCellV) {
          const past = (cutoffCellV - loadedCellV) / (before.loadedCellV - loadedCellV);
          seconds -= past * before.dt;
          s += past * before.used;
        }
        return { seconds, usedShare: start - s, segment: at, endedBy: 'cut-off' };
      }
      const dt = first > 0 ? Math.min(left, (STEP_SHARE * charge) / first) : left;
      const middle = first > 0 ? current(s - (0.5 * first * dt) / charge, demand) : first;
      const used = ((middle === 'not-enough-power' ? first : middle) * dt) / charge;
      if (s - used < end) {
        const part = (s - end) / used;
        return { seconds: seconds + part * dt, usedShare: start - end, segment: at, endedBy: 'usable-share' };
      }
      s -= used;
      seconds += dt;
      left -= dt;
      if (left < 1e-9 * dt) left = 0;
      before = { dt, used, loadedCellV };
    }
  }
  return { seconds, usedShare: start - s, segment: segments.length, endedBy: 'done' };
}
