import { openCircuitCellV } from '../parts/pack/open-circuit.ts';
import { inUseFactor, packAfter, type PackInUse } from '../parts/pack/under-load.ts';
import { meetDemand, type Demand, type Draw } from './demand.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';

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
 * longer suffices. The pack as in a discharge: settled, warming, higher in resistance towards empty. Charge by the midpoint rule, in steps of at most 0.4 % of the capacity or of what is left of a segment;
 * a cut-off inside a step is found by the straight line between the loaded volts at its two ends.
 */
export function mission(
  m: PowertrainModel,
  pack: PackInUse,
  segments: readonly MissionSegment[],
  start: number,
  end: number,
  cutoffCellV: number
): MissionResult {
  const charge = 3600 * pack.capacityAh;
  let s = start;
  let seconds = 0;
  let packC = pack.heat.startC;
  const draw = (at: number, temperatureC: number, after: number, demand: Demand): Draw | null =>
    meetDemand(m, demand, {
      openCircuitV: openCircuitCellV(pack.chemistry, at) * m.series,
      packOhm: m.packResistanceOhm * inUseFactor(pack, at, temperatureC, after)
    });
  for (let at = 0; at < segments.length; at++) {
    const { demand } = segments[at];
    let left = segments[at].seconds;
    /** The step before in this segment: its length, the charge it took, and the loaded volts it began with. */
    let before: { dt: number; used: number; loadedCellV: number } | null = null;
    while (left > 0) {
      const first = draw(s, packC, seconds, demand);
      if (!first) return { seconds, usedShare: start - s, segment: at, endedBy: 'not-enough-power' };
      const { loadedCellV } = first;
      if (loadedCellV < cutoffCellV) {
        if (before && before.loadedCellV > loadedCellV) {
          const past = (cutoffCellV - loadedCellV) / (before.loadedCellV - loadedCellV);
          seconds -= past * before.dt;
          s += past * before.used;
        }
        return { seconds, usedShare: start - s, segment: at, endedBy: 'cut-off' };
      }
      const flows = first.currentA > 0;
      const dt = flows ? Math.min(left, (STEP_SHARE * charge) / first.currentA) : left;
      const middle = flows
        ? (draw(
            s - (0.5 * first.currentA * dt) / charge,
            packAfter(pack.heat, packC, first.heatW, 0.5 * dt),
            seconds + 0.5 * dt,
            demand
          ) ?? first)
        : first;
      const used = (middle.currentA * dt) / charge;
      if (s - used < end) {
        const part = (s - end) / used;
        return { seconds: seconds + part * dt, usedShare: start - end, segment: at, endedBy: 'usable-share' };
      }
      packC = packAfter(pack.heat, packC, flows ? middle.heatW : 0, dt);
      s -= used;
      seconds += dt;
      left -= dt;
      if (left < 1e-9 * dt) left = 0;
      before = { dt, used, loadedCellV };
    }
  }
  return { seconds, usedShare: start - s, segment: segments.length, endedBy: 'done' };
}
