// Serves the built application with the user's own data.
import { join } from 'node:path';
import { ensureBuild, ensureNode, ensurePackages, root } from './ensure.mjs';

ensureNode();
ensurePackages();
ensureBuild();
process.env.HOST ??= '127.0.0.1';
process.env.PORT ??= '5190';
process.env.ORIGIN ??= `http://${process.env.HOST}:${process.env.PORT}`;
process.env.BODY_SIZE_LIMIT ??= '20M';
process.env.ISKARN_DATA ??= join(root, 'data');
await import(join(root, 'build', 'index.js'));
console.log(`iskarn: open ${process.env.ORIGIN}`);
