/**
 * `npm run bench`: how fast, as figures and as ratios on the same inputs in one run. The plain solution is bisection
 * from the fmin package on the same torque balance. The lower limit of a point is what it cannot do without: three
 * looks into the propeller table (one at the no-load end, two to converge quadratically) and one square root; of a
 * table, one look at every blade section per node.
 */
import { build } from 'esbuild';
import { bisect } from 'fmin/src/bisect.js';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { air } from '../src/lib/core/medium/air.ts';
import { propulsorLoad, TIP_SPEEDS_MS, U_STEPS } from '../src/lib/core/parts/propulsor/performance.ts';
import { bladeStations } from '../src/lib/core/parts/propulsor/propeller/blade-element.ts';
import { resolveFamily } from '../src/lib/core/parts/propulsor/propeller/blade-shape.ts';
import { sectionPolar, sectionState, setSection } from '../src/lib/core/parts/propulsor/propeller/section.ts';
import { propellerTable } from '../src/lib/core/parts/propulsor/propeller/table.ts';
import { interpretSetup } from '../src/lib/core/model/interpret.ts';
import {
  noLoadCurrentAt,
  operatingPoint,
  solveOperatingPoint
} from '../src/lib/core/train/operating-point.ts';
import { setup } from './bench-inputs.ts';
import type { ShareTimes } from './bench-worker.ts';

const root = process.env.ISKARN_ROOT ?? process.cwd();
const model = interpretSetup(setup).model;
const fluid = air(0, 15);
const volts = (k: number): number => 11.1 + 1e-6 * k;
const throttle = (k: number): number => 0.5 + (k % 97) / 194;
const speed = (k: number): number => (k % 31) * 0.5;
const point = operatingPoint();
const load = new Float64Array(2);
let sink = 0;

/** Best of a few runs, seconds per item. */
function perItem(count: number, run: (count: number) => void): number {
  let best = Infinity;
  for (let r = 0; r < 5; r++) {
    const start = process.hrtime.bigint();
    run(count);
    best = Math.min(best, Number(process.hrtime.bigint() - start) / 1e9 / count);
  }
  return best;
}

const ours = perItem(400000, (n) => {
  for (let k = 0; k < n; k++) {
    solveOperatingPoint(model, { openCircuitV: volts(k), packOhm: 0.018 }, throttle(k), speed(k), point);
    sink += point.thrustN;
  }
});

const plain = perItem(20000, (n) => {
  for (let k = 0; k < n; k++) {
    const d = throttle(k);
    const s = d < 1 ? model.escSwitchingShare : 0;
    const source = 0.018 + model.wiringResistanceOhm;
    const current = (w: number): number =>
      (d * volts(k) - model.motorConstant * w) /
      (model.windingResistanceOhm + model.escResistanceOhm + d * (d + s) * source);
    const balance = (w: number): number => {
      propulsorLoad(model.performance, w / (2 * Math.PI), speed(k), model.diameterM, load);
      return (
        model.motorConstant * (current(w) - noLoadCurrentAt(model, w)) -
        model.densityKgM3 * model.diameterM ** 3 * load[1]
      );
    };
    sink += bisect(balance, 0, volts(k) / model.motorConstant, { tolerance: 1e-7, maxIterations: 200 });
  }
});

const limit = perItem(400000, (n) => {
  for (let k = 0; k < n; k++) {
    for (let look = 0; look < 3; look++) {
      propulsorLoad(model.performance, 120 + look + 1e-5 * k, speed(k), model.diameterM, load);
      sink += load[1];
    }
    sink += Math.sqrt(k);
  }
});

const makeTable = (k: number): void => {
  const diameterM = 0.2 + 0.0007 * k;
  const table = propellerTable(
    { diameterM, pitchM: 0.5 * diameterM, blades: 2, family: resolveFamily('thin-electric', diameterM) },
    fluid
  );
  for (let r = 0; r < TIP_SPEEDS_MS.length; r++) sink += table.row(r)[10];
};
const table = perItem(40, (n) => {
  for (let k = 0; k < n; k++) makeTable(k);
});

