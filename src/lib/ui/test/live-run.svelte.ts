import type { RunEnd } from '../../core/document/run-schema.ts';
import { call } from '../../api/client.ts';
import { PATHS } from '../../api/paths.ts';
import type { StoredRun } from '../../core/document/stored.ts';
import type { Sample } from '../../core/testing/record/sample.ts';

/** Pause between two throttles that are sent, ms: a slider that is dragged does not flood the server. */
const SEND_MS = 60;

/** A run as it goes on: its samples as they arrive, the throttle that is asked for, and how it ended. */
export class LiveRun {
  readonly run: StoredRun;
  /** All samples so far; a new list with each delivery. */
  samples = $state.raw<readonly Sample[]>([]);
  throttle = $state(0);
  end = $state.raw<RunEnd | null>(null);
  /** What went wrong with the line to the server; empty while it holds. */
  lost = $state('');
  readonly #events: EventSource;
  readonly #onEnd: () => void;
  #sending = false;
  #sent = 0;

  /** @param onEnd called once, however it ends */
  constructor(run: StoredRun, onEnd: () => void) {
    this.run = run;
    this.#onEnd = onEnd;
    this.#events = new EventSource(PATHS.followRun[1].replace('{id}', String(run.id)));
    this.#events.addEventListener('samples', (event) => {
      this.samples = [...this.samples, ...(JSON.parse((event as MessageEvent<string>).data) as Sample[])];
    });
    this.#events.addEventListener('end', (event) =>
      this.#close(JSON.parse((event as MessageEvent<string>).data) as RunEnd)
    );
    this.#events.onerror = () => {
      if (this.end) return;
      this.lost = 'The line to the server broke: the run stops by itself, and what was read is kept.';
      this.#close({ rule: 'broken-off' });
    };
  }

  get last(): Sample | null {
    return this.samples.length > 0 ? this.samples[this.samples.length - 1] : null;
  }

  #close(end: RunEnd): void {
    if (this.end) return;
    this.end = end;
    this.#events.close();
    this.#onEnd();
  }

  /** Asks for a throttle; the newest is sent, at most some sixteen a second. */
  setThrottle(to: number): void {
    this.throttle = to;
    if (!this.#sending) void this.#send();
  }

  async #send(): Promise<void> {
    this.#sending = true;
    while (this.#sent !== this.throttle && !this.end) {
      const throttle = this.throttle;
      await call('throttleRun', { id: this.run.id, body: { throttle } });
      this.#sent = throttle;
      await new Promise((done) => setTimeout(done, SEND_MS));
    }
    this.#sending = false;
  }

  /** Stops at once. */
  async stop(): Promise<void> {
    if (this.end) return;
    this.throttle = 0;
    const stopped = await call('stopRun', { id: this.run.id, body: {} });
    if (!stopped.ok) this.lost = stopped.message;
    // the end comes over the line; where that is gone, the answer is the end
    setTimeout(() => this.#close({ rule: 'stopped' }), 500);
  }

  /** Lets go of the line: the run stops by itself when nobody looks. */
  leave(): void {
    this.#events.close();
  }
}
