import { escForCells, smallerPacks, type Ladder, type Rung } from '../checks/candidates.ts';
import { checkOf } from '../checks/all-checks.ts';
import type { CheckResult } from '../checks/finding.ts';
import type { Situation } from '../situation/situation.ts';
import { failsOf, isBetter, isFailing, type Bench, type Trial } from '../remedy/bench.ts';

/** Figures of what carries the current: they follow from what the drive draws. */
const CARRIES = /^(esc\.|wiring\.|receiverSupply\.|rail\.|battery\.(capacityAh|continuousC)$)/;
/** Most changes of these parts for one drive. */
const MOST = 8;

/** Ladders of a check that leave the drive as it is, as far as they may be taken. */
function laddersOf(result: CheckResult, s: Situation, bench: Bench): Ladder[] {
  const free = (ladder: Ladder): Ladder => ladder.filter((rung) => bench.isFree(rung));
  return carryingLadders(result, s).map(free);
}

function carryingLadders(result: CheckResult, s: Situation): Ladder[] {
  const own = (checkOf(result.id)?.candidates?.(s) ?? []).filter(
    (ladder) => ladder.length > 0 && ladder[0].changes.every((c) => CARRIES.test(c.path))
  );
  if (result.id === 'pack-weight' || result.id === 'hover-throttle' || result.id === 'thrust-to-weight')
    return [...own, smallerPacks(s)];
  return result.id === 'esc-cells' ? [escForCells(s)] : own;
}

/** Whether what carries the current can put a check right at all: the drive need not change for it. */
export const isCarried = (result: CheckResult, s: Situation, bench: Bench): boolean =>
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

/** The best of the nearest sizes of each kind that put a check right; null where none makes the whole better. */
function nearest(bench: Bench, best: Trial, failing: CheckResult): Trial | null {
  const check = checkOf(failing.id);
  if (!check) return null;
  let found: Trial | null = null;
  for (const ladder of laddersOf(failing, best.situation, bench))
    for (const rung of ladder) {
      const trial = resized(bench, best, rung);
      // a limit that is passed no longer may leave others that are not known
      if (!trial || !(trial.holds(check) || trial.resultOf(check)?.finding === 'unknown')) continue;
      if (isBetter(failsOf(trial.failing), failsOf((found ?? best).failing))) found = trial;
      else if (failing.reason === 'band' && !found && trial.failing.length <= best.failing.length)
        found = trial;
      break;
    }
  return found;
}

/**
 * ESC, pack and leads made to suit what a drive draws: one check after another is put right by the nearest size that does,
 * as long as the whole gets better; then those whose bands alone reach too far. The trial as far as that goes.
 * @param overOnly whether a margin that is used up is left as it is
 */
export function carried(bench: Bench, start: Trial, overOnly = false): Trial {
  let best = start;
  const tried = new Set<string>();
  for (let step = 0; step < MOST; step++) {
    const fails = (r: CheckResult): boolean => (overOnly ? r.finding === 'over' : isFailing(r));
    const next = (results: readonly CheckResult[]) => results.find((r) => fails(r) && !tried.has(r.id));
    const failing = next(best.failing) ?? (overOnly ? undefined : next(best.settled));
    if (!failing) break;
    tried.add(failing.id);
    best = nearest(bench, best, failing) ?? best;
  }
  return best;
}
