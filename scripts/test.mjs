// Everything that must hold, from a clean checkout, saying what it does. With words: only the tests that have one in their
// path, built anew where they need it. `--long` tries all of what is usually tried in part.
import { spawn } from 'node:child_process';
import {
  compilePackages,
  ensureBuild,
  ensureNode,
  ensurePackages,
  ensurePrograms,
  isBuilt,
  root,
  run,
  say,
  unpackPackages
} from './ensure.mjs';
import { runTests } from './run-tests.mjs';

const words = process.argv.slice(2).filter((w) => w !== '--long');
if (process.argv.includes('--long')) process.env.ISKARN_LONG = '1';
ensureNode();
if (!words.includes('--unit')) ensurePrograms();

/** Runs a command beside others; what it says is shown in one piece when it has ended. */
const beside = (name, command, args) => () =>
  new Promise((resolve) => {
    const began = Date.now();
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
    child.on('error', (error) => said.push(Buffer.from(`${error.message}\n`)));
    child.on('close', (code) => {
      if (code !== 0) process.stdout.write(Buffer.concat(said));
      say(`${name}: ${code === 0 ? 'good' : 'failed'} (${Math.round((Date.now() - began) / 1000)} s)`);
      resolve(code === 0);
    });
  });

/** Runs steps one after the other; whether all of them went well. A step that fails does not hold up what follows. */
async function lane(...steps) {
  let good = true;
  for (const step of steps) good = (await step()) && good;
  return good;
}

if (words.length > 0) {
  ensurePackages();
  if (words.includes('--unit')) run('npx', ['svelte-kit', 'sync']);
  else ensureBuild();
  say('tests …');
  process.exit(await runTests(words));
}

const compiles = unpackPackages();
run('npx', ['svelte-kit', 'sync']);
say('compiling, building, lint, formatting and types, two at a time …');
// what is compiled is not needed to build, nor to look at the sources
const [first, second] = await Promise.all([
  lane(compiles ? compilePackages : async () => true, beside('lint', 'npx', ['eslint', '.'])),
  lane(
    isBuilt() ? async () => true : beside('build', process.execPath, ['scripts/build.mjs']),
    beside('types', 'npx', [
      'svelte-check',
      '--tsconfig',
      './tsconfig.json',
      '--fail-on-warnings',
      '--output',
      'human'
    ]),
    beside('types of the service worker', 'npx', ['tsc', '-p', 'tsconfig.worker.json']),
    beside('formatting', 'npx', ['prettier', '--check', '--log-level', 'warn', '.'])
  )
]);
if (!first || !second) process.exit(1);
say('unit, outside checks, integration and browser tests …');
process.exit(await runTests([]));
