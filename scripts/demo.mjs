// One command from a clean checkout to a running demo: like start, on data of its own that begins with the demo club.
import { join } from 'node:path';
import { root, say } from './ensure.mjs';

process.env.ISKARN_DATA ??= join(root, 'data', 'demo');
process.env.ISKARN_DEMO ??= '1';
say(`data in ${process.env.ISKARN_DATA}`);
await import('./start.mjs');
