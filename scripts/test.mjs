// Everything that must hold, from a clean checkout, saying what it does.
import { ensureBuild, ensureNode, ensurePackages, ensurePrograms, run, say } from './ensure.mjs';

ensureNode();
ensurePrograms();
ensurePackages();
say('lint and formatting …');
run('npx', ['eslint', '.']);
run('npx', ['prettier', '--check', '--log-level', 'warn', '.']);
say('types …');
run('npx', ['svelte-kit', 'sync']);
run('npx', ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings', '--output', 'human']);
run('npx', ['tsc', '-p', 'scripts/tsconfig.json']);
ensureBuild();
say('unit, outside checks, integration and browser tests …');
run(process.execPath, ['scripts/run-tests.mjs']);
