import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize, relative } from 'node:path';
import { test } from 'node:test';

const root = join(import.meta.dirname, '..');
const files = (readdirSync(join(root, 'src'), { recursive: true }) as string[])
  .filter((f) => /\.(ts|svelte)$/.test(f))
  .map((f) => join('src', f));

/** Folder an import leads to, as `core`, `ui`, `server`, `workers`, `routes`, or the package's name. */
function target(file: string, specifier: string): string {
  const path = specifier.startsWith('$lib/')
    ? join('src/lib', specifier.slice(5))
    : specifier.startsWith('.')
      ? normalize(join(dirname(file), specifier))
      : null;
  if (path === null) return specifier;
  return area(path);
}

function area(path: string): string {
  const parts = relative('src', path).split('/');
  return parts[0] === 'lib' ? parts[1] : parts[0];
}

function importsOf(file: string): string[] {
  const text = readFileSync(join(root, file), 'utf8');
  return [...text.matchAll(/\b(?:from|import)\s*\(?\s*'([^'\s]+)'/g)].map((m) => m[1]);
}

const ALLOWED: Record<string, RegExp> = {
  core: /^(core|ajv|json-schema-to-ts|ml-levenberg-marquardt|ml-matrix|papaparse|fflate)$/,
  workers: /^(core|workers|comlink)$/,
  ui: /^(core|ui|workers|svelte|svelte\/.*|flowbite-svelte|@lucide\/svelte|d3-.*|@tanstack\/table-core|date-fns|\$app\/.*|fflate)$/,
  server:
    /^(core|server|better-sqlite3|piscina|node:.*|@sveltejs\/kit|ajv|ajv-formats|papaparse|fflate|date-fns)$/
};

test('imports point one way: routes to ui, server and workers, those to core, core to core only', () => {
  const breaches: string[] = [];
  let seen = 0;
  for (const file of files) {
    const allowed = ALLOWED[area(file)];
    if (!allowed || file.endsWith('.test.ts')) continue;
    for (const specifier of importsOf(file)) {
      seen++;
      if (!allowed.test(target(file, specifier))) breaches.push(`${file} imports ${specifier}`);
    }
  }
  assert.deepEqual(breaches, []);
  assert.ok(seen > 100, `only ${seen} imports were read`);
});

test('the core uses no clock, no randomness, no network and no page', () => {
  const forbidden =
    /\b(Math\.random|Date\.now|new Date|fetch\(|(?<![.\w])document\.|(?<![.\w])window\.|localStorage|process\.)/;
  for (const file of files.filter((f) => area(f) === 'core' && !f.endsWith('.test.ts'))) {
    const code = readFileSync(join(root, file), 'utf8').replace(/\/\*[\s\S]*?\*\//g, '');
    const hit = code.split('\n').find((line) => forbidden.test(line.replace(/\/\/.*$/, '')));
    assert.equal(hit, undefined, `${file}: ${hit}`);
  }
});
