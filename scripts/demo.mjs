// One command from a clean checkout to a running demo: like start, on data of its own that begins with the demo club.
// With --reset the demo begins anew; what was changed in it is gone.
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { root, say } from './ensure.mjs';

const own = join(root, 'data', 'demo');
if (process.argv.includes('--reset')) {
  // only ever the demo's own folder: what somebody named may hold his own data
  if (process.env.ISKARN_DATA) {
    console.error(
      'iskarn: --reset begins the demo in data/demo anew; it does not touch a folder that ISKARN_DATA names.'
    );
    process.exit(2);
  }
  if (existsSync(own)) {
    rmSync(own, { recursive: true, force: true });
    say('the demo begins anew');
  }
}
process.env.ISKARN_DATA ??= own;
process.env.ISKARN_DEMO ??= '1';
say(`data in ${process.env.ISKARN_DATA}`);
await import('./start.mjs');
