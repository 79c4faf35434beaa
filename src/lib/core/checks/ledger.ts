import type { Interpreted, PointSupply } from '../setup/interpret.ts';
import type { PredictAnswer } from '../train/answer.ts';
import { CHECKS } from './all-checks.ts';
import { checkContext } from './check-context.ts';
import type { CheckResult, Finding } from './finding.ts';
import { addRemedies } from './remedies.ts';

const WORST_FIRST: Record<Finding, number> = { over: 0, tight: 1, unknown: 2, holds: 3 };

/** All findings, worst first, the failing ones with a remedy. */
export function runChecks(i: Interpreted, answer: PredictAnswer, supply: PointSupply): CheckResult[] {
  const bands = answer.points[0].band !== null;
  const context = checkContext(i, answer, supply, bands);
  const results = CHECKS.map((check) => check.run(context)).filter((r): r is CheckResult => r !== null);
  for (const result of results) {
    if (result.finding === 'over' || result.finding === 'tight') addRemedies(result, context);
  }
  return results.sort((a, b) => WORST_FIRST[a.finding] - WORST_FIRST[b.finding]);
}
