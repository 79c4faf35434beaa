import type { Issue } from '../core/setup/validate.ts';

/** Outcome of a request to the store, mapped to a status in `http.ts` only. */
export type Outcome<T> =
  | { ok: true; value: T }
  | { ok: false; code: 'not-found'; message: string }
  | { ok: false; code: 'invalid'; message: string; errors: Issue[] }
  | { ok: false; code: 'nothing-to-do'; message: string };

export const found = <T>(value: T): Outcome<T> => ({ ok: true, value });
export const notFound = (what: string): { ok: false; code: 'not-found'; message: string } => ({
  ok: false,
  code: 'not-found',
  message: `There is no such ${what}; it may have been deleted.`
});
export const invalid = (
  errors: Issue[]
): { ok: false; code: 'invalid'; message: string; errors: Issue[] } => ({
  ok: false,
  code: 'invalid',
  message:
    errors.length === 1 ? errors[0].message : `${errors.length} figures are not right; nothing was stored.`,
  errors
});
