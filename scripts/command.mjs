// Runs one of the commands (predict, calibrate, search, change, plan, sheet) from a bundle that is made once per state of the sources: starting
// the TypeScript sources directly takes twice as long.
import { existsSync, mkdirSync, readdirSync, renameSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const name = process.argv[2];
process.argv.splice(2, 1);

const newest = (folder) => {
  let time = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    time = Math.max(time, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs);
  }
  return time;
};

const bundle = join(root, 'node_modules', '.cache', 'iskarn', `${name}.mjs`);

/** Makes the bundle where a source is newer than it. */
async function makeBundle() {
  const sources = Math.max(newest(join(root, 'src', 'lib', 'core')), newest(join(root, 'scripts')));
  if (existsSync(bundle) && statSync(bundle).mtimeMs >= sources) return;
  const { build } = await import('esbuild');
  mkdirSync(dirname(bundle), { recursive: true });
  const fresh = `${bundle}.${process.pid}`;
  await build({
    entryPoints: [join(root, 'scripts', `${name}.ts`)],
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    minifySyntax: true,
    outfile: fresh,
    external: ['esbuild'],
    tsconfigRaw: {},
    logLevel: 'error',
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);"
    }
  });
  renameSync(fresh, bundle);
}

try {
  await makeBundle();
} catch (error) {
  const words = {
    ENOSPC: 'the disk is full',
    EROFS: 'the disk is read-only',
    EACCES: 'it may not be written'
  };
  console.error(`iskarn: cannot make the program ${bundle}: ${words[error.code] ?? error.message}.`);
  process.exit(2);
}
await import(pathToFileURL(bundle).href);
