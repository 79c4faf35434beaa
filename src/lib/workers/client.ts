import { wrap, type Remote } from 'comlink';
import type { MatchWorker } from './match.worker.ts';

const started: Partial<Record<'quick' | 'thorough', Remote<MatchWorker>>> = {};

/**
 * One of the page's two workers, started when first asked for. `quick` answers edits at once; `thorough` works out bands
 * and charts, so that an edit never waits behind them. Browser only.
 */
export function matchWorker(pace: 'quick' | 'thorough' = 'quick'): Remote<MatchWorker> {
  return (started[pace] ??= wrap<MatchWorker>(
    new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' })
  ));
}
