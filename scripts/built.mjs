// Runs one of the built programs that work on the data folder, built first where it is not.
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuild, ensureNode, ensurePackages, root } from './ensure.mjs';

const [name] = process.argv.splice(2, 1);
ensureNode();
ensurePackages();
ensureBuild();
process.env.ISKARN_DATA ??= join(root, 'data');
await import(pathToFileURL(join(root, 'build', `${name}.js`)).href);
