import type { Remote } from 'comlink';
import type { MatchWorker } from './match.worker.ts';
import { WorkerClient } from './worker-client.ts';

type Pace = 'quick' | 'thorough';

let onRestart: (why: string) => void = () => {};

/** Names who is told when a worker had to be started anew. */
export const whenRestarted = (tell: (why: string) => void): void => {
  onRestart = tell;
};

const client = (): WorkerClient<MatchWorker> =>
  new WorkerClient(() => new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' }), {
    onrestart: (why) => onRestart(why)
  });
const clients: Readonly<Record<Pace, WorkerClient<MatchWorker>>> = { quick: client(), thorough: client() };

/**
 * Asks one of the page's two workers. `quick` answers edits at once; `thorough` works out bands and charts, so that an edit never
 * waits behind them. One that dies or falls silent is started anew once, and that is told. Browser only.
 * @throws WorkerLost when the second one is lost too
 */
export const askWorker = <R>(pace: Pace, ask: (remote: Remote<MatchWorker>) => R): Promise<Awaited<R>> =>
  clients[pace].ask(ask);
