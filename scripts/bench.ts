/**
 * How quick and how large: `npm run bench -- [core] [search] [change] [import] [database] [page] [--store]`. Each suite in a
 * process of its own, each figure with its ratio to the stored baseline (above 1: better than then), times held against how quick
 * the machine is. Leaves with 1 where a figure passes its limit. With `--store` the figures become the baseline.
 */
import { execFile } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { build } from 'esbuild';
import { betterThan, readBaseline, storeBaseline, type Measured } from './bench/baseline.ts';
import type { Figure } from './bench/figures.ts';
import { ensureBuild } from './ensure.mjs';

const root = join(import.meta.dirname, '..');
const cache = join(root, 'node_modules', '.cache', 'iskarn');
const BASELINE = join(root, 'docs', 'bench-baseline.json');
const SUITES = {
  core: 'core',
  search: 'search',
  change: 'change',
  import: 'imports',
  database: 'database',
  page: 'page'
};
type Suite = keyof typeof SUITES;

/** Programs that print times of much data or a whole browser and judge little: `npm run bench -- load 20000`. */
const ALONE = ['find', 'load', 'many', 'log'];
if (ALONE.includes(process.argv[2])) {
  const [name] = process.argv.splice(2, 1);
  await import(`./bench/${name}.ts`);
  process.exit();
}

const words = process.argv.slice(2);
const store = words.includes('--store');
const named = words.filter((w): w is Suite => Object.hasOwn(SUITES, w));
const strange = words.find((w) => w !== '--store' && !Object.hasOwn(SUITES, w));
if (strange !== undefined) {
  console.error(`There is no suite “${strange}”; there are ${Object.keys(SUITES).join(', ')}.`);
  process.exit(2);
}
const suites = named.length > 0 ? named : (Object.keys(SUITES) as Suite[]);

async function bundle(name: string): Promise<string> {
  mkdirSync(cache, { recursive: true });
  const outfile = join(cache, `bench-${name}.mjs`);
  await build({
    entryPoints: [join(root, 'scripts', 'bench', `${name}.ts`)],
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    target: 'node20',
    tsconfigRaw: {},
    outfile,
    logLevel: 'error'
  });
  return outfile;
}

/** Runs a program of the bench and reads what it says last. */
async function said(name: string): Promise<unknown> {
  // the page is driven through the tests' own helpers, as they stand in their folders; nothing of it is timed in this process
  const program =
    name === 'page' ? ['--import', 'tsx', join(root, 'scripts', 'bench', 'page.ts')] : [await bundle(name)];
  const { stdout } = await promisify(execFile)(process.execPath, program, {
    cwd: root,
    maxBuffer: 1e8
  });
  return JSON.parse(stdout.trimEnd().split('\n').at(-1) as string);
}

const baseline = readBaseline(BASELINE);
const machine = `${cpus()[0].model}, ${cpus().length} processors, Node ${process.versions.node}`;
console.log(machine);
if (baseline)
  console.log(
    `baseline of ${baseline.at.slice(0, 10)}: ${baseline.machine}; ratios above 1 are better than then, times held against how quick the machine was and is`
  );

const all: Measured[] = [];
let over = 0;
for (const suite of suites) {
  // a shared machine is twice as quick in one minute as in the next: asked before each suite
  const plainPointS = (await said('yardstick')) as number;
  console.log(`\n${suite} (a point by the plain solution takes ${(1e6 * plainPointS).toFixed(1)} µs)`);
  if (suite === 'page') ensureBuild();
  if (suite === 'search') await bundle('search-worker');
  const figures = (await said(SUITES[suite])) as Figure[];
  for (const f of figures) {
    const measured = { ...f, plainPointS };
    all.push(measured);
    const ratio = betterThan(baseline, measured);
    const isOver = f.limit !== undefined && f.value > f.limit;
    if (isOver) over += 1;
    const value = f.value >= 1000 ? f.value.toFixed(0) : String(Number(f.value.toPrecision(3)));
    console.log(
      `  ${f.title.padEnd(62)} ${value.padStart(10)} ${f.unit.padEnd(3)} ${ratio === null ? '   –' : `× ${ratio.toFixed(2)}`}${f.limit === undefined ? '' : `  of ${f.limit} ${f.unit}${isOver ? '  OVER' : ''}`}`
    );
  }
}
if (store) {
  storeBaseline(BASELINE, { at: new Date().toISOString(), machine }, all);
  console.log(`\nstored in docs/bench-baseline.json`);
}
process.exitCode = over > 0 ? 1 : 0;
