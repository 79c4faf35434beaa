import { validatePredict, type Issue } from '../document/validate.ts';
import type { PredictAnswer } from './answer.ts';
import { predict } from './predict.ts';

/** Errors of a request in the shape every interface gives them. */
export interface BadRequest {
  message: string;
  errors: Issue[];
}

/** One sentence over a list of issues. */
export const badRequest = (errors: Issue[]): BadRequest => ({
  message:
    errors.length === 1 ? errors[0].message : `${errors.length} figures are not right; nothing was stored.`,
  errors
});

/** Validates and predicts: what HTTP, command line and worker all call. */
export function answerPredict(
  value: unknown
): { ok: true; answer: PredictAnswer } | { ok: false; errors: BadRequest } {
  const request = validatePredict(value);
  if (!request.ok) return { ok: false, errors: badRequest(request.errors) };
  const answer = predict(request.value);
  for (const note of request.notes) answer.notes.push(note);
  return { ok: true, answer };
}
