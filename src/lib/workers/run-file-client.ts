import { proxy, wrap, type Remote } from 'comlink';
import type { RunFileState } from '../core/testing/files/read-run-file.ts';
import type { UnitContext } from '../core/testing/files/roles.ts';
import type { FileLook, RunFileWorker } from './run-file.worker.ts';

/**
 * Reads files of meters in a worker of its own. Ending it ends whatever it is at, at once; it is started anew when asked
 * again. Browser only.
 */
export class RunFileReading {
  #worker: Worker | null = null;
  #remote: Remote<RunFileWorker> | null = null;
  #fail: (error: Error) => void = () => {};

  async #ask<R>(ask: (remote: Remote<RunFileWorker>) => Promise<R>): Promise<R> {
    if (!this.#worker) {
      this.#worker = new Worker(new URL('./run-file.worker.ts', import.meta.url), { type: 'module' });
      this.#worker.onerror = (e) => this.#fail(new Error(e.message || 'The file could not be read.'));
      this.#remote = wrap<RunFileWorker>(this.#worker);
    }
    const lost = new Promise<never>((_, reject) => (this.#fail = reject));
    return Promise.race([ask(this.#remote as Remote<RunFileWorker>), lost]);
  }

  look = (file: File, delimiter?: string): Promise<FileLook | null> =>
    this.#ask((r) => r.look(file, delimiter) as Promise<FileLook | null>);

  check = (
    file: File,
    look: FileLook,
    context: UnitContext,
    told: (share: number, rows: number) => void
  ): Promise<RunFileState> =>
    this.#ask((r) => r.check(file, look, context, proxy(told)) as Promise<RunFileState>);

  send = (
    file: File,
    look: FileLook,
    context: UnitContext,
    runId: number,
    told: (share: number, rows: number) => void
  ): Promise<RunFileState> =>
    this.#ask((r) => r.send(file, look, context, runId, proxy(told)) as Promise<RunFileState>);

  end(): void {
    this.#worker?.terminate();
    this.#worker = null;
    this.#fail(new Error('cancelled'));
  }
}
