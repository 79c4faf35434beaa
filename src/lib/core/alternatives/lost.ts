import { briefOf } from '../brief/brief.ts';
import { wantedOf } from '../brief/wanted.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';

/**
 * How much of what a craft is for a change takes away, in logarithms: of the thrust that the brief wants, afloat of the power,
 * or of what there is now where that is less. 0 where nothing is lost, ln 2 where half is.
 */
export function lostOf(before: SetupAnalysis, after: SetupAnalysis): number {
  const wanted = wantedOf(briefOf(before.setup));
  const of = (s: SetupAnalysis): number =>
    wanted.thrustEachN === null ? s.worst.electricalPowerW - s.worst.lossW.auxiliary : s.worst.thrustN;
  const goal = wanted.thrustEachN === null ? wanted.watts : wanted.thrustEachN * (before.setup.count ?? 1);
  const least = Math.min(goal, of(before));
  return least <= 0 ? 0 : Math.max(0, Math.log(least / Math.max(of(after), 1e-6 * least)));
}
