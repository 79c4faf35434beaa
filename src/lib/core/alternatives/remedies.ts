import { checkOf } from '../checks/all-checks.ts';
import type { Ladder } from '../checks/candidates.ts';
import type { Check } from '../checks/check.ts';
import type { CheckResult, CheckOutcome, Remedy } from '../checks/finding.ts';
import type { Change } from '../document/change.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { joinList } from '../text/join-list.ts';
import { showUnit } from '../units/show.ts';
import { failsOf, isBetter, isFailing } from '../checks/fails.ts';
import { Bench, type Trial } from './trials.ts';
import { effortOf } from './effort.ts';

/** Most remedies that stand at one check. */
const MOST_REMEDIES = 3;
/** Most steps of one remedy. */
const MOST_STEPS = 3;
/** Most trials that are judged by every check, for one failing check: a bound on the work, not on what is right. */
const MOST_TRIALS = 60;

/** What is sought for one failing check. */
interface Search {
  readonly check: Check;
  readonly bench: Bench;
  trials: number;
}

/** A trial in which the check holds, bands aside; null where it does not: most trials end here, at the cost of one check. */
function mending(search: Search, rungs: Trial['rungs']): Trial | null {
  const trial = search.bench.try(rungs);
  if (trial?.resultOf(search.check)?.finding !== 'holds') return null;
  search.trials++;
  return trial;
}

/** The nearest rung that takes a step towards nothing newly over; null where none does. */
function nextStep(search: Search, best: Trial): Trial | null {
  const used = new Set(best.rungs.flatMap((r) => r.changes.map((c) => c.path)));
  const broken = checkOf(best.newlyOver[0].id);
  let found: Trial | null = null;
  for (const ladder of broken?.candidates?.(best.situation) ?? []) {
    for (const rung of ladder) {
      if (search.trials >= MOST_TRIALS) return null;
      if (rung.changes.some((c) => used.has(c.path))) break;
      const trial = mending(search, [...best.rungs, rung]);
      if (trial && trial.newlyOver.length < best.newlyOver.length) {
        found = trial;
        break;
      }
    }
    if (found?.newlyOver.length === 0) break;
  }
  return found;
}

/** Steps that put right what a first step breaks, until nothing is newly over; null where no second or third step does. */
function completed(search: Search, first: Trial): Trial | null {
  let best = first;
  for (let step = 2; step <= MOST_STEPS; step++) {
    const found = nextStep(search, best);
    if (!found) return null;
    if (found.newlyOver.length === 0) return found.holds(search.check) ? found : null;
    best = found;
  }
  return null;
}

/** The nearest rung of a ladder that breaks nothing; else one completed by further steps; else the least harmful. */
function climb(search: Search, ladder: Ladder): Trial | null {
  let harmful: Trial | null = null;
  for (const rung of ladder) {
    if (search.trials >= MOST_TRIALS) break;
    const trial = mending(search, [rung]);
    if (!trial || (harmful && trial.newlyOver.length >= harmful.newlyOver.length)) continue;
    if (!trial.holds(search.check) || !isBetter(failsOf(trial.settled), search.bench.fails)) continue;
    if (trial.newlyOver.length === 0) return trial;
    harmful = trial;
  }
  if (!harmful) return null;
  const whole = completed(search, harmful);
  return whole && isBetter(failsOf(whole.settled), search.bench.fails) ? whole : harmful;
}

/** "11 × 5.5 and a 60 A ESC: 31 A, thrust for the weight 0.9, holds". */
function textOf({ check }: Search, trial: Trial): string {
  const { situation, newlyOver } = trial;
  const result = trial.resultOf(check) as CheckOutcome;
  const amps = situation.worst.batteryCurrentA / situation.powertrain.count;
  const drawn = trial.changes.some((c) => /^(propulsor|battery\.series|motor)\b/.test(c.path))
    ? `draws ${showUnit(amps, 'A', 2)}, `
    : '';
  const value =
    check.unit === 'A' || result.value === null
      ? ''
      : `${result.title} ${showUnit(result.value, check.unit)}${newlyOver.length === 0 ? ', ' : ''}`;
  const steps = joinList(trial.rungs.map((r) => r.text));
  return newlyOver.length === 0
    ? `${steps}: ${drawn}${value}holds`
    : `${steps}: ${drawn}${value === '' ? `mends ${result.title}` : value}, but ${joinList(newlyOver.map((r) => r.title))} would be over`;
}

const samePlace = (a: readonly Change[], b: readonly Change[]): boolean =>
  a.length === b.length && a.every((c) => b.some((d) => d.path === c.path && d.value === c.value));

/**
 * Remedies of one failing check: changes with everything that belongs to them, each tried by a complete prediction of the
 * changed setup with every check. Offered is only what makes this check hold, its band included, and lets fewer checks fail
 * in all, so that no two remedies undo each other; what would newly be over is named, or put right by a second or third step.
 */
function remediesFor(result: CheckResult, bench: Bench): Remedy[] {
  const check = checkOf(result.id);
  if (!check?.candidates) return [];
  const search: Search = { check, bench, trials: 0 };
  const found: Trial[] = [];
  for (const ladder of check.candidates(bench.before)) {
    const trial = climb(search, ladder);
    if (trial && !found.some((f) => samePlace(f.changes, trial.changes))) found.push(trial);
  }
  return found
    .map((trial) => ({ trial, effort: effortOf(bench, trial) }))
    .sort((a, b) => a.trial.newlyOver.length - b.trial.newlyOver.length || a.effort - b.effort)
    .slice(0, MOST_REMEDIES)
    .map(({ trial }) => ({ text: textOf(search, trial), changes: [...trial.changes] }));
}

/** What puts one check right; nothing where it does not fail. */
export function remediesOf(id: string, results: readonly CheckResult[], s: SetupAnalysis): Remedy[] {
  const result = results.find((r) => r.id === id);
  return result && isFailing(result) ? remediesFor(result, new Bench(s, results)) : [];
}

/** Findings of a situation, the failing ones with what puts them right. */
export function withRemedies(results: readonly CheckResult[], s: SetupAnalysis): CheckResult[] {
  const bench = new Bench(s, results);
  return results.map((result) => {
    if (!isFailing(result)) return result;
    const remedies = remediesFor(result, bench);
    return { ...result, remedies, remedy: remedies[0]?.text ?? null };
  });
}
