/**
 * How the server fares with much data and many people: `npm run bench -- load [setups] [runs] [samples a run] [predictions]`. Prints
 * each page's time at the 95th percentile beside its limit, then what other requests wait while fifty clients predict at
 * once, then the server's memory over many predictions. Leaves with 1 where a limit is passed.
 */
import { readFileSync, rmSync } from 'node:fs';
import { quantile } from 'd3-array';
import { closeDatabase, openDatabase } from '../../src/lib/server/db/open.ts';
import { endServer, launchServer, type Launched } from '../../tests/helpers/server.ts';
import { PLANE } from '../../tests/helpers/setups.ts';
import { manyRuns, manySetups } from '../tools/many.ts';

const [SETUPS, RUNS, SAMPLES, PREDICTIONS] = [20_000, 2000, 2500, 100_000].map((usual, k) =>
  Number(process.argv[2 + k] ?? usual)
);
const PAGE_MS = 300;
const OTHER_MS = 100;
const CLIENTS = 50;
const ROUNDS = 20;
const SIEGE_MS = 15_000;
/** How much larger the memory may be at the end than after the first tenth. */
const MEMORY_GROWTH = 1.25;

let over = 0;
function line(title: string, value: number, limit: number, unit: string, more = ''): void {
  if (value > limit) over += 1;
  console.log(
    `${title.padEnd(34)} ${value.toFixed(0).padStart(6)} ${unit} of ${limit} ${unit}  ratio ${(value / limit).toFixed(2)}${value > limit ? '  OVER' : ''}${more}`
  );
}
async function timed(
  address: string,
  path: string,
  init?: RequestInit
): Promise<{ ms: number; status: number }> {
  const from = performance.now();
  const answer = await fetch(address + path, init);
  await answer.arrayBuffer();
  return { ms: performance.now() - from, status: answer.status };
}
const p95 = (times: readonly number[]): number => quantile(times, 0.95) ?? NaN;

async function pages(server: Launched, setupId: number, run: number): Promise<void> {
  console.log(`\n${SETUPS} setups, ${RUNS} runs, ${((RUNS * SAMPLES) / 1e6).toFixed(1)} million samples`);
  // another setup in each round: what a page shows is worked out once, and none is to be served from that
  for (const path of [
    '/',
    '/match/*',
    '/match/1',
    '/find/*',
    '/change/*',
    '/test/*',
    `/test/${setupId}`,
    `/test/${setupId}/log`,
    `/test/${setupId}/series`,
    '/sheet/*',
    '/help/*/kv',
    '/shelf',
    '/settings',
    '/settings/backups',
    `/api/v1/runs/${run}`,
    `/api/v1/setups/${setupId}`,
    '/api/v1/parts'
  ]) {
    const times: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const { ms, status } = await timed(server.address, path.replace('*', String(setupId - 1 - round)));
      if (status !== 200) throw new Error(`${path} answered ${status}`);
      times.push(ms);
    }
    line(
      path,
      p95(times),
      PAGE_MS,
      'ms',
      `  median ${(quantile(times, 0.5) ?? 0).toFixed(0)} ms, first ${times[0].toFixed(0)} ms`
    );
  }
}

const PREDICT = {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ setup: PLANE, points: [{ throttle: 1, speedMs: 0 }] })
};

async function siege(server: Launched, setupId: number): Promise<void> {
  const until = performance.now() + SIEGE_MS;
  const answered: number[] = [];
  let refused = 0;
  const client = async (): Promise<void> => {
    while (performance.now() < until) {
      const { ms, status } = await timed(server.address, '/api/v1/predict', PREDICT);
      if (status === 200) answered.push(ms);
      else if (status === 503) {
        refused += 1;
        await new Promise((r) => setTimeout(r, 200));
      } else throw new Error(`a prediction was answered ${status}`);
    }
  };
  const others: number[] = [];
  const other = async (): Promise<void> => {
    while (performance.now() < until) {
      for (const path of [
        `/api/v1/setups/${setupId}`,
        '/api/v1/settings',
        '/api/health',
        '/api/v1/crafts/1/runs?most=20'
      ])
        others.push((await timed(server.address, path)).ms);
      await new Promise((r) => setTimeout(r, 50));
    }
  };
  await Promise.all([...Array.from({ length: CLIENTS }, client), other()]);
  console.log(
    `\n${CLIENTS} clients predict for ${SIEGE_MS / 1000} s: ${answered.length} answered (median ${(quantile(answered, 0.5) ?? 0).toFixed(0)} ms, 95 % ${p95(answered).toFixed(0)} ms), ${refused} asked to come again`
  );
  line('other requests meanwhile', p95(others), OTHER_MS, 'ms', `  ${others.length} of them`);
}

const residentMb = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000;

async function memory(server: Launched): Promise<void> {
  const body = JSON.stringify({
    setup: PLANE,
    points: [{ throttle: 1, speedMs: 0 }],
    bands: false,
    remedies: false
  });
  const tenth = PREDICTIONS / 10;
  const seen: number[] = [];
  console.log(`\n${PREDICTIONS} predictions, memory of the server:`);
  for (let part = 0; part < 10; part++) {
    let left = tenth;
    const client = async (): Promise<void> => {
      while (left-- > 0) await timed(server.address, '/api/v1/predict', { ...PREDICT, body });
    };
    await Promise.all([client(), client(), client(), client()]);
    seen.push(residentMb(server.child.pid as number));
    console.log(`  after ${((part + 1) * tenth).toFixed(0).padStart(7)}: ${seen[part].toFixed(0)} MB`);
  }
  line('memory at the end', seen[9], MEMORY_GROWTH * seen[0], 'MB');
}

const { folder, setupId } = manySetups(SETUPS);
const db = openDatabase(folder);
const run = manyRuns(db, setupId, RUNS, SAMPLES);
closeDatabase(db);
const server = await launchServer(folder);
await server.up();
try {
  await pages(server, setupId, run);
  await siege(server, setupId);
  if (PREDICTIONS > 0) await memory(server);
} finally {
  await endServer(server);
  rmSync(folder, { recursive: true, force: true });
}
process.exitCode = over > 0 ? 1 : 0;
