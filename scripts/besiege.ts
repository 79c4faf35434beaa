// Sends every hostile input to a server of its own and prints how each was met; exit 1 where one took more than 2 s, or
// health more than 100 ms meanwhile, or the answer was none in words.
import { besiege, PAGES } from './tools/besiege.ts';
import { cunningInputs, heavyInputs } from './tools/hostile.ts';
import { startServer } from '../tests/helpers/server.ts';

const MOST_MS = 2000;
const MOST_HEALTH_MS = 100;
const server = await startServer();
let bad = 0;
let slowest = 0;
let health = 0;
for (const input of [...heavyInputs(), ...cunningInputs()]) {
  const met = await besiege(server.address, input);
  const fine = input.statuses.includes(met.status) && met.ms <= MOST_MS && met.healthMs <= MOST_HEALTH_MS;
  if (!fine) bad++;
  slowest = Math.max(slowest, met.ms);
  health = Math.max(health, met.healthMs);
  if (
    !fine ||
    !/^(settings|setup|brief|part|table|propulsor|craft|action|schema|shelf (as|file)|header) ?:?/.test(
      input.name
    ) ||
    process.argv.includes('--all')
  )
    console.log(
      `${fine ? '  ' : '! '}${String(met.status)} ${met.ms.toFixed(0).padStart(5)} ms, health ${met.healthMs.toFixed(0).padStart(4)} ms  ${input.name}: ${met.message.slice(0, 90)}`
    );
}
for (const page of PAGES) {
  const { status } = await fetch(server.address + page);
  if (status !== 200) {
    bad++;
    console.log(`! ${page} answers ${status}`);
  }
}
console.log(
  `slowest answer ${slowest.toFixed(0)} ms, slowest health ${health.toFixed(0)} ms, ${bad} met badly`
);
await server.stop();
process.exit(bad > 0 ? 1 : 0);
