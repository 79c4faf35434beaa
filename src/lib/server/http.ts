import { json } from '@sveltejs/kit';
import type { Outcome } from './outcome.ts';

const STATUS = { 'not-found': 404, invalid: 422, 'nothing-to-do': 409 } as const;
/** Largest request body taken, characters. */
const LARGEST_BODY = 20_000_000;

/** The one place where an outcome becomes a status. */
export function respond<T>(outcome: Outcome<T>, status = 200): Response {
  if (outcome.ok) return json(outcome.value, { status });
  const errors = outcome.code === 'invalid' ? outcome.errors : [{ path: '', message: outcome.message }];
  return json({ message: outcome.message, errors }, { status: STATUS[outcome.code] });
}

/** Body of a request as JSON; a 422 answer in plain words when it is not. */
export async function body(
  request: Request
): Promise<{ ok: true; value: unknown } | { ok: false; response: Response }> {
  const fail = (message: string) => ({
    ok: false as const,
    response: json({ message, errors: [{ path: '', message }] }, { status: 422 })
  });
  const text = await request.text();
  if (text.length > LARGEST_BODY) return fail('The document is larger than 20 MB; send less at a time.');
  try {
    return { ok: true, value: JSON.parse(text) };
  } catch (error) {
    return fail(`This is not JSON: ${(error as Error).message}.`);
  }
}

/** Number of a path parameter; NaN never matches a row. */
export const idOf = (text: string): number => (/^\d{1,15}$/.test(text) ? Number(text) : -1);
