import type { Problem } from '../core/text/issues.ts';
import { PATHS, VERSION_HEADER, type RouteId } from './paths.ts';
import type { AnswerOf, BodyOf } from './routes.ts';

/** What the server refuses: its status (0: it did not answer at all), its sentence, and where it is wrong. */
export interface Refused {
  ok: false;
  status: number;
  message: string;
  errors: Problem[];
  /** What stands, where the write named a revision that no longer does (409). */
  current?: unknown;
}

export type Answered<T> = { ok: true; value: T } | Refused;

/** Whether the same request may succeed later: no answer, too much at once, data out of reach, disk full. */
export const mayYetSucceed = (refused: Pick<Refused, 'status'>): boolean =>
  [0, 408, 429, 502, 503, 504, 507].includes(refused.status);

/** What a call is made with: parameters of its path, of its query, and its body. */
export interface Sent<K extends RouteId> {
  readonly id?: number;
  /** Parameters of the path that are words. */
  readonly words?: Readonly<Record<string, string>>;
  readonly query?: Readonly<Record<string, string>>;
  readonly body?: BodyOf<K>;
  /** By which the server knows the same request again, should it be sent twice. */
  readonly key?: string;
}

/** What became of a call: whether the server answered, and which version of the program it runs, where it says so. */
export interface CallOutcome {
  readonly reached: boolean;
  readonly version: string | null;
}

const listeners = new Set<(heard: CallOutcome) => void>();
/** Calls a listener after every call. @returns ends that */
export function onAnswer(listener: (heard: CallOutcome) => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}
const tell = (heard: CallOutcome): void => {
  for (const listener of listeners) listener(heard);
};

/** Whether a call that was not answered was carried out is not known: who keeps what was sent says so itself. */
const UNREACHED = 'The server does not answer; try again when it is in reach.';

/** Calls a route of the interface; a failure of any kind is an answer with status, codes and paths, never a throw. */
export async function call<K extends RouteId>(id: K, sent: Sent<K> = {}): Promise<Answered<AnswerOf<K>>> {
  const [method, template] = PATHS[id];
  const query = sent.query ? `?${new URLSearchParams(sent.query)}` : '';
  const path = template.replace(/\{(\w+)\}/g, (_, name: string) =>
    name === 'id' ? String(sent.id ?? '') : encodeURIComponent(sent.words?.[name] ?? '')
  );
  const { body } = sent as { body?: unknown };
  const raw = typeof body === 'string' || body instanceof Blob;
  try {
    const response = await fetch(path + query, {
      method,
      headers: {
        ...(body === undefined
          ? {}
          : { 'content-type': raw ? 'application/octet-stream' : 'application/json' }),
        ...(sent.key === undefined ? {} : { 'idempotency-key': sent.key })
      },
      body: body === undefined ? undefined : raw ? body : JSON.stringify(body)
    });
    const value: unknown = await response.json().catch(() => null);
    tell({ reached: true, version: response.headers.get(VERSION_HEADER) });
    if (response.ok) return { ok: true, value: value as AnswerOf<K> };
    const said = value as Partial<Refused> | null;
    return {
      ok: false,
      status: response.status,
      message: said?.message ?? `The server answered ${response.status}.`,
      errors: said?.errors ?? [],
      current: said?.current
    };
  } catch {
    tell({ reached: false, version: null });
    return { ok: false, status: 0, message: UNREACHED, errors: [] };
  }
}
