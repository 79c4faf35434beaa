import type { Situation } from '../situation/situation.ts';
import { CHECKS } from './all-checks.ts';
import type { CheckResult, Finding } from './finding.ts';
import { remediesFor } from './remedies.ts';

const WORST_FIRST: Record<Finding, number> = { over: 0, tight: 1, unknown: 2, holds: 3 };

/** All findings, worst first; with `remedies`, the failing ones with what puts them right. */
export function runChecks(situation: Situation, remedies: boolean): CheckResult[] {
  const results = CHECKS.map((check) => check.run(situation)).filter((r): r is CheckResult => r !== null);
  if (remedies) {
    const over = new Set(results.filter((r) => r.finding === 'over').map((r) => r.id));
    for (const result of results) {
      if (result.finding !== 'over' && result.finding !== 'tight') continue;
      result.remedies = remediesFor(result, situation, over);
      result.remedy = result.remedies[0]?.text ?? null;
    }
  }
  return results.sort((a, b) => WORST_FIRST[a.finding] - WORST_FIRST[b.finding]);
}
