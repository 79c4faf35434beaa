import { issue, type Issue } from '../core/text/issues.ts';

/** Outcome of a request, mapped to a status in `http.ts` only. */
export type Outcome<T> =
  | { ok: true; value: T; created?: true }
  | { ok: false; code: 'not-found' | 'nothing-to-do' | 'busy' | 'too-large' | 'forbidden'; message: string }
  | { ok: false; code: 'invalid'; message: string; errors: Issue[] }
  /** The revision named is not the one that stands; what stands comes with it. */
  | { ok: false; code: 'stale'; message: string; current: unknown };

/** What was asked for. */
export const found = <T>(value: T): Outcome<T> => ({ ok: true, value });

/** Something that was made, where the same request may also make nothing. */
export const created = <T>(value: T): Outcome<T> => ({ ok: true, value, created: true });

/** Number of a path or query parameter; -1, which is no row's, where it is none. */
export const idOf = (text: string | undefined): number => (/^\d{1,15}$/.test(text ?? '') ? Number(text) : -1);

/** There is no such thing, in words. */
export const notFound = (what: string): { ok: false; code: 'not-found'; message: string } => ({
  ok: false,
  code: 'not-found',
  message: `There is no such ${what}; it may have been deleted.`
});

/** What cannot be done as things stand, and why. */
export const refused = <C extends 'nothing-to-do' | 'busy' | 'too-large' | 'forbidden'>(
  code: C,
  message: string
): { ok: false; code: C; message: string } => ({ ok: false, code, message });

/** What was sent is not right: one sentence for the whole, and each of the errors. */
export const invalid = (
  errors: Issue[]
): { ok: false; code: 'invalid'; message: string; errors: Issue[] } => ({
  ok: false,
  code: 'invalid',
  message:
    errors.length === 1 ? errors[0].message : `${errors.length} figures are not right; nothing was stored.`,
  errors
});

/**
 * Whether a write names the revision that stands. `null` where it does.
 * @param named revision the write was made from; undefined where none was named
 * @param must whether a write that names none is refused
 */
export function staleness(
  named: unknown,
  current: { revision: number },
  what: string,
  must: boolean
): Outcome<never> | null {
  if (named === undefined || named === null) {
    return must
      ? invalid([issue('revision', 'revision-missing', { what, revision: current.revision })])
      : null;
  }
  if (typeof named !== 'number' || !Number.isInteger(named))
    return invalid([issue('revision', 'revision-shape', {})]);
  return named === current.revision
    ? null
    : {
        ok: false,
        code: 'stale',
        message: `The ${what} was changed elsewhere meanwhile; nothing was stored.`,
        current
      };
}
