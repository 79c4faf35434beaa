import type { CheckOutcome } from './finding.ts';

/** How many checks are over their limit, and how many have used up their margin. */
export interface Fails {
  readonly over: number;
  readonly tight: number;
}

/** Whether a finding is over its limit or has used up its margin. */
export const isFailing = <T extends CheckOutcome>(r: T | null): r is T =>
  r?.finding === 'over' || r?.finding === 'tight';

/** Counts the findings that fail. */
export const failsOf = (results: readonly CheckOutcome[]): Fails => ({
  over: results.filter((r) => r.finding === 'over').length,
  tight: results.filter((r) => r.finding === 'tight').length
});

/** Whether less fails: never more over than before, and fewer in all; of as many in all, fewer over. */
export const isBetter = (a: Fails, b: Fails): boolean =>
  a.over <= b.over &&
  (a.over + a.tight < b.over + b.tight || (a.over < b.over && a.over + a.tight === b.over + b.tight));
