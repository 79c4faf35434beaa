// The server's program and the program of its computing threads, beside the built application.
import { join } from 'node:path';
import { build } from 'esbuild';
import { root } from './ensure.mjs';

const source = (path) => join(root, 'src', 'lib', 'server', path);

export const bundleServer = () =>
  build({
    entryPoints: {
      iskarn: source('process/main.ts'),
      compute: source('compute/compute.worker.ts'),
      restore: source('process/restore.ts'),
      archive: source('process/archive.ts'),
      passphrase: source('process/passphrase.ts')
    },
    outdir: join(root, 'build'),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: ['better-sqlite3', 'piscina'],
    tsconfigRaw: {},
    logLevel: 'error',
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);"
    }
  });
