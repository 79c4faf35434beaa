import { proxy } from 'comlink';
import type { UnitContext } from '../core/registry/channels.ts';
import type { RunFileState } from '../core/testing/files/read-run-file.ts';
import type { FileLook, RunFileWorker } from './run-file.worker.ts';
import { WorkerClient } from './worker-client.ts';

type Told = (share: number, rows: number) => void;

/** Reads files of meters in a worker of its own: ending it ends whatever it is at, at once. Browser only. */
export class RunFileReading {
  readonly #client = new WorkerClient<RunFileWorker>(
    () => new Worker(new URL('./run-file.worker.ts', import.meta.url), { type: 'module' }),
    { patienceMs: null }
  );

  look = (file: File, delimiter?: string): Promise<FileLook | null> =>
    this.#client.ask((w) => w.look(file, delimiter)) as Promise<FileLook | null>;

  check = (file: File, look: FileLook, context: UnitContext, told: Told): Promise<RunFileState> =>
    this.#client.ask((w) => w.check(file, look, context, proxy(told))) as Promise<RunFileState>;

  send = (
    file: File,
    look: FileLook,
    context: UnitContext,
    runId: number,
    told: Told
  ): Promise<RunFileState> =>
    this.#client.ask((w) => w.send(file, look, context, runId, proxy(told))) as Promise<RunFileState>;

  end = (): void => this.#client.end();
}