const g = { diameterM: 0.254, pitchM: 0.127, blades: 2, family: resolveFamily('thin-electric', 0.254) };
const stations = bladeStations(g);
const section = sectionState();
const polar = new Float64Array(2);
const sections = TIP_SPEEDS_MS.length * (U_STEPS + 1) * stations.length;
const tableLimit = perItem(40, (n) => {
  for (let k = 0; k < n; k++)
    for (let at = 0; at < sections; at++) {
      setSection(section, 5e4 + at, 0.2, 0.3, 0.1, 0.026);
      sectionPolar(section, 0.1 + 1e-6 * at, polar);
      sink += polar[0];
    }
});
const tablePlain = perItem(4, (n) => {
  for (let k = 0; k < n; k++)
    for (let at = 0; at < sections; at++) {
      const s = stations[at % stations.length];
      setSection(section, 5e4 + at, 0.2, s.chordOverRadius, 0.1, 0.026);
      const residual = (phi: number): number => {
        const sin = Math.sin(phi);
        const cos = Math.cos(phi);
        sectionPolar(section, s.twist - phi, polar);
        const cn = polar[0] * cos - polar[1] * sin;
        const ct = polar[0] * sin + polar[1] * cos;
        const f =
          (4 / Math.PI ** 2) *
          Math.acos(Math.exp(s.tipExponent / sin)) *
          Math.acos(Math.exp(s.hubExponent / sin));
        const j = (at % 30) / 30;
        return (4 * f * sin * sin - s.solidity * cn) * 50 - 12 * j * (4 * f * sin * cos + s.solidity * ct);
      };
      sink += bisect(residual, 1e-6, Math.PI / 2, { tolerance: 1e-6, maxIterations: 100 });
    }
});

/** A million combinations of a made shelf on two workers, every check of every one that passes the sieve. */
async function search(): Promise<ShareTimes[]> {
  const folder = join(root, 'node_modules', '.cache', 'iskarn');
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'bench-worker.mjs');
  await build({
    entryPoints: [join(root, 'scripts', 'bench-worker.ts')],
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile: file,
    logLevel: 'error',
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);"
    }
  });
  const workers = [0, 1].map((at) => new Worker(file, { workerData: { at, of: 2 } }));
  await Promise.all(workers.map((w) => new Promise((ready) => w.once('message', ready))));
  return Promise.all(
    workers.map(
      (w) =>
        new Promise<ShareTimes>((done) => {
          w.once('message', done);
          w.postMessage('go');
        })
    )
  );
}

const shares = await search();
const sum = (of: (s: ShareTimes) => number): number => shares.reduce((n, s) => n + of(s), 0);
const last = (of: (s: ShareTimes) => number): number => Math.max(...shares.map(of));
const examined = sum((s) => s.examined);
const line = (what: string, value: string): void => console.log(`${what.padEnd(58)} ${value}`);
line('operating points per second, cached table', (1 / ours).toFixed(0));
line('  against bisection from a general package, × faster', (plain / ours).toFixed(1));
line('  against its lower limit, × slower', (ours / limit).toFixed(2));
line('propeller table, ms', (1000 * table).toFixed(2));
line('  against bisection from a general package, × faster', (tablePlain / table).toFixed(1));
line('  against its lower limit, × slower', (table / tableLimit).toFixed(2));
line(`search of ${examined} combinations, two workers`, '');
line('  first ten workable, every check asked, s', Math.min(...shares.map((s) => s.first)).toFixed(2));
line('  all sieved at full throttle, s', last((s) => s.sieved).toFixed(2));
line(`  all ${sum((s) => s.passed)} that pass judged by every check, s`, last((s) => s.judged).toFixed(1));
line('  all settled by what they break first, s', last((s) => s.settled).toFixed(1));
line(
  `  workable, and heap at most, MB a worker`,
  `${sum((s) => s.workable)}, ${last((s) => s.heapMb).toFixed(0)}`
);
line(
  '  sieve against the plain solution on two cores, × faster',
  ((plain * examined) / 2 / last((s) => s.sieved)).toFixed(1)
);
line(
  '  sieve against the lower limit on two cores, × slower',
  (last((s) => s.sieved) / ((limit * examined) / 2)).toFixed(2)
);
if (!Number.isFinite(sink)) console.log(sink);
