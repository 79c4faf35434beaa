// Everything that must hold, from a clean checkout, saying what it does. With words: only the tests that have one in their
// path, built anew where they need it.
import {
  ensureBuild,
  ensureNode,
  ensurePackages,
  ensurePackagesWhile,
  ensurePrograms,
  run,
  say
} from './ensure.mjs';
import { runTests } from './run-tests.mjs';

const words = process.argv.slice(2);
ensureNode();
if (!words.includes('--unit')) ensurePrograms();
/** Lint, formatting and types. */
function examine() {
  say('lint and formatting …');
  run('npx', ['svelte-kit', 'sync']);
  run('npx', ['eslint', '.']);
  run('npx', ['prettier', '--check', '--log-level', 'warn', '.']);
  say('types …');
  run('npx', ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings', '--output', 'human']);
  run('npx', ['tsc', '-p', 'scripts/tsconfig.json']);
  run('npx', ['tsc', '-p', 'tsconfig.worker.json']);
}

if (words.length === 0)
  await ensurePackagesWhile(() => {
    examine();
    // nothing that is compiled is needed to build: it is ready when the driver is
    ensureBuild();
  });
else ensurePackages();
if (!words.includes('--unit')) ensureBuild();
else run('npx', ['svelte-kit', 'sync']);
say(words.length === 0 ? 'unit, outside checks, integration and browser tests …' : 'tests …');
process.exit(runTests(words));
