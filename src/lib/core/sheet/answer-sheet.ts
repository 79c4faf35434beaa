import { validateSetup } from '../document/validate.ts';
import { badRequest, type BadRequest } from '../predict/answer-predict.ts';
import { sheetOf, type BuildSheet, type SheetMore } from './sheet.ts';

/** Validates a setup and makes its build sheet: what HTTP, command line and page all call. */
export function answerSheet(
  value: unknown,
  more: SheetMore = {}
): { ok: true; answer: BuildSheet } | { ok: false; errors: BadRequest } {
  const checked = validateSetup(value);
  if (!checked.ok) return { ok: false, errors: badRequest(checked.errors) };
  return { ok: true, answer: sheetOf(checked.value, more) };
}
