import { changed } from './change-of.ts';
import { faultsOf, faultsOfParts } from './validate-change.ts';
import { anchorOf } from './kinds/all-kinds.ts';
import { anchored } from './baseline-reading.ts';
import { runChecks } from '../checks/run-checks.ts';
import { validateAgainst, validateSetup } from '../document/validate.ts';
import { badRequest, type BadRequest } from '../predict/answer-predict.ts';
import { partsOfShelf } from '../search/answer-search.ts';
import type { SearchParts } from '../search/space.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { inside, issue } from '../text/issues.ts';
import { overOf } from '../testing/plan/limits.ts';
import { cellsOwned } from '../testing/plan/owned-cells.ts';
import { planIfTestable } from '../testing/plan/plan.ts';
import { planRequestSchema, type PlanRequest } from './plan-request.ts';
import type { Plan } from '../testing/plan/stage.ts';

/**
 * Validates and answers a plan: what HTTP, command line and page all call. A setup with something over that would break is
 * not put on the bench: its plan has no stages and says why.
 * @param stored the user's shelf, for changes that choose parts and bring none
 */
export function answerPlan(
  value: unknown,
  stored: SearchParts | null = null,
  schools: Readonly<Record<string, string>> = {}
): { ok: true; answer: Plan } | { ok: false; errors: BadRequest } {
  const shape = validateAgainst<PlanRequest>(planRequestSchema, value);
  if (!shape.ok) return { ok: false, errors: badRequest(shape.errors) };
  const { setup, change, temperatureSchool, log, shelf } = shape.value;
  const whole = validateSetup(setup);
  if (!whole.ok) return { ok: false, errors: badRequest(inside('setup', whole.errors)) };
  const look = { bands: true, schools: { ...schools, ...shape.value.schools } };
  let s = analysisOf(whole.value, look);
  const before = change ? s.document : null;
  if (change) {
    const errors = [...faultsOf(setup, change), ...faultsOfParts(setup, change)];
    if (errors.length > 0) return { ok: false, errors: badRequest(inside('change', errors)) };
    const anchor = anchorOf(change);
    const base = anchor ? anchored(setup, [anchor]).setup : setup;
    const made = changed(base, change, {
      ...look,
      anchor: null,
      shelf: shelf ? partsOfShelf(shelf) : stored
    });
    if (!made.ok)
      return {
        ok: false,
        errors: badRequest(made.errors.map((e) => issue('change', 'change-not-possible', { why: e.message })))
      };
    s = made.value.after;
  }
  const checks = runChecks(s);
  const owned = cellsOwned((shelf ? partsOfShelf(shelf) : stored)?.battery);
  const plan = planIfTestable(checks, before, s, log ?? [], temperatureSchool ?? undefined, owned);
  if (!plan) {
    const why = `not to be tested as it is: ${overOf(checks, s)
      .map((c) => `${c.title} ${c.sentence}`)
      .join('; ')}`;
    return {
      ok: true,
      answer: {
        stages: [],
        last: null,
        next: {
          stage: null,
          why,
          seconds: null,
          timerS: null,
          asks: null,
          stopped: {
            look: overOf(checks, s)
              .map((c) => c.title)
              .join(', '),
            goOn: 'Parts that keep these limits. What was read already can be logged all the same: it may prove the prediction wrong'
          }
        }
      }
    };
  }
  const ids = plan.stages.map((stage) => stage.id);
  const strange = (log ?? []).flatMap((e, at) =>
    ids.includes(e.stage) ? [] : [issue(`log.${at}.stage`, 'no-stage', { stage: e.stage, stages: ids })]
  );
  if (strange.length > 0) return { ok: false, errors: badRequest(strange) };
  return { ok: true, answer: plan };
}
