import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { CHECKS } from './all-checks.ts';
import { runCheck, runQuietly } from './check.ts';
import type { CheckResult, Finding, CheckOutcome } from './finding.ts';

const WORST_FIRST: Record<Finding, number> = { over: 0, tight: 1, unknown: 2, holds: 3 };

const worstFirst = <T extends CheckOutcome>(results: readonly (T | null)[]): T[] =>
  results.filter((r): r is T => r !== null).sort((a, b) => WORST_FIRST[a.finding] - WORST_FIRST[b.finding]);

/** All findings of a situation, worst first. */
export const runChecks = (s: SetupAnalysis): CheckResult[] =>
  worstFirst(CHECKS.map((check) => runCheck(check, s)));

/** All of them without words, worst first. */
export const runChecksQuietly = (s: SetupAnalysis): CheckOutcome[] =>
  worstFirst(CHECKS.map((check) => runQuietly(check, s)));
