import { openCircuitCellV } from '../parts/pack/open-circuit.ts';
import { inUseFactor, packAfter, type PackInUse } from '../parts/pack/under-load.ts';
import { meetDemand, type Demand } from './demand.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';

/** One moment of a discharge. */
interface DischargeStep {
  seconds: number;
  stateOfCharge: number;
  restingCellV: number;
  /** Lowest loaded volts per cell: at full throttle where the demand has spells of it. */
  loadedCellV: number;
  /** On average where the demand has spells. */
  currentA: number;
  /** Temperature of the pack, and the heat it makes. */
  packC: number;
  heatW: number;
}

/**
 * How a discharge ends: the usable share is spent, a loaded cell meets the cut-off, the power no longer suffices, or it was
 * followed for as long as was asked.
 */
export interface Discharge {
  seconds: number;
  usedShare: number;
  endedBy: 'usable-share' | 'cut-off' | 'not-enough-power' | 'at-once' | 'long-enough';
  steps: DischargeStep[];
}

/** Steps of charge that a discharge is followed in. */
export const STEPS = 40;
/** Least discharge reckoned with, in C: ten thousand hours. */
const LEAST_C = 1e-4;
/** Halvings of the last step to find where it ends: to a ten-thousandth of it. */
const END_BISECTIONS = 13;

/**
 * Time a pack lasts: dt = capacity/I(s) ds, integrated over the state of charge s by Simpson's rule in equal steps, so
 * that no time step has to be chosen. The circuit is solved afresh at each state of charge, with the pack's resistance as
 * it then is: settled under load, higher towards empty, lower as it warms itself (midpoint rule).
 * @param start state of charge to begin with; @param end state of charge to stop at (1 − usable share)
 * @param cutoffCellV loaded volts per cell at which it stops; @param parts equal steps of charge
 * @param longestS time after which it need not be followed any further, s
 */
export function discharge(
  m: PowertrainModel,
  pack: PackInUse,
  demand: Demand,
  start: number,
  end: number,
  cutoffCellV: number,
  parts = STEPS,
  longestS = Infinity
): Discharge {
  const at = (s: number, packC: number, seconds: number): DischargeStep | null => {
    const rest = openCircuitCellV(pack.chemistry, s);
    const packOhm = m.packResistanceOhm * inUseFactor(pack, s, packC, seconds);
    const drawn = meetDemand(m, demand, { openCircuitV: rest * m.series, packOhm });
    if (!drawn) return null;
    const { loadedCellV, currentA, heatW } = drawn;
    return { seconds, stateOfCharge: s, restingCellV: rest, packC, loadedCellV, currentA, heatW };
  };
  const first = at(start, pack.heat.startC, 0);
  if (!first) return { seconds: 0, usedShare: 0, endedBy: 'not-enough-power', steps: [] };
  if (first.loadedCellV < cutoffCellV || start <= end || !(first.currentA > 0)) {
    return { seconds: 0, usedShare: 0, endedBy: 'at-once', steps: [first] };
  }
  const steps = [first];
  const ds = (start - end) / parts;
  const charge = pack.capacityAh * 3600;
  let last = first;
  const warmed = (from: DischargeStep, rate: DischargeStep, dt: number): number =>
    packAfter(pack.heat, from.packC, rate.heatW, dt);
  /** Current that empties the pack: a propeller driven by the stream may give some back, and then it would last for ever. */
  const draining = (step: DischargeStep): number => Math.max(step.currentA, LEAST_C * pack.capacityAh);
  /** The moment at a lower state of charge, reached from an earlier one; null where the power no longer suffices. */
  const reach = (from: DischargeStep, s: number): DischargeStep | null => {
    const width = from.stateOfCharge - s;
    const about = (charge * width) / draining(from);
    const middle = at(
      from.stateOfCharge - 0.5 * width,
      warmed(from, from, 0.5 * about),
      from.seconds + 0.5 * about
    );
    if (!middle) return null;
    const dt = (charge * width) / draining(middle);
    const to = at(s, warmed(from, middle, dt), from.seconds + dt);
    if (!to) return null;
    to.seconds =
      from.seconds + (charge * width * (1 / draining(from) + 4 / draining(middle) + 1 / draining(to))) / 6;
    return to;
  };
  for (let i = 1; i <= parts; i++) {
    const next = reach(last, start - i * ds);
    if (next && next.loadedCellV >= cutoffCellV) {
      steps.push(next);
      last = next;
      if (next.seconds >= longestS)
        return {
          seconds: next.seconds,
          usedShare: start - next.stateOfCharge,
          endedBy: 'long-enough',
          steps
        };
      continue;
    }
    // the end lies inside this step: find it
    const endedBy = next ? 'cut-off' : 'not-enough-power';
    let good = last.stateOfCharge;
    let bad = start - i * ds;
    let stop = last;
    for (let k = 0; k < END_BISECTIONS; k++) {
      const middle = reach(last, 0.5 * (good + bad));
      if (middle && middle.loadedCellV >= cutoffCellV) {
        good = middle.stateOfCharge;
        stop = middle;
      } else bad = 0.5 * (good + bad);
    }
    if (stop !== last) steps.push(stop);
    return { seconds: stop.seconds, usedShare: start - good, endedBy, steps };
  }
  return { seconds: last.seconds, usedShare: start - end, endedBy: 'usable-share', steps };
}
