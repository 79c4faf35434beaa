import { json } from '@sveltejs/kit';
import { issue } from '../core/text/issues.ts';
import { DOCUMENT_LIMITS, parseJson, type JsonLimits } from '../core/text/json.ts';
import { ComputeFailure } from './compute/pool.ts';
import { DataFault, isDiskFull, isReadOnly } from './db/data-fault.ts';
import { found, invalid, refused, type Outcome } from './outcome.ts';

const STATUS = {
  'not-found': 404,
  invalid: 422,
  'nothing-to-do': 409,
  stale: 409,
  busy: 503,
  'too-large': 413,
  forbidden: 403
} as const;

/** When what was too much at once may be asked again, s. */
const RETRY_AFTER_S = '2';

/** Largest body of one document, and of a file that is imported, bytes. */
export const DOCUMENT_BYTES = 1_000_000;
export const FILE_BYTES = 20_000_000;

/** A sentence as an answer of the interface. */
export const sentence = (message: string, status: number): Response =>
  json({ message, errors: [{ path: '', message }] }, { status });

/** The one place where an outcome becomes a status. */
export function respond<T>(outcome: Outcome<T>, status = 200): Response {
  if (outcome.ok)
    return outcome.value instanceof Response
      ? outcome.value
      : json(outcome.value, { status: outcome.created ? 201 : status });
  const errors = outcome.code === 'invalid' ? outcome.errors : [{ path: '', message: outcome.message }];
  return json(
    {
      message: outcome.message,
      errors,
      ...(outcome.code === 'stale' ? { current: outcome.current } : {})
    },
    {
      status: STATUS[outcome.code],
      // whoever comes again in a moment is served
      headers: outcome.code === 'busy' ? { 'retry-after': RETRY_AFTER_S } : {}
    }
  );
}

/** What went wrong beneath a request, in words. */
export function failed(error: unknown): Response {
  if (error instanceof DataFault) return sentence(error.message, 503);
  if (error instanceof ComputeFailure) return respond(refused(error.code, error.message));
  if (isDiskFull(error))
    return sentence('The disk is full: nothing was stored. Free some space and try again.', 507);
  if (/^SQLITE_IOERR/.test(String((error as { code?: unknown } | null)?.code)))
    return sentence(
      'The data file could not be written or read: nothing was stored. Is the disk full, or failing?',
      507
    );
  if (isReadOnly(error))
    return sentence('The data file cannot be written any more: nothing was stored.', 507);
  if (String((error as { code?: unknown } | null)?.code).startsWith('SQLITE_BUSY'))
    return sentence('Another program holds the data file: nothing was stored. Try again.', 503);
  // beyond what the server reads at all
  if ((error as { status?: unknown } | null)?.status === 413) {
    const response = respond(tooLarge(FILE_BYTES));
    response.headers.set('connection', 'close');
    return response;
  }
  // whoever asked has gone away: nobody reads this
  if ((error as { code?: unknown } | null)?.code === 'ECONNRESET')
    return sentence('The request was broken off.', 400);
  console.error('iskarn:', error);
  return sentence('Iskarn met a fault of its own here; nothing was stored.', 500);
}

const tooLarge = (most: number) =>
  refused('too-large', `This is larger than ${most / 1e6} MB; send less at a time.`);

/**
 * Body of a request, counted while it is read: no more than `most` bytes are ever held. What is too large is read to its
 * end and thrown away, so that the answer arrives and the connection can go on.
 */
export async function bytesOf(
  request: Request,
  most = FILE_BYTES
): Promise<Outcome<Uint8Array<ArrayBuffer>>> {
  let chunks: Uint8Array[] = [];
  let length = 0;
  if (request.body)
    for await (const chunk of request.body as AsyncIterable<Uint8Array>) {
      length += chunk.byteLength;
      if (length > most) chunks = [];
      else chunks.push(chunk);
    }
  if (length > most) return tooLarge(most);
  const whole = new Uint8Array(length);
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.byteLength;
  }
  return found(whole);
}

/** Body of a request as text. */
export async function textOf(request: Request, most = DOCUMENT_BYTES): Promise<Outcome<string>> {
  const bytes = await bytesOf(request, most);
  if (!bytes.ok) return bytes;
  try {
    return found(new TextDecoder('utf-8', { fatal: true }).decode(bytes.value));
  } catch {
    return invalid([issue('', 'not-text', {})]);
  }
}

/** Body of a request as JSON; an empty one is `fallback` where that is given. */
export async function bodyOf(
  request: Request,
  fallback?: object,
  limits: JsonLimits = DOCUMENT_LIMITS
): Promise<Outcome<unknown>> {
  const text = await textOf(request);
  if (!text.ok) return text;
  if (fallback !== undefined && text.value.trim() === '') return found(fallback);
  const parsed = parseJson(text.value, limits);
  return parsed.ok ? found(parsed.value) : invalid([issue('', 'not-json', { why: parsed.message })]);
}
