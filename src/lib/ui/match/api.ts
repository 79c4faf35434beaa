/** What the server answers: a value, or a sentence with its status (0: it did not answer at all). */
export type Answered<T> = { ok: true; value: T } | Refused;

export interface Refused {
  ok: false;
  status: number;
  message: string;
  /** What stands, where the write named a revision that no longer does (409). */
  current?: unknown;
}

/** Whether the same request may succeed later: no answer, too much at once, data out of reach, disk full. */
export const mayYetSucceed = (refused: Refused): boolean =>
  [0, 408, 429, 502, 503, 504, 507].includes(refused.status);

/** Calls the server's interface; a failure of any kind becomes a sentence. */
export async function call<T>(method: string, path: string, body?: unknown): Promise<Answered<T>> {
  try {
    const response = await fetch(path, {
      method,
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body)
    });
    const value: unknown = await response.json().catch(() => null);
    if (response.ok) return { ok: true, value: value as T };
    const said = value as { message?: string; current?: unknown } | null;
    return {
      ok: false,
      status: response.status,
      message: said?.message ?? `The server answered ${response.status}.`,
      current: said?.current
    };
  } catch {
    return {
      ok: false,
      status: 0,
      message: 'The server does not answer; the edit is kept here and sent again.'
    };
  }
}
