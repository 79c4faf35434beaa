import { call, mayYetSucceed, type Answered } from '../../api/client.ts';
import type { AnswerOf, BodyOf } from '../../api/routes.ts';

/** What may wait on this device until the server is in reach: it adds, so nothing it meets there can be overwritten. */
export type Outgoing = 'logRun' | 'createSetup' | 'createPart';

/** Something that was made here and is not on the server yet. */
export interface Waiting {
  /** By which the server knows it again, should it be sent twice. */
  readonly key: string;
  readonly route: Outgoing;
  /** The setup that a run belongs to. */
  readonly of: number | null;
  readonly body: unknown;
  /** What it is, in words. */
  readonly says: string;
  readonly at: string;
  /** Why the server will not have it; null while it may yet. */
  readonly refused: string | null;
}

const KEY = 'iskarn-outbox';
/** Between two attempts while something waits, ms. */
const AGAIN_MS = 5000;

const isWaiting = (w: unknown): w is Waiting =>
  w !== null &&
  typeof w === 'object' &&
  typeof (w as Waiting).key === 'string' &&
  ['logRun', 'createSetup', 'createPart'].includes((w as Waiting).route);

/** Runs, setups and parts that were made here: kept on this device before they are sent, and until the server has them. */
class Outbox {
  items = $state.raw<readonly Waiting[]>([]);
  /** How many were sent late, since the page was opened. */
  sentLate = $state(0);
  #timer: ReturnType<typeof setInterval> | null = null;

  /** Takes up what an earlier page left, and sends it when that can be done. */
  begin(): () => void {
    this.#read();
    const flush = (): void => void this.flush();
    const others = (event: StorageEvent): void => {
      if (event.key === KEY) this.#read();
    };
    addEventListener('online', flush);
    addEventListener('storage', others);
    this.#timer = setInterval(() => {
      if (this.items.some((w) => w.refused === null)) flush();
    }, AGAIN_MS);
    flush();
    return () => {
      removeEventListener('online', flush);
      removeEventListener('storage', others);
      if (this.#timer) clearInterval(this.#timer);
    };
  }

  #read(): void {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
      this.items = Array.isArray(kept) ? kept.filter(isWaiting) : [];
    } catch {
      this.items = [];
    }
  }

  /** @returns whether it is kept on this device */
  #keep(items: readonly Waiting[]): boolean {
    this.items = items;
    try {
      localStorage.setItem(KEY, JSON.stringify(items));
      return true;
    } catch {
      return false;
    }
  }

  /** Changes what is kept, from what stands there now: another window may have changed it meanwhile. */
  #change(change: (items: readonly Waiting[]) => readonly Waiting[]): boolean {
    this.#read();
    return this.#keep(change(this.items));
  }

  /**
   * Sends something, kept on this device before. Where the server cannot be reached it stays here and is sent later:
   * `kept` is true then.
   */
  async send<K extends Outgoing>(
    route: K,
    sent: { readonly id?: number; readonly body: BodyOf<K> },
    says: string
  ): Promise<Answered<AnswerOf<K>> & { kept?: true }> {
    const item: Waiting = {
      key: crypto.randomUUID(),
      route,
      of: sent.id ?? null,
      body: sent.body,
      says,
      at: new Date().toISOString(),
      refused: null
    };
    const safe = this.#change((items) => [...items, item]);
    const answer = await this.#call<K>(item);
    if (!answer.ok && mayYetSucceed(answer) && safe)
      return {
        ...answer,
        message: `${says} is kept on this device and sent when the server is in reach again.`,
        kept: true
      };
    this.#change((items) => items.filter((w) => w.key !== item.key));
    return answer;
  }

  #call<K extends Outgoing>(item: Waiting): Promise<Answered<AnswerOf<K>>> {
    const sent = { id: item.of ?? undefined, body: item.body as BodyOf<K>, key: item.key };
    return call(item.route as K, sent as Parameters<typeof call<K>>[1]);
  }

  /** Sends what waits, the oldest first, one window at a time; what the server refuses stays, with why. */
  async flush(): Promise<void> {
    await navigator.locks.request(KEY, { ifAvailable: true }, async (lock) => {
      if (!lock) return;
      this.#read();
      for (const item of this.items.filter((w) => w.refused === null)) {
        const answer = await this.#call(item);
        if (answer.ok) {
          this.sentLate += 1;
          this.#change((items) => items.filter((w) => w.key !== item.key));
        } else if (mayYetSucceed(answer) || answer.status === 401) return;
        else
          this.#change((items) =>
            items.map((w) => (w.key === item.key ? { ...w, refused: answer.message } : w))
          );
      }
    });
  }

  /** Tries once more what was refused. */
  async again(key: string): Promise<void> {
    this.#change((items) => items.map((w) => (w.key === key ? { ...w, refused: null } : w)));
    await this.flush();
  }

  /** Throws something away that waits. */
  drop(key: string): void {
    this.#change((items) => items.filter((w) => w.key !== key));
  }
}

export const outbox = new Outbox();
