import { validateAgainst, validateSetup } from '../document/validate.ts';
import { badRequest, type BadRequest } from '../predict/answer-predict.ts';
import { partsOfShelf } from '../search/answer-search.ts';
import type { SearchParts } from '../search/space.ts';
import { inside, issue } from '../text/issues.ts';
import { cellsOwned } from '../testing/plan/owned-cells.ts';
import { changeAnswerOf, changed, type ChangeAnswer } from './change-of.ts';
import { anchored } from './baseline-reading.ts';
import { changeRequestSchema, type ChangeRequest } from './change-request.ts';
import { faultsOf, faultsOfParts } from './validate-change.ts';
import { anchorOf } from './kinds/all-kinds.ts';

/**
 * Validates a change and answers it: what HTTP, command line and page all call.
 * @param stored the user's shelf, for changes that choose parts and bring none
 */
export function answerChange(
  value: unknown,
  stored: SearchParts | null = null,
  schools: Readonly<Record<string, string>> = {}
): { ok: true; answer: ChangeAnswer } | { ok: false; errors: BadRequest } {
  const shape = validateAgainst<ChangeRequest>(changeRequestSchema, value);
  if (!shape.ok) return { ok: false, errors: badRequest(shape.errors) };
  const { setup, change, points, shelf, mends, remedies, bands = true } = shape.value;
  const whole = validateSetup(setup);
  if (!whole.ok) return { ok: false, errors: badRequest(inside('setup', whole.errors)) };
  const errors = [...faultsOf(setup, change), ...faultsOfParts(setup, change)];
  if (errors.length > 0) return { ok: false, errors: badRequest(inside('change', errors)) };
  const anchor = anchorOf(change);
  const fit = anchor && anchored(setup, [anchor]);
  const parts = shelf ? partsOfShelf(shelf) : stored;
  const made = changed(fit?.setup ?? setup, change, {
    anchor,
    schools: { ...schools, ...shape.value.schools },
    shelf: parts,
    point: points?.[0],
    windingC: shape.value.windingC,
    bands
  });
  if (!made.ok)
    return {
      ok: false,
      errors: badRequest(made.errors.map((e) => issue('change', 'change-not-possible', { why: e.message })))
    };
  return {
    ok: true,
    answer: changeAnswerOf(made.value, fit, { points, mends, remedies, owned: cellsOwned(parts?.battery) })
  };
}
