import { CHECKS } from '../checks/all-checks.ts';
import type { Rung } from '../checks/candidates.ts';
import { runCheck, type Check } from '../checks/check.ts';
import type { CheckResult } from '../checks/finding.ts';
import { runChecks } from '../checks/ledger.ts';
import { withChanges, type Change } from '../document/change.ts';
import { validateSetup } from '../document/validate.ts';
import { asProposed } from '../model/all-up-mass.ts';
import { completeChanges } from '../model/belongings.ts';
import { Situation } from '../situation/situation.ts';

/** How many checks are over their limit, and how many have used up their margin. */
export interface Fails {
  readonly over: number;
  readonly tight: number;
}

/** Whether a finding is over its limit or has used up its margin. */
export const isFailing = (r: CheckResult | null): r is CheckResult =>
  r?.finding === 'over' || r?.finding === 'tight';

/** Checks that may stay over as far as they are already, each with its value: what a change found over, it need not mend. */
export type Excused = ReadonlyMap<string, number>;
/** How much worse an excused value may get, share: what is said to be as before is as before. */
const NO_WORSE = 0.01;

/** Whether a finding may stay over. */
export function isExcused(r: CheckResult, excused: Excused): boolean {
  const was = excused.get(r.id);
  if (was === undefined || r.value === null || r.finding !== 'over') return false;
  return r.direction === 'below' ? r.value <= was * (1 + NO_WORSE) : r.value >= was * (1 - NO_WORSE);
}

/** Counts the findings that fail. */
export const failsOf = (results: readonly CheckResult[]): Fails => ({
  over: results.filter((r) => r.finding === 'over').length,
  tight: results.filter((r) => r.finding === 'tight').length
});

/** Whether less fails: never more over than before, and fewer in all; of as many in all, fewer over. */
export const isBetter = (a: Fails, b: Fails): boolean =>
  a.over <= b.over &&
  (a.over + a.tight < b.over + b.tight || (a.over < b.over && a.over + a.tight === b.over + b.tight));

/** A changed setup, predicted as far as it is asked: each check is judged once, when it is first asked for. */
export class Trial {
  readonly rungs: readonly Rung[];
  /** The changes with everything that belongs to them. */
  readonly changes: readonly Change[];
  readonly situation: Situation;
  readonly #bench: Bench;
  readonly #results = new Map<string, CheckResult | null>();
  #banded: Situation | undefined;
  #settled: CheckResult[] | undefined;
  #weighed: readonly CheckResult[] | undefined;

  constructor(bench: Bench, rungs: readonly Rung[], changes: readonly Change[], situation: Situation) {
    this.#bench = bench;
    this.rungs = rungs;
    this.changes = changes;
    this.situation = situation;
  }

  /** What a check finds in the changed setup; null where it does not apply. */
  resultOf(check: Check): CheckResult | null {
    const kept = this.#results.get(check.id);
    if (kept !== undefined) return kept;
    const result = runCheck(check, this.situation);
    this.#results.set(check.id, result);
    return result;
  }

  /** Checks over their limit. */
  get over(): CheckResult[] {
    return CHECKS.map((check) => this.resultOf(check)).filter(
      (r): r is CheckResult => r?.finding === 'over' && this.#bench.counts(r)
    );
  }

