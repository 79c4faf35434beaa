import { lostOf } from './lost.ts';
import type { Bench, Trial } from './trials.ts';

/** What it asks of a user to exchange a part: leads and plugs go along, an ESC or a pack is plugged in, a motor is built in. (m) */
const PART_COST: Readonly<Record<string, number>> = {
  wiring: 0.1,
  outputLimit: 0.3,
  esc: 0.6,
  battery: 0.8,
  propulsor: 0.8,
  gearRatio: 1.4,
  motor: 1.5
};
const OTHER_COST = 0.6;
/** What it weighs to lose what the craft is for, for each e-fold: half of the thrust weighs as much as exchanging three parts. (m) */
const LOST_COST = 4;
/** What it weighs to depart further from how such craft are built, for each e-fold. (m) */
const BUILD_COST = 6;

/** Parts that a trial exchanges, each by the first of its changes: a gear goes with its motor. */
export const partsOf = (trial: Trial): string[] => [
  ...new Set(trial.rungs.map((r) => r.changes[0].path.split('.')[0]))
];

/** What it costs to lose what the craft is for. */
export const lossOf = (bench: Bench, trial: Trial): number =>
  LOST_COST * lostOf(bench.before, trial.situation);

/**
 * What a change of a setup asks of the user, the less the better: parts to exchange, what it loses of what the craft is for,
 * and how much further it departs from how such craft are built. Everything that is offered beside what is there goes by it,
 * of as much that it puts right.
 * @param loss what it loses, where that is at hand
 */
export function effortOf(bench: Bench, trial: Trial, loss = lossOf(bench, trial)): number {
  const parts = partsOf(trial).reduce((sum, part) => sum + (PART_COST[part] ?? OTHER_COST), 0);
  return parts + loss + BUILD_COST * Math.max(0, bench.buildBefore - trial.build);
}
