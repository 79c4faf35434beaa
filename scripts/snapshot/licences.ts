/** Every package that is installed with its version and licence, those that run in the application first: npm run snapshot -- licences. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

interface Lock {
  packages: Record<string, { version?: string; license?: string; dev?: boolean; optional?: boolean }>;
}
const root = join(import.meta.dirname, '..', '..');
const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8')) as Lock;
const licenceOf = (path: string): string => {
  try {
    const own = JSON.parse(readFileSync(join(root, path, 'package.json'), 'utf8')) as {
      license?: string | { type?: string };
      licenses?: { type?: string }[];
    };
    const said = own.license ?? own.licenses?.map((l) => l.type).join(' OR ');
    return typeof said === 'string' ? said : (said?.type ?? 'not said');
  } catch {
    return 'not installed here';
  }
};
const rows = Object.entries(lock.packages)
  .filter(([path]) => path.startsWith('node_modules/'))
  .map(([path, { version, license, dev }]) => ({
    name: path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length),
    version: version ?? '',
    licence: license ?? licenceOf(path),
    runs: dev !== true
  }))
  .sort((a, b) => Number(b.runs) - Number(a.runs) || a.name.localeCompare(b.name));
for (const r of rows)
  console.log(`${r.runs ? 'runs ' : 'tools'}  ${r.name.padEnd(48)} ${r.version.padEnd(12)} ${r.licence}`);
const counted = new Map<string, number>();
for (const r of rows) counted.set(r.licence, (counted.get(r.licence) ?? 0) + 1);
console.log(
  `\n${[...counted]
    .sort((a, b) => b[1] - a[1])
    .map(([l, n]) => `${n} ${l}`)
    .join(', ')}`
);