  /** Checks that fail, bands aside, those over first. */
  get failing(): CheckResult[] {
    return CHECKS.map((check) => this.resultOf(check))
      .filter(isFailing)
      .filter((r) => this.#bench.counts(r))
      .sort((a, b) => Number(b.finding === 'over') - Number(a.finding === 'over'));
  }

  /**
   * How many of some checks fail, bands aside; it stops where more than `most` are over. What stops it goes to the front of
   * the list: it is likely to stop the next trial too.
   */
  failsOf(checks: Check[], most: number): Fails {
    let over = 0;
    let tight = 0;
    for (const [k, check] of checks.entries()) {
      const result = this.resultOf(check);
      if (result?.finding === 'tight') tight++;
      if (result?.finding === 'over' && this.#bench.counts(result) && ++over > most) {
        checks.unshift(...checks.splice(k, 1));
        break;
      }
    }
    return { over, tight };
  }

  /** The changed setup as it is looked at, with bands where the setup is looked at with bands. */
  get asLookedAt(): Situation {
    return (this.#banded ??= this.#bench.before.bands
      ? new Situation(this.situation.document, this.#bench.before.look)
      : this.situation);
  }

  /** Every finding as the setup is looked at. */
  get settled(): CheckResult[] {
    return (this.#settled ??= runChecks(this.asLookedAt));
  }

  /** Findings as the setup is looked at that count, for and against. */
  get counted(): CheckResult[] {
    return this.settled.filter((r) => this.#bench.counts(r));
  }

  /** Checks over their limit that were not over before, at the weight that the parts add up to too. */
  get newlyOver(): CheckResult[] {
    return [...this.over, ...this.overWhenWeighed].filter((r) => !this.#bench.overBefore.has(r.id));
  }

  /**
   * Checks that pass their limit only once the craft is weighed anew: where an all-up weight was typed it stays, but what a
   * proposal adds to it may not count for nothing.
   */
  get overWhenWeighed(): readonly CheckResult[] {
    if (this.#weighed) return this.#weighed;
    const { document } = this.situation;
    const heavier = asProposed(this.#bench.before.document, document);
    const over = heavier === document ? [] : this.over.map((r) => r.id);
    this.#weighed =
      heavier === document
        ? []
        : runChecks(new Situation(heavier, this.situation.look)).filter(
            (r) => r.finding === 'over' && this.#bench.counts(r) && !over.includes(r.id)
          );
    return this.#weighed;
  }

  /**
   * Whether a check holds, its band included where the setup is looked at with bands; they are worked out for it alone. One
   * that no longer applies has nothing to hold.
   */
  holds(check: Check): boolean {
    const result = this.resultOf(check);
    if (result === null) return true;
    if (result.finding !== 'holds') return false;
    if (!this.#bench.before.bands) return true;
    return runCheck(check, this.asLookedAt)?.finding === 'holds';
  }
}

/**
 * Where changes of one setup are tried: candidates become situations, situations are judged by every check. Each set of
 * changes is predicted once, whoever asks for it.
 */
export class Bench {
  readonly before: Situation;
  /** Figures that stay as they are: no trial touches them. */
  readonly #keeps: readonly string[];
  /** Checks that count as well as any while they are no worse than before. */
  readonly #excused: Excused;
  /** Checks that are over before anything is changed. */
  readonly overBefore: ReadonlySet<string>;
  /** How many checks fail before anything is changed. */
  readonly fails: Fails;
  readonly #trials = new Map<string, Trial | null>();

  /**
   * @param results findings of the setup as it stands
   * @param keeps paths of figures that stay as they are; a part's own name keeps all of it
   * @param excused checks that may stay over as far as they were
   */
  constructor(
    before: Situation,
    results: readonly CheckResult[],
    keeps: readonly string[] = [],
    excused: Excused = new Map()
  ) {
    this.before = before;
    this.#keeps = keeps;
    this.#excused = excused;
    this.fails = failsOf(results);
    this.overBefore = new Set(results.filter((r) => r.finding === 'over').map((r) => r.id));
  }

  /** Whether a finding counts among those that fail. */
  counts(r: CheckResult): boolean {
    return this.#excused.size === 0 || !isExcused(r, this.#excused);
  }

  /** Whether a change leaves alone what is to stay. */
  isFree(rung: Rung): boolean {
    return !rung.changes.some(({ path }) =>
      this.#keeps.some((kept) => path === kept || path.startsWith(`${kept}.`))
    );
  }

  /** The setup with some changes and what belongs to them; null where the document would be refused, or what stays be touched. */
  try(rungs: readonly Rung[]): Trial | null {
    if (!rungs.every((rung) => this.isFree(rung))) return null;
    const wanted = rungs.flatMap((r) => r.changes);
    const key = JSON.stringify(wanted);
    const kept = this.#trials.get(key);
    if (kept !== undefined) return kept;
    const { document, look } = this.before;
    const changes = completeChanges(document, wanted);
    const changed = withChanges(document, changes);
    const trial = validateSetup(changed).ok
      ? new Trial(this, rungs, changes, new Situation(changed, { ...look, bands: false }))
      : null;
    this.#trials.set(key, trial);
    return trial;
  }
}
