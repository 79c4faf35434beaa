/** How long log and charts take with thousands of runs and millions of samples: `npm run bench -- log [runs] [samples each]`. Prints times; judges nothing. */
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { quantile } from 'd3-array';
import { createSketched } from '../../src/lib/server/crafts.ts';
import { closeDatabase, openDatabase } from '../../src/lib/server/db/open.ts';
import { manyRuns } from '../tools/many.ts';
import { endServer, launchServer } from '../../tests/helpers/server.ts';
import { PLANE } from '../../tests/helpers/setups.ts';

const RUNS = Number(process.argv[2] ?? 2000);
const SAMPLES = Number(process.argv[3] ?? 2500);
const ROUNDS = 30;

const folder = mkdtempSync(join(tmpdir(), 'iskarn-log-speed-'));
const db = openDatabase(folder);
const made = createSketched(db, { name: 'much flown', document: PLANE });
if (!made.ok) throw new Error('no craft');
const { id: setupId } = made.value;
const began = performance.now();
const last = manyRuns(db, setupId, RUNS, SAMPLES);
closeDatabase(db);
console.log(
  `${RUNS} runs, ${((RUNS * SAMPLES) / 1e6).toFixed(1)} million samples stored in ${((performance.now() - began) / 1000).toFixed(0)} s, ${(statSync(join(folder, 'iskarn.db')).size / 1e6).toFixed(0)} MB`
);
const server = await launchServer(folder);
await server.up();
try {
  for (const [title, path] of [
    ['the log', `/test/${setupId}/log`],
    ['the test', `/test/${setupId}`],
    ['a run’s chart', `/api/v1/runs/${last}`],
    ['a page of the list', `/api/v1/crafts/1/runs?most=100&skip=1000`]
  ]) {
    const times: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const from = performance.now();
      const answer = await fetch(server.address + path);
      await answer.arrayBuffer();
      if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}`);
      times.push(performance.now() - from);
    }
    const ms = (p: number): string => `${(quantile(times, p) as number).toFixed(0).padStart(5)} ms`;
    console.log(
      `${title.padEnd(20)} first ${times[0].toFixed(0).padStart(5)} ms, median ${ms(0.5)}, 95 % ${ms(0.95)}`
    );
  }
} finally {
  await endServer(server);
  rmSync(folder, { recursive: true, force: true });
}
