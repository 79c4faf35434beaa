import { cpSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, extname, join } from 'node:path';
import { root } from './server.ts';

const TEXT = new Set(['.js', '.css', '.json', '.html', '.webmanifest']);

/** Paths of the scripts and styles of a build, as a browser asks for them. */
export const scriptsOf = (build: string): Set<string> =>
  new Set(
    (readdirSync(join(build, 'client', '_app', 'immutable'), { recursive: true }) as string[])
      .filter((file) => file.endsWith('.js'))
      .map((file) => `/_app/immutable/${file}`)
  );

/** Version that a build says it is. */
export const versionOf = (build: string): string =>
  (JSON.parse(readFileSync(join(build, 'client', '_app', 'version.json'), 'utf8')) as { version: string })
    .version;

/**
 * Another build of the application, as an update brings one: a later version, and every script and style under another name, so
 * that what is asked for by the names of this one is not there. It does the same.
 * @returns its folder, within the packages' cache so that it finds them
 */
export function anotherBuild(): string {
  const from = join(root, 'build');
  const to = join(root, 'node_modules', '.cache', 'iskarn', `another-build-${process.pid}`);
  rmSync(to, { recursive: true, force: true });
  mkdirSync(dirname(to), { recursive: true });
  cpSync(from, to, { recursive: true });
  const files = readdirSync(to, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name));
  // what was compressed beforehand has the old names in it
  for (const file of files) if (/\.(br|gz)$/.test(file)) rmSync(file);
  const hashed = files.filter((f) => f.includes('/_app/immutable/') && ['.js', '.css'].includes(extname(f)));
  const other = (name: string): string => name.replace(/\.(js|css)$/, '-next.$1');
  const known = new Set(hashed.map((f) => basename(f)));
  const version = versionOf(from);
  const later = String(Number(version) + 1);
  for (const file of files.filter((f) => TEXT.has(extname(f)))) {
    const text = readFileSync(file, 'utf8');
    const renamed = text
      .replaceAll(version, later)
      .replace(/[\w.-]+\.(?:js|css)\b/g, (name) => (known.has(name) ? other(name) : name));
    if (renamed !== text) writeFileSync(file, renamed);
  }
  for (const file of hashed) renameSync(file, join(dirname(file), other(basename(file))));
  return to;
}
