import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import ts from 'typescript';

/** The house, from the ground up: a folder may import its own floor and those below it. Paths under `src/`. */
export const FLOORS: readonly { name: string; holds: string; folders: readonly string[] }[] = [
  {
    name: 'ground',
    holds: 'units, numbers, air and water, text',
    folders: [
      ...['units', 'numeric', 'fluids', 'text'].map((f) => `lib/core/${f}`),
      'lib/core/registry/channels',
      'lib/core/registry/parts',
      'lib/core/registry/having',
      'lib/core/registry/field-words'
    ]
  },
  {
    name: 'parts',
    holds: 'what each part of the power path is and does, what is on sale',
    folders: [
      ...['pack', 'wiring', 'bec', 'esc', 'motor', 'propulsor'].map((f) => `lib/core/parts/${f}`),
      'lib/core/craft',
      'lib/core/standard-sizes'
    ]
  },
  {
    name: 'document',
    holds: 'schemas, types from them, validation, changes',
    folders: ['lib/core/document', 'lib/core/registry/fields']
  },
  { name: 'model', holds: 'a document made into numbers', folders: ['lib/core/model'] },
  {
    name: 'powertrain',
    holds: 'operating point, discharge, heat, craft under way: numbers only',
    folders: ['lib/core/powertrain']
  },
  {
    name: 'analysis',
    holds: 'a document at a supply: everything that follows from it',
    folders: ['lib/core/analysis']
  },
  {
    name: 'judgement',
    holds: 'what an analysis means',
    folders: [...['checks', 'derivations', 'charts'].map((f) => `lib/core/${f}`), 'lib/core/registry/figures']
  },
  {
    name: 'purposes',
    holds: 'what people come for, one folder each',
    folders: [
      'predict',
      'receiver-power',
      'harness',
      'cautions',
      'sheet',
      'help',
      'exercises',
      'alternatives',
      'brief',
      'yardstick',
      'compare',
      'match',
      'calibration',
      'search',
      'change',
      'testing',
      'shelf',
      'formats',
      'shorthand'
    ].map((f) => `lib/core/${f}`)
  },
  {
    name: 'edges',
    holds: 'documents in, answers out',
    folders: ['lib/api', 'lib/server', 'lib/workers', 'hooks.server.ts']
  },
  {
    name: 'rooms',
    holds: 'what a person sees',
    folders: ['lib/ui', 'routes', 'hooks.client.ts', 'service-worker.ts']
  }
];

const root = join(import.meta.dirname, '..', '..');

/** Every source file that is no test, as a path under `src/`. */
export const sources = (): string[] =>
  (readdirSync(join(root, 'src'), { recursive: true }) as string[])
    .filter((f) => /\.(ts|svelte)$/.test(f) && !f.endsWith('.test.ts') && !f.endsWith('.d.ts'))
    .sort();

/** Text of a source file; of a Svelte file its scripts. */
function scriptOf(file: string): string {
  const text = readFileSync(join(root, 'src', file), 'utf8');
  return file.endsWith('.svelte')
    ? [...text.matchAll(/<script[^>]*>([\s\S]*?)<\/script>/g)].map((m) => m[1]).join('\n')
    : text;
}

/** What a file imports, types too, as the compiler reads it. */
export const specifiersOf = (file: string): string[] =>
  ts.preProcessFile(scriptOf(file), true, true).importedFiles.map((f) => f.fileName);

/** Path under `src/` that an import of the project leads to; null for a package. */
export function leadsTo(file: string, specifier: string): string | null {
  if (specifier.startsWith('$lib/')) return `lib/${specifier.slice(5)}`;
  return specifier.startsWith('.') ? relative('/', resolve('/', dirname(file), specifier)) : null;
}

/** Folder of the house that a path lies in, and its floor, 0 at the ground; null where it lies in none. */
export function placeOf(path: string): { folder: string; floor: number } | null {
  for (let floor = 0; floor < FLOORS.length; floor++) {
    const folder = FLOORS[floor].folders.find(
      (f) => path === f || path === `${f}.ts` || path.startsWith(`${f}/`)
    );
    if (folder !== undefined) return { folder, floor };
  }
  return null;
}

/** One import of the project from one folder into another. */
export interface Arrow {
  from: string;
  to: string;
  file: string;
  target: string;
  rises: boolean;
}

/** Every import of the project that leaves its folder, and every file that stands on no floor. */
export function arrows(): { arrows: Arrow[]; homeless: string[] } {
  const found: Arrow[] = [];
  const homeless: string[] = [];
  for (const file of sources()) {
    const here = placeOf(file);
    if (!here) {
      homeless.push(file);
      continue;
    }
    for (const specifier of specifiersOf(file)) {
      const target = leadsTo(file, specifier);
      // what is no source has no floor: styles, and the version in package.json
      if (target === null || /\.(css|json)$/.test(target)) continue;
      const there = placeOf(target);
      if (!there) homeless.push(`${target}, which ${file} imports`);
      else if (there.folder !== here.folder)
        found.push({
          from: here.folder,
          to: there.folder,
          file,
          target,
          rises: there.floor > here.floor
        });
    }
  }
  return { arrows: found, homeless };
}

/** A ring of folders that import each other, as a path that ends where it began; null where there is none. */
export function ring(all: readonly Arrow[]): string[] | null {
  const next = new Map<string, Set<string>>();
  for (const { from, to } of all) next.set(from, (next.get(from) ?? new Set()).add(to));
  const done = new Set<string>();
  const walk = (folder: string, way: string[]): string[] | null => {
    if (way.includes(folder)) return [...way.slice(way.indexOf(folder)), folder];
    if (done.has(folder)) return null;
    for (const to of next.get(folder) ?? []) {
      const found = walk(to, [...way, folder]);
      if (found) return found;
    }
    done.add(folder);
    return null;
  };
  for (const folder of next.keys()) {
    const found = walk(folder, []);
    if (found) return found;
  }
  return null;
}
