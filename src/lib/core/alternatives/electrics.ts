import { escForCells, smallerPacks, type Ladder, type Rung } from '../checks/candidates.ts';
import { checkOf } from '../checks/all-checks.ts';
import type { CheckOutcome } from '../checks/finding.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { failsOf, isBetter, isFailing } from '../checks/fails.ts';
import { type Bench, type Trial } from './trials.ts';

/** Figures of what carries the current: they follow from what the drive draws. */
const CARRIES = /^(esc\.|wiring\.|receiverSupply\.|rail\.|battery\.(capacityAh|continuousC)$)/;
/** Most changes of these parts for one drive. */
const MOST = 8;

/** Ladders of a check that leave the drive as it is, as far as they may be taken. */
function laddersOf(result: CheckOutcome, s: SetupAnalysis, bench: Bench): Ladder[] {
  const free = (ladder: Ladder): Ladder => ladder.filter((rung) => bench.isFree(rung));
  return carryingLadders(result, s).map(free);
}

function carryingLadders(result: CheckOutcome, s: SetupAnalysis): Ladder[] {
  const own = (checkOf(result.id)?.candidates?.(s) ?? []).filter(
    (ladder) => ladder.length > 0 && ladder[0].changes.every((c) => CARRIES.test(c.path))
  );
  if (result.id === 'pack-weight' || result.id === 'hover-throttle' || result.id === 'thrust-to-weight')
    return [...own, smallerPacks(s)];
  return result.id === 'esc-cells' ? [escForCells(s)] : own;
}

/** Whether what carries the current can put a check right at all: the drive need not change for it. */
export const isCarried = (result: CheckOutcome, s: SetupAnalysis, bench: Bench): boolean =>
  laddersOf(result, s, bench).some((ladder) => ladder.length > 0) && result.part !== 'craft';

/** The trial with another size of something; a later size of the same figure takes the place of the earlier one. */
function resized(bench: Bench, trial: Trial, rung: Rung): Trial | null {
  const taken = new Set(rung.changes.map((c) => c.path));
  const kept = trial.rungs.flatMap((r) => {
    const changes = r.changes.filter((c) => !taken.has(c.path));
    if (changes.length === r.changes.length) return [r];
    return r.wholePart && changes.length > 0 ? [{ ...r, changes }] : [];
  });
  return bench.try([...kept, rung]);
}

/**
 * The best of the nearest sizes of each kind that put a check right; where none does, the last that takes it below its limit. Null
 * where none makes the whole better.
 */
function nearest(bench: Bench, best: Trial, failing: CheckOutcome, isExact: boolean): Trial | null {
  const check = checkOf(failing.id);
  if (!check) return null;
  let found: Trial | null = null;
  for (const ladder of laddersOf(failing, best.situation, bench)) {
    let tight: Trial | null = null;
    let isRight = false;
    for (const rung of ladder) {
      const trial = resized(bench, best, rung);
      if (!trial) continue;
      // a limit that is passed no longer may leave others that are not known
      isRight =
        trial.resultOf(check)?.finding === 'unknown' ||
        (isExact ? trial.holds(check) : trial.seemsToHold(check));
      if (!isRight) {
        if (failing.finding === 'over' && trial.resultOf(check)?.finding !== 'over') tight = trial;
        continue;
      }
      if (isBetter(failsOf(trial.failing), failsOf((found ?? best).failing))) found = trial;
      else if (failing.reason === 'band' && !found && trial.failing.length <= best.failing.length)
        found = trial;
      break;
    }
    if (!isRight && tight && isBetter(failsOf(tight.failing), failsOf((found ?? best).failing)))
      found = tight;
  }
  return found;
}

/**
 * ESC, pack and leads made to suit what a drive draws: one check after another is put right by the nearest size that does,
 * as long as the whole gets better. The trial as far as that goes; bands are counted as wide as they were before.
 * @param overOnly whether a margin that is used up is left as it is
 */
export function carried(bench: Bench, start: Trial, overOnly = false): Trial {
  let best = start;
  const tried = new Set<string>();
  for (let step = 0; step < MOST; step++) {
    const fails = (r: CheckOutcome): boolean => (overOnly ? r.finding === 'over' : isFailing(r));
    const next = (results: readonly CheckOutcome[]) => results.find((r) => fails(r) && !tried.has(r.id));
    const failing = next(best.failing);
    if (!failing) break;
    tried.add(failing.id);
    best = nearest(bench, best, failing, false) ?? best;
  }
  return best;
}

/** Most steps that are taken for what only a band reaches. */
const MOST_FOR_BANDS = 2;

/** A trial with its sizes taken one step further for checks that hold but for their bands. */
export function settledSizes(bench: Bench, start: Trial): Trial {
  let best = start;
  const tried = new Set<string>();
  for (let step = 0; step < MOST_FOR_BANDS; step++) {
    const failing = best.settled.find((r) => isFailing(r) && r.reason === 'band' && !tried.has(r.id));
    if (!failing) break;
    tried.add(failing.id);
    best = nearest(bench, best, failing, true) ?? best;
  }
  return best;
}
