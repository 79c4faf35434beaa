import { wrap, type Remote } from 'comlink';
import type { MatchWorker } from './match.worker.ts';

/** A worker that died or fell silent, and did so again when it was started anew. */
export class WorkerLost extends Error {
  override readonly name = 'WorkerLost';
}

type Pace = 'quick' | 'thorough';

/** Longest silence of a worker before it is taken for dead, ms. */
const PATIENCE_MS = 30_000;

interface Running {
  worker: Worker;
  remote: Remote<MatchWorker>;
  /** Rejects when the worker dies. */
  lost: Promise<never>;
}

const running: Partial<Record<Pace, Running>> = {};
let onRestart: (why: string) => void = () => {};

/** Names who is told when a worker had to be started anew. */
export const whenRestarted = (tell: (why: string) => void): void => {
  onRestart = tell;
};

function start(): Running {
  const worker = new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' });
  const lost = new Promise<never>((_, reject) => {
    worker.onerror = (e) => reject(new WorkerLost(e.message || 'it could not be loaded'));
    worker.onmessageerror = () => reject(new WorkerLost('its answer could not be read'));
  });
  lost.catch(() => {});
  return { worker, remote: wrap<MatchWorker>(worker), lost };
}

function end(pace: Pace): void {
  running[pace]?.worker.terminate();
  delete running[pace];
}

/** A promise that rejects when a worker stays silent too long, and how to call that off. */
function silence(): { promise: Promise<never>; cancel: () => void } {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const promise = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new WorkerLost('it did not answer')), PATIENCE_MS);
  });
  promise.catch(() => {});
  return { promise, cancel: () => clearTimeout(timer) };
}

async function once<R>(pace: Pace, ask: (remote: Remote<MatchWorker>) => R): Promise<Awaited<R>> {
  const { remote, lost } = (running[pace] ??= start());
  const { promise, cancel } = silence();
  try {
    return await Promise.race([ask(remote), lost, promise]);
  } finally {
    cancel();
  }
}

/**
 * Asks one of the page's two workers, started when first asked for. `quick` answers edits at once; `thorough` works out
 * bands and charts, so that an edit never waits behind them. One that dies or falls silent is started anew once, and that
 * is told. Browser only.
 * @throws WorkerLost when the second one is lost too
 */
export async function askWorker<R>(pace: Pace, ask: (remote: Remote<MatchWorker>) => R): Promise<Awaited<R>> {
  try {
    return await once(pace, ask);
  } catch (error) {
    if (!(error instanceof WorkerLost)) throw error;
    end(pace);
    onRestart(error.message);
    try {
      return await once(pace, ask);
    } catch (again) {
      if (again instanceof WorkerLost) end(pace);
      throw again;
    }
  }
}
