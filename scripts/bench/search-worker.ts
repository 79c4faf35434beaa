import { parentPort, workerData } from 'node:worker_threads';
import { SearchRun } from '../../src/lib/core/search/search-run.ts';
import { spaceOf } from '../../src/lib/core/search/space.ts';
import { searched } from './inputs.ts';

/** What one worker tells of its share, s since the start. */
export interface ShareTimes {
  readonly examined: number;
  readonly passed: number;
  readonly workable: number;
  readonly sieved: number;
  /** The first ten workable ones, every check asked. */
  readonly first: number;
  readonly judged: number;
  readonly settled: number;
  readonly heapMb: number;
}

const { at, of } = workerData as { at: number; of: number };
const { brief, parts } = searched();
parentPort?.once('message', () => {
  const start = process.hrtime.bigint();
  const now = (): number => Number(process.hrtime.bigint() - start) / 1e9;
  const run = new SearchRun(spaceOf(brief, parts), {}, { at, of });
  let [sieved, first, judged] = [0, 0, 0];
  let heapMb = 0;
  let more = true;
  while (more) {
    more = run.advance(3000);
    const p = run.progress;
    if (first === 0 && p.workable >= 10) first = now();
    if (sieved === 0 && p.phase !== 'sieving') sieved = now();
    if (judged === 0 && (p.phase === 'settling' || p.phase === 'done')) judged = now();
    heapMb = Math.max(heapMb, process.memoryUsage().heapUsed / 1e6);
  }
  const { size, passed, workable } = run.progress;
  parentPort?.postMessage({
    examined: size,
    passed,
    workable,
    sieved,
    first,
    judged,
    settled: now(),
    heapMb
  } satisfies ShareTimes);
  parentPort?.close();
});
parentPort?.postMessage('ready');
