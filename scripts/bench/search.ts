/** A million combinations of a made shelf on two workers, every check of every one that passes the sieve. */
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { gain, size, tell, time } from './figures.ts';
import { plainPointS } from './plain.ts';
import type { ShareTimes } from './search-worker.ts';

const file = join(import.meta.dirname, 'bench-search-worker.mjs');
const workers = [0, 1].map((at) => new Worker(file, { workerData: { at, of: 2 } }));
await Promise.all(workers.map((w) => new Promise((ready) => w.once('message', ready))));
const shares = await Promise.all(
  workers.map(
    (w) =>
      new Promise<ShareTimes>((done) => {
        w.once('message', done);
        w.postMessage('go');
      })
  )
);
const sum = (of: (s: ShareTimes) => number): number => shares.reduce((n, s) => n + of(s), 0);
const last = (of: (s: ShareTimes) => number): number => Math.max(...shares.map(of));
const examined = sum((s) => s.examined);
const sieved = last((s) => s.sieved);
tell([
  time('search.first', 'first ten workable, every check asked', Math.min(...shares.map((s) => s.first)), 's'),
  time('search.sieved', `all ${examined} sieved at full throttle`, sieved, 's'),
  time(
    'search.judged',
    `all ${sum((s) => s.passed)} that pass judged by every check`,
    last((s) => s.judged),
    's'
  ),
  time(
    'search.settled',
    'all settled by what they break first',
    last((s) => s.settled),
    's'
  ),
  gain(
    'search.plain',
    '  sieve: times as quick as the plain solution',
    (plainPointS() * examined) / 2 / sieved,
    '×'
  ),
  size(
    'search.heap',
    '  heap of a worker at most',
    last((s) => s.heapMb),
    'MB'
  )
]);
