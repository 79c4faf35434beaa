// The tests as plain scripts, put together once for a run: a process that runs them needs no compiler, and begins in a fifth of
// the time.
import { readFile } from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';
import { root } from './ensure.mjs';

/** What a file of ours says of its own place stays true in the bundle. */
const ownPlace = {
  name: 'own-place',
  setup: ({ onLoad }) =>
    onLoad({ filter: /\.(ts|mjs)$/ }, async ({ path }) => {
      if (path.includes('/node_modules/')) return undefined;
      const place = {
        'import.meta.dirname': dirname(path),
        'import.meta.filename': path,
        'import.meta.url': pathToFileURL(path).href
      };
      const text = await readFile(path, 'utf8');
      const contents = text.replace(/\bimport\.meta\.(?:dirname|filename|url)\b/g, (words) =>
        JSON.stringify(place[words])
      );
      return { contents, loader: path.endsWith('.ts') ? 'ts' : 'js' };
    })
};

/** Path of a file's bundle in a folder. */
export const bundleOf = (file, folder) => join(folder, file.replace(/\.ts$/, '.mjs'));

/** The file of tests, from the root, that a bundle was made of; other paths stay as they are. */
export function sourceOf(path, folder) {
  const within = relative(folder, path);
  return within.startsWith('..') ? relative(root, path) : within.replace(/\.mjs$/, '.ts');
}

/** Puts files of tests, given from the root, together in a folder below it. */
export async function bundleTests(files, folder) {
  // fetched here: where the tests are called for from a clean checkout, it is installed only then
  const { build } = await import('esbuild');
  await build({
    entryPoints: files.map((file) => join(root, file)),
    outdir: folder,
    outbase: root,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    chunkNames: 'chunks/[hash]',
    packages: 'external',
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: 'linked',
    tsconfigRaw: {},
    logLevel: 'error',
    plugins: [ownPlace]
  });
}
