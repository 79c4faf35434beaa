// Sends fuzzed requests over every route to servers of its own: `npm run fuzz -- 30000 [seed]`. Exit 1 on any 5xx, and where anything
// that is not sound was stored.
import { fuzz, unsound } from './tools/fuzz.ts';
import { startServer } from '../tests/helpers/server.ts';

const count = Number(process.argv[2] ?? 30000);
const seed = Number(process.argv[3] ?? 1);
/** Requests that one server takes: a new one with all its data follows, so that there is something to meet. */
const EACH = 5000;
let server = await startServer();
let bad = 0;
const started = performance.now();
const statuses = new Map<number, number>();
// in batches: a sample of all at once would hold every body in memory
for (let done = 0; done < count; done += 1000) {
  const batch = await fuzz(server.address, Math.min(1000, count - done), seed + done, (request, what) => {
    if (++bad <= 20)
      console.log(`! ${request.method} ${request.path}: ${what}\n    ${String(request.body).slice(0, 400)}`);
  });
  for (const [status, n] of batch) statuses.set(status, (statuses.get(status) ?? 0) + n);
  if ((done + 1000) % EACH !== 0 && done + 1000 < count) continue;
  for (const what of await unsound(server.address)) {
    bad += 1;
    console.log(`! stored though it is not sound: ${what}`);
  }
  await server.stop();
  server = await startServer();
}
console.log(
  `${count} requests, seed ${seed}, ${((performance.now() - started) / 1000).toFixed(0)} s: ${[...statuses]
    .sort()
    .map(([status, n]) => `${status} × ${n}`)
    .join(', ')}; ${bad} met badly`
);
await server.stop();
process.exit(bad > 0 ? 1 : 0);
