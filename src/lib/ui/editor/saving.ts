import { mayYetSucceed } from '../../api/client.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import { dropDraft, keepDraft } from './draft.ts';
import type { Ports } from './ports.ts';

export type SaveState = 'saved' | 'saving' | 'not saved';

/** An edit that waits to be sent: its own step of undo. */
interface Edit {
  document: SetupDocument;
  label: string;
}

const AUTOSAVE_MS = 250;
const RETRY_MS = 3000;
const UNREACHED = 'The server does not answer; the edit is kept in this browser and sent again.';

/** What saving tells of itself. */
interface Listeners {
  state: (saved: SaveState, problem: string) => void;
  /** The server's answer to an edit that was kept. */
  kept: (stored: StoredSetup) => void;
  /** The edits that wait were made from what no longer stands; the listener clears the queue or holds it. */
  stale: (current: StoredSetup) => Promise<void>;
}

/**
 * Sends edits to the server one after the other, each naming the revision it was made from, and keeps the newest in the browser
 * until the server has it. Sent again is only what may yet succeed.
 */
export class Saving {
  readonly id: number;
  /** What the server has, as far as is known: what the next write is made from. */
  base: { revision: number; document: SetupDocument };
  /** Edits not sent yet. */
  queue: Edit[] = [];
  /** Whether nothing may be sent now: the user has to choose first. */
  held = false;
  readonly #ports: Pick<Ports, 'call' | 'storage' | 'later'>;
  readonly #on: Listeners;
  #callOff: () => void = () => {};
  #saving: Promise<void> = Promise.resolve();

  constructor(stored: StoredSetup, ports: Pick<Ports, 'call' | 'storage' | 'later'>, on: Listeners) {
    this.id = stored.id;
    this.base = { revision: stored.revision, document: stored.document };
    this.#ports = ports;
    this.#on = on;
  }

  /** Notes what the server has. */
  know(stored: StoredSetup): void {
    this.base = { revision: stored.revision, document: stored.document };
  }

  /** Queues an edit and keeps it in the browser; it is sent in a moment. */
  push(edit: Edit): void {
    this.queue.push(edit);
    this.keep();
    if (!this.held) this.#soon(AUTOSAVE_MS);
  }

  /** Keeps the newest edit in the browser. */
  keep(): void {
    const last = this.queue.at(-1);
    if (!last) return;
    const { revision, document: base } = this.base;
    keepDraft(this.#ports.storage, this.id, { ...last, revision, base });
  }

  #soon(ms: number): void {
    this.#on.state('saving', '');
    this.#callOff();
    this.#callOff = this.#ports.later(ms, () => void this.flush());
  }

  /** Sends what waits, one request at a time. @param after what has to be done first */
  flush(after: Promise<unknown> = Promise.resolve()): Promise<void> {
    this.#callOff();
    this.#saving = this.#saving.then(() => after).then(() => this.#send());
    return this.#saving;
  }

  async #send(): Promise<void> {
    // a draft that another window keeps is not this one's to drop
    const own = this.queue.length > 0;
    while (this.queue.length > 0) {
      if (this.held) {
        this.#on.state('not saved', 'changed elsewhere meanwhile');
        return;
      }
      const body = { ...this.queue[0], revision: this.base.revision };
      const answer = await this.#ports.call('editSetup', { id: this.id, body });
      if (answer.ok) {
        this.queue.shift();
        this.know(answer.value);
        this.#on.kept(answer.value);
      } else if (answer.current) {
        await this.#on.stale(answer.current as StoredSetup);
      } else {
        const again = mayYetSucceed(answer);
        this.#on.state(
          'not saved',
          answer.status === 0
            ? UNREACHED
            : again
              ? answer.message
              : `${answer.message} The edit is kept in this browser.`
        );
        if (again) this.#callOff = this.#ports.later(RETRY_MS, () => void this.flush());
        return;
      }
    }
    this.#on.state('saved', '');
    if (own) dropDraft(this.#ports.storage, this.id);
  }
}
