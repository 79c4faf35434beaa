import { completeChanges } from '../setup/belongings.ts';
import { withChanges, type Change } from '../setup/change.ts';
import type { SetupDocument } from '../setup/schema.ts';
import { validateSetup } from '../setup/validate.ts';
import { Situation } from '../situation/situation.ts';
import { showUnit } from '../units/show.ts';
import { CHECKS } from './all-checks.ts';
import type { Check } from './check.ts';
import type { CheckResult, Remedy } from './finding.ts';
import type { Ladder, Rung } from './ladders.ts';

/** Most remedies that stand at one check. */
const MOST_REMEDIES = 3;
/** Most steps of one remedy. */
const MOST_STEPS = 3;
/** Most whole predictions for one check: a bound on the work, not on what is right. */
const MOST_TRIALS = 60;

/** A changed setup that was predicted whole, and what it does to the checks. */
interface Trial {
  rungs: readonly Rung[];
  changes: Change[];
  document: SetupDocument;
  situation: Situation;
  result: CheckResult;
  /** Checks over their limit that were not over before. */
  newlyOver: CheckResult[];
  /** Checks over their limit in all. */
  over: number;
}

/** What every trial of one failing check shares. */
interface Search {
  readonly check: Check;
  readonly before: Situation;
  /** Checks that are over before anything is changed. */
  readonly overBefore: ReadonlySet<string>;
  trials: number;
}

const runnable = new Map(CHECKS.map((check) => [check.id, check]));

/** Predicts a setup with changes whole; null where the document would be refused or the check is not put right by it. */
function tryRungs(search: Search, rungs: readonly Rung[]): Trial | null {
  const { check, before, overBefore } = search;
  const wanted = rungs.flatMap((r) => r.changes);
  const changes = completeChanges(before.document, wanted);
  const document = withChanges(before.document, changes);
  if (!validateSetup(document).ok) return null;
  const situation = new Situation(document, { ...before.look, bands: false });
  const result = check.run(situation);
  // a reading of its own first: most trials end here
  if (result?.finding !== 'holds') return null;
  search.trials++;
  const newlyOver: CheckResult[] = [];
  let over = 0;
  for (const other of CHECKS) {
    const r = other.run(situation);
    if (r?.finding !== 'over') continue;
    over++;
    if (!overBefore.has(other.id)) newlyOver.push(r);
  }
  return { rungs, changes, document, situation, result, newlyOver, over };
}

/** Whether the check holds with its band too: the band is worked out for this one check only. */
function holdsWithBand(search: Search, trial: Trial): boolean {
  if (!search.before.bands) return true;
  const banded = new Situation(trial.document, search.before.look);
  return search.check.run(banded)?.finding === 'holds';
}

/** Steps that put right what a first step breaks, until nothing is newly over; null where no second or third step does. */
function completed(search: Search, first: Trial): Trial | null {
  let best = first;
  for (let step = 2; step <= MOST_STEPS; step++) {
    const broken = runnable.get(best.newlyOver[0].id);
    const used = new Set(best.rungs.flatMap((r) => r.changes.map((c) => c.path)));
    let found: Trial | null = null;
    for (const ladder of broken?.ladders?.(best.situation) ?? []) {
      for (const rung of ladder) {
        if (search.trials >= MOST_TRIALS) return null;
        if (rung.changes.some((c) => used.has(c.path))) break;
        const trial = tryRungs(search, [...best.rungs, rung]);
        if (trial && trial.newlyOver.length < best.newlyOver.length) {
          found = trial;
          break;
        }
      }
      if (found?.newlyOver.length === 0) break;
    }
    if (!found) return null;
    if (found.newlyOver.length === 0) return holdsWithBand(search, found) ? found : null;
    best = found;
  }
  return null;
}

/** The nearest rung of a ladder that breaks nothing; else one completed by further steps; else the least harmful. */
function climb(search: Search, ladder: Ladder): Trial | null {
  let harmful: Trial | null = null;
  for (const rung of ladder) {
    if (search.trials >= MOST_TRIALS) break;
    const trial = tryRungs(search, [rung]);
    if (!trial || (harmful && trial.newlyOver.length >= harmful.newlyOver.length)) continue;
    if (!holdsWithBand(search, trial)) continue;
    if (trial.newlyOver.length === 0) return trial;
    harmful = trial;
  }
  if (!harmful) return null;
  const whole = completed(search, harmful);
  if (whole) return whole;
  // trading one fault for several is no remedy
  return harmful.over <= search.overBefore.size ? harmful : null;
}

/** "11 × 5.5 and a 60 A ESC: 31 A, thrust for the weight 0.9, holds". */
function textOf(check: CheckResult, trial: Trial): string {
  const { situation, result, newlyOver } = trial;
  const steps = trial.rungs.map((r) => r.text);
  const all = steps.length < 2 ? steps[0] : `${steps.slice(0, -1).join(', ')} and ${steps[steps.length - 1]}`;
  const amps = situation.worst.batteryCurrentA / situation.i.model.count;
  const drawn = trial.changes.some((c) => /^(propulsor|battery\.series|motor)\b/.test(c.path))
    ? `draws ${showUnit(amps, 'A', 2)}, `
    : '';
  const value =
    check.unit === 'A' || result.value === null
      ? ''
      : `${check.title} ${showUnit(result.value, check.unit)}${newlyOver.length === 0 ? ', ' : ''}`;
  if (newlyOver.length === 0) return `${all}: ${drawn}${value}holds`;
  const broken = newlyOver.map((r) => r.title);
  const list =
    broken.length < 2 ? broken[0] : `${broken.slice(0, -1).join(', ')} and ${broken[broken.length - 1]}`;
  return `${all}: ${drawn}${value === '' ? `mends ${check.title}` : value}, but ${list} would be over`;
}

const samePlace = (a: readonly Change[], b: readonly Change[]): boolean =>
  a.length === b.length && a.every((c) => b.some((d) => d.path === c.path && d.value === c.value));

/**
 * Remedies of one failing check: changes with everything that belongs to them, each tried by a complete prediction of the
 * changed setup with every check. Offered is only what makes this check hold, its band included; what would newly be over
 * is named, or put right by a second or third step.
 * @param overBefore checks that are over as the setup stands
 */
export function remediesFor(
  result: CheckResult,
  situation: Situation,
  overBefore: ReadonlySet<string>
): Remedy[] {
  const check = runnable.get(result.id);
  if (!check?.ladders) return [];
  const search: Search = { check, before: situation, overBefore, trials: 0 };
  const found: { trial: Trial; remedy: Remedy }[] = [];
  for (const ladder of check.ladders(situation)) {
    const trial = climb(search, ladder);
    if (!trial || found.some((f) => samePlace(f.trial.changes, trial.changes))) continue;
    found.push({ trial, remedy: { text: textOf(result, trial), changes: trial.changes } });
  }
  return found
    .sort(
      (a, b) =>
        a.trial.newlyOver.length - b.trial.newlyOver.length || a.trial.rungs.length - b.trial.rungs.length
    )
    .slice(0, MOST_REMEDIES)
    .map((f) => f.remedy);
}
