import type { ChangeAdvice, ChangeView } from '../core/change/change-picture.ts';

/**
 * Asks what makes a change safe in a worker of its own. Ending the question ends the worker, whatever it is at: what was
 * overtaken is never waited for. Browser only.
 */
export class AdviceQuestion {
  readonly #worker: Worker;

  constructor(
    view: ChangeView,
    on: { told: (advice: ChangeAdvice | null) => void; failed: (why: string) => void }
  ) {
    this.#worker = new Worker(new URL('./advice.worker.ts', import.meta.url), { type: 'module' });
    this.#worker.onmessage = ({ data }: MessageEvent<ChangeAdvice | null>) => {
      this.end();
      on.told(data);
    };
    this.#worker.onerror = (e) => {
      this.end();
      on.failed(e.message || 'it could not be loaded');
    };
    this.#worker.postMessage(view);
  }

  end(): void {
    this.#worker.terminate();
  }
}
