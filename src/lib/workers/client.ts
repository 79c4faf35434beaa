import { wrap, type Remote } from 'comlink';
import type { MatchWorker } from './match.worker.ts';

let worker: Remote<MatchWorker> | null = null;

/** The page's one worker, started when first asked for. Browser only. */
export function matchWorker(): Remote<MatchWorker> {
  worker ??= wrap<MatchWorker>(new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' }));
  return worker;
}
