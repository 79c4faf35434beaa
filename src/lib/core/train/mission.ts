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

/** Longest step, s. */
const STEP_S = 2;

/**
 * Flies a list of segments until done, the usable share is spent, a loaded cell meets the cut-off or the power no
 * longer suffices. Charge by the midpoint rule in steps of at most two seconds.
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
    const { demand, seconds: length } = segments[at];
    const steps = Math.max(1, Math.ceil(length / STEP_S));
    const dt = length / steps;
    for (let k = 0; k < steps; k++) {
      const first = current(s, demand);
      if (first === 'not-enough-power') return { seconds, usedShare: start - s, segment: at, endedBy: first };
      if (point.batteryVoltageV / m.series < cutoffCellV)
        return { seconds, usedShare: start - s, segment: at, endedBy: 'cut-off' };
      const middle = current(s - (0.5 * first * dt) / (3600 * capacityAh), demand);
      const used = ((middle === 'not-enough-power' ? first : middle) * dt) / (3600 * capacityAh);
      if (s - used < end) {
        const part = (s - end) / used;
        return { seconds: seconds + part * dt, usedShare: start - end, segment: at, endedBy: 'usable-share' };
      }
      s -= used;
      seconds += dt;
    }
  }
  return { seconds, usedShare: start - s, segment: segments.length, endedBy: 'done' };
}
