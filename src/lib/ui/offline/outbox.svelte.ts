import { call, mayYetSucceed, type Answered } from '../../api/client.ts';
import type { AnswerOf, BodyOf } from '../../api/routes.ts';
import type { StoredPart } from '../../core/document/stored.ts';
import { chosenPart, mergePart, samePart, type PartEdited } from '../../core/shelf/merge-part.ts';
import { isWaiting, waitingId, type Outgoing, type Waiting } from './waiting.ts';

const KEY = 'iskarn-outbox';
/** Between two attempts while something waits, ms. */
const AGAIN_MS = 5000;
/** An edit is merged at most so often while it is being changed elsewhere. */
const MOST_MERGES = 5;

/** What is sent, for one thing that waits. */
interface ToSend<K extends Outgoing> {
  readonly id?: number;
  readonly body: BodyOf<K>;
  /** The part that an edit was made from. */
  readonly base?: StoredPart;
}

/** What became of something that was sent; where it waits on this device, by which key. */
type Sending<T> = Answered<T> & { readonly kept?: string };

/** Whether a request was answered, or what stands there now where an edit is disputed. */
type Delivered = Answered<unknown> & { readonly theirs?: StoredPart };

/** An edit behind another that is not sent yet. */
const NOT_YET: Delivered = { ok: false, status: 0, message: '', errors: [] };

/** Runs, setups and parts that were made or changed here: kept on this device before they are sent, and until the server has them. */
class Outbox {
  items = $state.raw<readonly Waiting[]>([]);
  /** How many were sent late, since the page was opened. */
  sentLate = $state(0);
  /** What the user has to choose in just now; null where nothing was asked. */
  asked = $state<string | null>(null);
  /** What is on its way just now: not sent a second time beside it. */
  readonly #sending = new Set<string>();
  #timer: ReturnType<typeof setInterval> | null = null;

  /** Takes up what an earlier page left, and sends it when that can be done. */
  begin(): () => void {
    this.read();
    const flush = (): void => void this.flush();
    const others = (event: StorageEvent): void => {
      if (event.key === KEY) this.read();
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

  /** What is kept on this device now. */
  read(): readonly Waiting[] {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
      this.items = Array.isArray(kept) ? kept.filter(isWaiting) : [];
    } catch {
      this.items = [];
    }
    return this.items;
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
    this.read();
    return this.#keep(change(this.items));
  }

  #set(key: string, changed: Partial<Waiting>): void {
    this.#change((items) => items.map((w) => (w.key === key ? { ...w, ...changed } : w)));
  }

  /**
   * Sends something, kept on this device before. Where the server cannot be reached, or something else waits before it, or it has
   * to be chosen in first, it stays here and is sent later.
   */
  async send<K extends Outgoing>(route: K, sent: ToSend<K>, says: string): Promise<Sending<AnswerOf<K>>> {
    const item: Waiting = {
      key: crypto.randomUUID(),
      route,
      of: sent.id ?? null,
      body: sent.body,
      says,
      at: new Date().toISOString(),
      refused: null,
      base: sent.base
    };
    this.#sending.add(item.key);
    try {
      const safe = this.#change((items) => [...items, item]);
      // an edit of what waits itself goes after it
      const before = (w: Waiting): boolean =>
        w.key !== item.key && w.refused === null && w.route === 'editPart' && w.of === item.of;
      const isOfPart = route === 'editPart' || route === 'deletePart';
      if (isOfPart && this.items.some(before)) await this.flush();
      const answer = (isOfPart && this.items.some(before) ? NOT_YET : await this.#deliver(item)) as Sending<
        AnswerOf<K>
      > &
        Delivered;
      if (answer.ok) {
        this.#done(item, answer.value);
        return answer;
      }
      if (safe && answer.theirs) {
        this.#set(item.key, { refused: answer.message, theirs: answer.theirs });
        this.asked = item.key;
        return { ...answer, kept: item.key };
      }
      if (safe && mayYetSucceed(answer))
        return {
          ...answer,
          message: `${says} is kept on this device and sent when the server is in reach again.`,
          kept: item.key
        };
      this.drop(item.key);
      return answer;
    } finally {
      this.#sending.delete(item.key);
    }
  }

  /** Sends one thing; an edit of a part is merged by figure with what was changed elsewhere meanwhile. */
  async #deliver(item: Waiting): Promise<Delivered> {
    if (item.route === 'editPart' && item.base && item.of !== null)
      return this.#deliverEdit(item.of, item.body as StoredPart, item.base);
    const sent = { id: item.of ?? undefined, body: item.body, key: item.key };
    return call(item.route, sent as Parameters<typeof call>[1]) as Promise<Delivered>;
  }

