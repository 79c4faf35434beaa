// Builds the application and the programs beside it; `--release [folder]` packs it too.
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { root, run } from './ensure.mjs';
import { bundleServer } from './bundle-server.mjs';

run('npx', ['vite', 'build', '--logLevel', 'warn']);
await bundleServer();
const built = join(root, 'build', '.built');
mkdirSync(dirname(built), { recursive: true });
writeFileSync(built, new Date().toISOString());

const at = process.argv.indexOf('--release');
if (at > 0) run(process.execPath, [join(root, 'scripts', 'release.mjs'), ...process.argv.slice(at + 1)]);
