/** What the server answers: a value, or a sentence. */
export type Answered<T> = { ok: true; value: T } | { ok: false; message: string };

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
    const said = (value as { message?: string } | null)?.message;
    return { ok: false, message: said ?? `The server answered ${response.status}.` };
  } catch {
    return { ok: false, message: 'The server does not answer; the edit is kept here and sent again.' };
  }
}
