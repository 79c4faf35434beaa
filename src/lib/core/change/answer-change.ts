import { validateAgainst, validateSetup } from '../document/validate.ts';
import { badRequest, type BadRequest } from '../predict/answer-predict.ts';
import { partsOfShelf } from '../search/answer-search.ts';
import type { SearchParts } from '../search/space.ts';
import { inside, issue, type Issue } from '../text/issues.ts';
import { changeAnswerOf, changed, type ChangeAnswer } from './change-of.ts';
import { anchorOf, changeRequestSchema, type ChangeRequest, type SetupChange } from './change-request.ts';
import { realKv } from './kinds/output-limit.ts';
import type { SetupDocument } from '../document/schema.ts';

/** What no schema can say of a change. */
export function faultsOf(setup: SetupDocument, change: SetupChange): Issue[] {
  const errors: Issue[] = [];
  const { kind: craft } = setup.craft;
  const anchor = anchorOf(change);
  if (
    anchor &&
    anchor.batteryCurrentA == null &&
    anchor.rpm == null &&
    anchor.thrustN == null &&
    anchor.batteryVoltageV == null &&
    anchor.electricalPowerW == null
  )
    errors.push(issue('anchor', 'no-reading', { at: 1 }));
  if (anchor?.restingCellV != null && anchor.stateOfCharge != null)
    errors.push(issue('anchor', 'two-charges', { at: 1 }));
  if (change.kind === 'output-limit') {
    const { limit, wantedKvRpmPerVolt: wanted } = change;
    if (limit == null && wanted == null) errors.push(issue('wantedKvRpmPerVolt', 'limit-or-kv', {}));
    else if (limit == null && wanted != null && wanted > realKv(setup))
      errors.push(issue('wantedKvRpmPerVolt', 'only-downwards', { wanted, kv: realKv(setup) }));
  }
  if (change.kind === 'engine') {
    if (change.displacementCc == null && change.propeller == null)
      errors.push(issue('displacementCc', 'engine-size', {}));
    if (craft !== 'fixed-wing') errors.push(issue('kind', 'engine-craft', {}));
    if (change.propeller && change.propeller.kind !== 'propeller')
      errors.push(issue('propeller', 'engine-propeller', {}));
  }
  if (change.kind === 'repower' && craft !== 'boat') errors.push(issue('kind', 'repower-craft', {}));
  if (change.kind === 'count' && craft === 'multirotor') errors.push(issue('count', 'count-craft', {}));
  return errors;
}

/** The setup as it would be with only the change's own part in it: contradictions of the part are told at its place. */
function faultsOfParts(setup: SetupDocument, change: SetupChange): Issue[] {
  const parts =
    change.kind === 'propulsor'
      ? { propulsor: change.propulsor }
      : change.kind === 'motor'
        ? { motor: change.motor }
        : change.kind === 'pack'
          ? { battery: change.battery }
          : null;
  if (!parts) return [];
  const checked = validateSetup({ ...setup, ...parts });
  return checked.ok ? [] : checked.errors;
}

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
  const made = changed(setup, change, {
    schools: { ...schools, ...shape.value.schools },
    shelf: shelf ? partsOfShelf(shelf) : stored,
    point: points?.[0],
    windingC: shape.value.windingC,
    bands
  });
  if (!made.ok)
    return {
      ok: false,
      errors: badRequest(made.errors.map((e) => issue('change', 'change-not-possible', { why: e.message })))
    };
  return { ok: true, answer: changeAnswerOf(made.value, { points, mends, remedies }) };
}
