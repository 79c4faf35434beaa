import { openCircuitCellV } from '../battery/open-circuit.ts';
import type { ChemistryName } from '../battery/chemistry.ts';
import { throttleForThrust } from './throttle-for-thrust.ts';
import type { TrainModel } from './model.ts';
import { operatingPoint, solveOperatingPoint } from './operating-point.ts';

/** What the craft does while the pack empties. */
export type Demand =
  | { readonly kind: 'throttle'; readonly throttle: number; readonly speedMs: number }
  | { readonly kind: 'thrust'; readonly thrustN: number; readonly speedMs: number };

/** One moment of a discharge. */
export interface DischargeStep {
  seconds: number;
  stateOfCharge: number;
  restingCellV: number;
  loadedCellV: number;
  currentA: number;
}

/** How a discharge ends: the usable share is spent, a loaded cell meets the cut-off, or the power no longer suffices. */
export interface Discharge {
  seconds: number;
  usedShare: number;
  endedBy: 'usable-share' | 'cut-off' | 'not-enough-power' | 'at-once';
  steps: DischargeStep[];
}

const STEPS = 40;

/**
 * Time a pack lasts: dt = capacity/I(s) ds, integrated over the state of charge s by Simpson's rule in equal steps, so
 * that no time step has to be chosen. The circuit is solved afresh at each state of charge.
 * @param start state of charge to begin with; @param end state of charge to stop at (1 − usable share)
 * @param cutoffCellV loaded volts per cell at which it stops
 */
export function discharge(
  m: TrainModel,
  chemistry: ChemistryName,
  capacityAh: number,
  demand: Demand,
  start: number,
  end: number,
  cutoffCellV: number
): Discharge {
  const point = operatingPoint();
  const at = (s: number): DischargeStep | null => {
    const rest = openCircuitCellV(chemistry, s);
    const volts = rest * m.series;
    if (demand.kind === 'throttle') {
      solveOperatingPoint(m, volts, m.packResistanceOhm, demand.throttle, demand.speedMs, point);
    } else if (!throttleForThrust(m, volts, m.packResistanceOhm, demand.thrustN, demand.speedMs, point).ok) {
      return null;
    }
    return {
      seconds: 0,
      stateOfCharge: s,
      restingCellV: rest,
      loadedCellV: point.batteryVoltageV / m.series,
      currentA: point.batteryCurrentA
    };
  };
  const first = at(start);
  if (!first) return { seconds: 0, usedShare: 0, endedBy: 'not-enough-power', steps: [] };
  if (first.loadedCellV < cutoffCellV || start <= end || !(first.currentA > 0)) {
    return { seconds: 0, usedShare: 0, endedBy: 'at-once', steps: [first] };
  }
  const steps = [first];
  const ds = (start - end) / STEPS;
  const charge = capacityAh * 3600;
  let seconds = 0;
  let last = first;
  const span = (a: DischargeStep, b: DischargeStep): number | null => {
    const middle = at(0.5 * (a.stateOfCharge + b.stateOfCharge));
    if (!middle) return null;
    const width = a.stateOfCharge - b.stateOfCharge;
    return (charge * width * (1 / a.currentA + 4 / middle.currentA + 1 / b.currentA)) / 6;
  };
  for (let i = 1; i <= STEPS; i++) {
    const next = at(start - i * ds);
    const fails = !next || next.loadedCellV < cutoffCellV;
    if (!fails) {
      seconds += span(last, next) ?? 0;
      next.seconds = seconds;
      steps.push(next);
      last = next;
      continue;
    }
    // the end lies inside this step: find it
    const endedBy = next ? 'cut-off' : 'not-enough-power';
    let good = last.stateOfCharge;
    let bad = start - i * ds;
    let stop = last;
    for (let k = 0; k < 24; k++) {
      const middle = at(0.5 * (good + bad));
      if (middle && middle.loadedCellV >= cutoffCellV) {
        good = middle.stateOfCharge;
        stop = middle;
      } else bad = 0.5 * (good + bad);
    }
    if (stop !== last) {
      seconds += span(last, stop) ?? 0;
      stop.seconds = seconds;
      steps.push(stop);
    }
    return { seconds, usedShare: start - good, endedBy, steps };
  }
  return { seconds, usedShare: start - end, endedBy: 'usable-share', steps };
}
