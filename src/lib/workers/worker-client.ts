import { wrap, type Remote } from 'comlink';

/** A worker that died or fell silent. */
export class WorkerLost extends Error {
  override readonly name = 'WorkerLost';
}

/** A question whose worker was ended on purpose: its answer is no longer wanted. */
export class WorkerEnded extends Error {
  override readonly name = 'WorkerEnded';
}

/** How a worker is kept. */
interface WorkerLife {
  /** Longest silence before a worker is taken for dead, ms; null for one that may work for as long as it likes. */
  readonly patienceMs?: number | null;
  /** Told when a worker was lost and is started anew; without it a lost worker is an error at once. */
  readonly onrestart?: (why: string) => void;
}

interface Running<Api> {
  readonly worker: Worker;
  readonly remote: Remote<Api>;
  /** Rejects when the worker is lost, or ended. */
  readonly over: Promise<never>;
  readonly fail: (error: Error) => void;
}

/** Longest silence of a worker that is only asked for figures, ms. */
const PATIENCE_MS = 30_000;

/**
 * A worker that is started when it is first asked, asked for one thing after the other, and ended. One that dies or falls silent
 * loses nobody's question: each is asked once more of a new one where that is wanted, else it is an error in words.
 */
export class WorkerClient<Api> {
  readonly #make: () => Worker;
  readonly #life: WorkerLife;
  #running: Running<Api> | null = null;

  constructor(make: () => Worker, life: WorkerLife = {}) {
    this.#make = make;
    this.#life = life;
  }

  #start(): Running<Api> {
    const worker = this.#make();
    let fail: (error: Error) => void = () => {};
    const over = new Promise<never>((_, reject) => (fail = reject));
    over.catch(() => {});
    worker.onerror = (e) => fail(new WorkerLost(e.message || 'it could not be loaded'));
    worker.onmessageerror = () => fail(new WorkerLost('its answer could not be read'));
    return { worker, remote: wrap<Api>(worker), over, fail };
  }

  async #once<R>(ask: (remote: Remote<Api>) => R): Promise<Awaited<R>> {
    const running = (this.#running ??= this.#start());
    const { patienceMs = PATIENCE_MS } = this.#life;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const silence = new Promise<never>((_, reject) => {
      if (patienceMs !== null)
        timer = setTimeout(() => reject(new WorkerLost('it did not answer')), patienceMs);
    });
    try {
      return await Promise.race([ask(running.remote), running.over, silence]);
    } catch (error) {
      // whoever else waits for it is lost with it, and asks anew
      if (error instanceof WorkerLost && this.#running === running) this.#drop(error);
      throw error;
    } finally {
      clearTimeout(timer);
    }
  }

  #drop(why: Error): void {
    this.#running?.worker.terminate();
    this.#running?.fail(why);
    this.#running = null;
  }

  /**
   * Asks the worker.
   * @throws WorkerLost when it was lost, and the one that was started in its place too; WorkerEnded when it was ended meanwhile
   */
  async ask<R>(ask: (remote: Remote<Api>) => R): Promise<Awaited<R>> {
    try {
      return await this.#once(ask);
    } catch (error) {
      const { onrestart } = this.#life;
      if (!(error instanceof WorkerLost) || !onrestart) throw error;
      onrestart(error.message);
      return await this.#once(ask);
    }
  }

  /** Ends the worker, whatever it is at; it is started anew when it is asked again. */
  end(): void {
    this.#drop(new WorkerEnded('ended'));
  }
}
