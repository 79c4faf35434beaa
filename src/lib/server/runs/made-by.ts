import { withChanges, type Setting } from '../../core/document/change.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import { validateSetup } from '../../core/document/validate.ts';
import { inside, issue } from '../../core/text/issues.ts';
import { found, invalid, type Outcome } from '../outcome.ts';

/** The setup that a run was made with: the stored one with what was another for its stage. Refused where that cannot be. */
export function madeBy(
  document: SetupDocument,
  changes: readonly Setting[] | null | undefined
): Outcome<SetupDocument> {
  if (!changes?.length) return found(document);
  let made: SetupDocument;
  try {
    made = withChanges(document, changes);
  } catch (error) {
    return invalid([issue('changes', 'change-not-possible', { why: (error as Error).message })]);
  }
  const checked = validateSetup(made);
  return checked.ok ? found(checked.value) : invalid(inside('changes', checked.errors));
}
