import type { Situation } from '../situation/situation.ts';
import { CHECKS } from './all-checks.ts';
import { runCheck } from './check.ts';
import type { CheckResult, Finding } from './finding.ts';

const WORST_FIRST: Record<Finding, number> = { over: 0, tight: 1, unknown: 2, holds: 3 };

/** All findings of a situation, worst first. */
export const runChecks = (s: Situation): CheckResult[] =>
  CHECKS.map((check) => runCheck(check, s))
    .filter((r): r is CheckResult => r !== null)
    .sort((a, b) => WORST_FIRST[a.finding] - WORST_FIRST[b.finding]);
