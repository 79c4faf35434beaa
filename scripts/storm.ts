/** `npm run storm -- 100000`: that many random valid setups of all kinds, each solved; reports what fails. */
import { interpretSetup } from '../src/lib/core/model/interpret.ts';
import { predictPoints } from '../src/lib/core/train/predict-points.ts';
import { seededRandom } from '../src/lib/core/numeric/random.ts';
import { assertEnergyCloses, assertMomentumLimit } from './tools/plausible.ts';
import { randomSetups } from '../tests/helpers/random-setup.ts';

const count = Number(process.argv[2] ?? 100000);
const seed = Number(process.argv[3] ?? 1);
const next = randomSetups(seed);
const random = seededRandom(seed + 1);
let failures = 0;
for (let at = 0; at < count; at++) {
  const setup = next();
  const speedMs = random() < 0.4 ? 0 : 60 * random() ** 2;
  try {
    const i = interpretSetup(setup);
    const [p] = predictPoints(i, [{ throttle: random(), speedMs, stateOfCharge: random() }], false);
    for (const [key, value] of Object.entries(p))
      if (typeof value === 'number' && !Number.isFinite(value)) throw new Error(`${key} is ${value}`);
    assertEnergyCloses(p, 'energy');
    if (i.model.performance.kind !== 'constant' || speedMs === 0)
      assertMomentumLimit(p, i.model.count, 'momentum');
  } catch (error) {
    failures++;
    if (failures <= 10) console.error(`setup ${at}: ${(error as Error).message}\n${JSON.stringify(setup)}`);
  }
  if ((at + 1) % 10000 === 0) console.log(`${at + 1} solved, ${failures} failed`);
}
console.log(`${count} random setups, ${failures} failures`);
process.exitCode = failures > 0 ? 1 : 0;
