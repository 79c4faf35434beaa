import { CHECKS } from '../checks/all-checks.ts';
import type { Rung } from '../checks/candidates.ts';
import { runQuietly, type Check } from '../checks/check.ts';
import type { CheckOutcome } from '../checks/finding.ts';
import { failsOf, isFailing, type Fails } from '../checks/fails.ts';
import { runChecksQuietly } from '../checks/run-checks.ts';
import { withChanges, type Change } from '../document/change.ts';
import { validateSetup } from '../document/validate.ts';
import { asProposed } from '../model/all-up-mass.ts';
import { completeChanges } from '../model/belongings.ts';
import { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { measureOf } from '../yardstick/by-purpose.ts';
import { builtOf, figuresOf } from '../yardstick/gives.ts';
import { buildOf } from '../yardstick/usual-build.ts';
import { scoreOf, type Measure } from '../yardstick/worth.ts';

/** Checks that may stay over as far as they are already, each with its value: what a change found over, it need not mend. */
export type Excused = ReadonlyMap<string, number>;
/** How much worse an excused value may get, share: what is said to be as before is as before. */
const NO_WORSE = 0.01;

/** Whether a finding may stay over. */
export function isExcused(r: CheckOutcome, excused: Excused): boolean {
  const was = excused.get(r.id);
  if (was === undefined || r.value === null || r.finding !== 'over') return false;
  return r.direction === 'below' ? r.value <= was * (1 + NO_WORSE) : r.value >= was * (1 - NO_WORSE);
}

/** A changed setup, predicted as far as it is asked: each check is judged once, when it is first asked for. */
export class Trial {
  readonly rungs: readonly Rung[];
  /** The changes with everything that belongs to them. */
  readonly changes: readonly Change[];
  readonly situation: SetupAnalysis;
  readonly #bench: Bench;
  readonly #results = new Map<string, CheckOutcome | null>();
  #banded: SetupAnalysis | undefined;
  #settled: CheckOutcome[] | undefined;
  #weighed: readonly CheckOutcome[] | undefined;
  #score: number | undefined;
  #build: number | undefined;

  constructor(bench: Bench, rungs: readonly Rung[], changes: readonly Change[], situation: SetupAnalysis) {
    this.#bench = bench;
    this.rungs = rungs;
    this.changes = changes;
    this.situation = situation;
  }

  /** What a check finds in the changed setup; null where it does not apply. */
  resultOf(check: Check): CheckOutcome | null {
    const kept = this.#results.get(check.id);
    if (kept !== undefined) return kept;
    const result = runQuietly(check, this.situation);
    this.#results.set(check.id, result);
    return result;
  }

  /** Checks over their limit. */
  get over(): CheckOutcome[] {
    return CHECKS.map((check) => this.resultOf(check)).filter(
      (r): r is CheckOutcome => r?.finding === 'over' && this.#bench.counts(r)
    );
  }

  /** Checks that fail, bands aside, those over first. */
  get failing(): CheckOutcome[] {
    return CHECKS.map((check) => this.resultOf(check))
      .filter(isFailing)
      .filter((r) => this.#bench.counts(r))
      .sort((a, b) => Number(b.finding === 'over') - Number(a.finding === 'over'));
  }

  /**
   * How many of some checks fail, bands aside; null where more than `most` are over, or more than `mostTight` tight with as many
   * over. What stops it goes to the front of the list: it is likely to stop the next trial too.
   */
  failsOf(checks: Check[], most: number, mostTight = Infinity): Fails | null {
    let over = 0;
    let tight = 0;
    for (const [k, check] of checks.entries()) {
      const result = this.resultOf(check);
      if (result?.finding === 'tight') tight++;
      else if (result?.finding === 'over' && this.#bench.counts(result)) over++;
      else continue;
      if (over > most || (over === most && tight > mostTight)) {
        checks.unshift(...checks.splice(k, 1));
        return null;
      }
    }
    return { over, tight };
  }

  /** The changed setup as it is looked at, with bands where the setup is looked at with bands. */
  get asLookedAt(): SetupAnalysis {
    return (this.#banded ??= this.#bench.before.bands
      ? new SetupAnalysis(this.situation.document, this.#bench.before.look)
      : this.situation);
  }

  /** Every finding as the setup is looked at. */
  get settled(): CheckOutcome[] {
    return (this.#settled ??= runChecksQuietly(this.asLookedAt));
  }

  /** Findings as the setup is looked at that count, for and against. */
  get counted(): CheckOutcome[] {
    return this.settled.filter((r) => this.#bench.counts(r));
  }

  /** Checks over their limit that were not over before, at the weight that the parts add up to too. */
  get newlyOver(): CheckOutcome[] {
    return [...this.over, ...this.overWhenWeighed].filter((r) => !this.#bench.overBefore.has(r.id));
  }

  /**
   * Checks that pass their limit only once the craft is weighed anew: where an all-up weight was typed it stays, but what a
   * proposal adds to it may not count for nothing.
   */
  get overWhenWeighed(): readonly CheckOutcome[] {
    if (this.#weighed) return this.#weighed;
    const { document } = this.situation;
    const heavier = asProposed(this.#bench.before.document, document);
    const over = heavier === document ? [] : this.over.map((r) => r.id);
    this.#weighed =
      heavier === document
        ? []
        : runChecksQuietly(new SetupAnalysis(heavier, this.situation.look)).filter(
            (r) => r.finding === 'over' && this.#bench.counts(r) && !over.includes(r.id)
          );
    return this.#weighed;
  }

  /**
   * Whether a check may be thought to hold with its band: judged without one, and with the relative band that the check had before
   * anything was changed. To be settled by `holds` or `settled`, which cost twenty times as much.
   */
  seemsToHold(check: Check): boolean {
    const result = this.resultOf(check);
    if (result === null) return true;
    if (result.finding !== 'holds' || result.value === null || result.limit === null)
      return result.finding === 'holds';
    const worst = result.value * this.#bench.bandOf(check.id, result.direction);
    return result.direction === 'below' ? worst <= result.limit : worst >= result.limit;
  }

  /** What the setup is worth by what such craft are judged by. */
  get score(): number {
    return (this.#score ??= scoreOf(figuresOf(this.situation), this.#bench.measure));
  }

  /** How far it departs from how such craft are built, in logarithms: 0 where it does not, else below. */
  get build(): number {
    return (this.#build ??= buildOf(builtOf(this.situation)));
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
    return runQuietly(check, this.asLookedAt)?.finding === 'holds';
  }
}

/**
 * Where changes of one setup are tried: candidates become situations, situations are judged by every check. Each set of
 * changes is predicted once, whoever asks for it.
 */
export class Bench {
  readonly before: SetupAnalysis;
  /** Figures that stay as they are: no trial touches them. */
  readonly #keeps: readonly string[];
  /** Checks that count as well as any while they are no worse than before. */
  readonly #excused: Excused;
  /** Checks that are over before anything is changed. */
  readonly overBefore: ReadonlySet<string>;
  /** How many checks fail before anything is changed. */
  readonly fails: Fails;
  readonly #trials = new Map<string, Trial | null>();
  /** Unfavourable end of each check's band over its value, before anything is changed. */
  readonly #bands: ReadonlyMap<string, number>;
  #measure: Measure | undefined;
  #build: number | undefined;

  /**
   * @param results findings of the setup as it stands
   * @param keeps paths of figures that stay as they are; a part's own name keeps all of it
   * @param excused checks that may stay over as far as they were
   */
  constructor(
    before: SetupAnalysis,
    results: readonly CheckOutcome[],
    keeps: readonly string[] = [],
    excused: Excused = new Map()
  ) {
    this.before = before;
    this.#keeps = keeps;
    this.#excused = excused;
    this.fails = failsOf(results);
    this.overBefore = new Set(results.filter((r) => r.finding === 'over').map((r) => r.id));
    this.#bands = new Map(
      results.flatMap((r) => {
        const end = r.band?.[r.direction === 'below' ? 1 : 0];
        return end === undefined || r.value === null || r.value <= 0 ? [] : [[r.id, end / r.value] as const];
      })
    );
  }

  /** Unfavourable end of a check's band over its value, as it was before anything was changed; 1 where it had none. */
  bandOf(id: string, direction: CheckOutcome['direction']): number {
    const ratio = this.#bands.get(id) ?? 1;
    return direction === 'below' ? Math.max(ratio, 1) : Math.min(ratio, 1);
  }

  /** How far the setup departs from how such craft are built before anything is changed. */
  get buildBefore(): number {
    return (this.#build ??= this.try([])?.build ?? 0);
  }

  /** What setups of the craft are ranked by. */
  get measure(): Measure {
    return (this.#measure ??= measureOf(this.before.setup.craft, null, undefined, this.before.schools));
  }

  /** Whether a finding counts among those that fail. */
  counts(r: CheckOutcome): boolean {
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
      ? new Trial(this, rungs, changes, new SetupAnalysis(changed, { ...look, bands: false }))
      : null;
    this.#trials.set(key, trial);
    return trial;
  }
}