  async #deliverEdit(id: number, mine: StoredPart, base: StoredPart): Promise<Delivered> {
    let body: PartEdited & { revision: number } = { ...mine, revision: base.revision };
    for (let turn = 0; ; turn++) {
      const answer = await call('editPart', { id, body });
      if (answer.ok || !answer.current || turn === MOST_MERGES) return answer;
      const theirs = answer.current as StoredPart;
      // it was sent before, and the answer was lost
      if (samePart(mine, theirs)) return { ok: true, value: theirs };
      const merge = mergePart(base, mine, theirs);
      if (merge.disputed.length > 0) {
        // with the words of every figure of a setup: fetched when they are wanted
        const { partFigureTitle } = await import('../../core/shelf/part-figure-title.ts');
        const titles = merge.disputed.map((d) => partFigureTitle(mine.kind, d.path));
        return { ...answer, message: `Changed elsewhere too: ${titles.join(', ')}.`, theirs };
      }
      body = { ...merge.part, revision: theirs.revision };
    }
  }

  /** Takes off what was sent; what was changed here while it was on its way goes after it, as an edit. */
  #done(sent: Waiting, made: unknown): void {
    const part = made as StoredPart;
    this.#change((items) =>
      items.flatMap((w) => {
        if (w.key !== sent.key) return [w];
        if (w.route !== 'createPart' || JSON.stringify(w.body) === JSON.stringify(sent.body)) return [];
        return [{ ...w, key: crypto.randomUUID(), route: 'editPart' as const, of: part.id, base: part }];
      })
    );
  }

  /** Sends what waits, the oldest first, one window at a time; what the server refuses stays, with why. */
  async flush(): Promise<void> {
    await navigator.locks.request(KEY, { ifAvailable: true }, async (lock) => {
      if (!lock) return;
      this.read();
      for (const { key } of this.items.filter((w) => w.refused === null && !this.#sending.has(w.key))) {
        const item = this.items.find((w) => w.key === key);
        if (!item) continue;
        const answer = await this.#deliver(item);
        if (answer.ok) {
          this.sentLate += 1;
          this.#done(item, answer.value);
        } else if (mayYetSucceed(answer) || answer.status === 401) return;
        else this.#set(key, { refused: answer.message, theirs: answer.theirs });
      }
    });
  }

  /** Tries once more what was refused. */
  async again(key: string): Promise<void> {
    this.#set(key, { refused: null, theirs: undefined });
    await this.flush();
  }

  /** Goes on with an edit that was disputed: what stands on the shelf with the figures of mine that were chosen. */
  async settle(key: string, paths: readonly string[]): Promise<void> {
    const item = this.items.find((w) => w.key === key);
    this.asked = null;
    if (!item?.theirs || !item.base) return;
    const mine = item.body as StoredPart;
    const chosen = chosenPart(mergePart(item.base, mine, item.theirs), mine, paths);
    if (samePart(chosen, item.theirs)) {
      this.drop(key);
      return;
    }
    this.#set(key, { body: { ...mine, ...chosen }, base: item.theirs, theirs: undefined, refused: null });
    await this.flush();
  }

  /** The new part that has a number below zero in the list. */
  partWaiting(id: number): Waiting | undefined {
    return this.items.find((w, at) => w.route === 'createPart' && waitingId(at) === id);
  }

  /** Writes a new part anew that was not sent yet. */
  async rewrite(key: string, body: BodyOf<'createPart'>, says: string): Promise<void> {
    this.#set(key, { body, says, refused: null });
    await this.flush();
  }

  /** Throws something away that waits. */
  drop(key: string): void {
    this.#change((items) => items.filter((w) => w.key !== key));
  }
}

export const outbox = new Outbox();
