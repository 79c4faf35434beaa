// Tries hard to break Iskarn: one kind of attack at length, as its test tries it in short. `npm run attack -- requests 30000`.
import { join } from 'node:path';
import { ensureBuild, ensurePackages, root, run } from './ensure.mjs';

/** Test file of each kind, and what says how often it is tried. */
const KINDS = {
  setups: ['tests/storm.test.ts', 'ISKARN_STORM'],
  changes: ['tests/changing.test.ts', 'ISKARN_CHANGES'],
  fixes: ['tests/mending.test.ts', 'ISKARN_MEND_SETUPS'],
  files: ['tests/integration/hostile.test.ts', null],
  requests: ['tests/integration/fuzz.test.ts', 'ISKARN_FUZZ'],
  kills: ['tests/integration/kill.test.ts', 'ISKARN_KILLS']
};
const [kind, count] = process.argv.slice(2);
if (!Object.hasOwn(KINDS, kind ?? '')) {
  console.error(`iskarn: say which: ${Object.keys(KINDS).join(', ')}; then how many times`);
  process.exit(2);
}
ensurePackages();
ensureBuild();
const [file, times] = KINDS[kind];
run(process.execPath, ['--import', 'tsx', '--test', join(root, file)], {
  env: { ...process.env, ISKARN_LONG: '1', ...(times && count ? { [times]: count } : {}) }
});
