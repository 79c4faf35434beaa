// Serves the built application with the user's own data.
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuild, ensureNode, ensurePackages, root } from './ensure.mjs';

ensureNode();
ensurePackages();
ensureBuild();
process.env.ISKARN_DATA ??= join(root, 'data');
await import(pathToFileURL(join(root, 'build', 'iskarn.js')).href);
