import type { ChangeAdvice, ChangeView } from '../core/change/change-picture.ts';
import type { AdviceWorker } from './advice.worker.ts';
import { WorkerClient } from './worker-client.ts';

/** What makes a change safe, looked for in a worker of its own: ending it ends the question, whatever it is at. Browser only. */
export class AdviceClient {
  readonly #client = new WorkerClient<AdviceWorker>(
    () => new Worker(new URL('./advice.worker.ts', import.meta.url), { type: 'module' }),
    { patienceMs: null }
  );

  /** @throws WorkerLost when the worker died, WorkerEnded when the question was overtaken */
  ask = (view: ChangeView): Promise<ChangeAdvice | null> =>
    this.#client.ask((w) => w.advise(view)) as Promise<ChangeAdvice | null>;

  end = (): void => this.#client.end();
}
