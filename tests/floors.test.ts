import assert from 'node:assert/strict';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { architecture } from '../scripts/tools/architecture.ts';
import { arrows, leadsTo, placeOf, ring, sources, specifiersOf } from '../scripts/tools/floors.ts';

const root = join(import.meta.dirname, '..');

/** Packages that each part of the house may use. */
const PACKAGES: Record<string, RegExp> = {
  'lib/core':
    /^(ajv|json-schema-to-ts|ml-levenberg-marquardt|ml-matrix|papaparse|fflate|@scure\/base|qrcode|fft\.js|d3-array|d3-geo|saxes|dlv|dset|dset\/merge)$/,
  'lib/workers': /^comlink$/,
  'lib/api': /^(ajv|json-schema-to-ts)$/,
  'lib/ui': /^(svelte|svelte\/.*|flowbite-svelte|d3-.*|@tanstack\/table-core|\$app\/.*|fflate|jsqr)$/,
  'lib/server': /^(better-sqlite3|piscina|lru-cache|node:.*|@sveltejs\/kit|ajv|papaparse|fflate)$/
};

test('imports point down only: no arrow up, every file stands on a floor', () => {
  const found = arrows();
  assert.deepEqual(found.homeless, []);
  assert.deepEqual(
    found.arrows.filter((a) => a.rises).map((a) => `${a.file} imports ${a.target}`),
    []
  );
  assert.ok(found.arrows.length > 500, `only ${found.arrows.length} arrows were read`);
});

test('no ring of folders that need each other', () => {
  assert.equal(ring(arrows().arrows), null);
});

test('the page never imports the server', () => {
  const breaches = arrows().arrows.filter(
    (a) => (a.from === 'lib/ui' || a.from === 'lib/workers') && a.to === 'lib/server'
  );
  assert.deepEqual(breaches, []);
});

test('each part of the house uses the packages it may', () => {
  const breaches: string[] = [];
  for (const file of sources()) {
    const allowed = Object.entries(PACKAGES).find(([folder]) => file.startsWith(`${folder}/`))?.[1];
    if (!allowed) continue;
    for (const specifier of specifiersOf(file))
      if (leadsTo(file, specifier) === null && !allowed.test(specifier))
        breaches.push(`${file} imports ${specifier}`);
  }
  assert.deepEqual(breaches, []);
});

test('the floors catch an arrow up and a ring', () => {
  assert.equal(placeOf('lib/core/parts/pack/chemistry.ts')?.floor, 1);
  assert.equal(placeOf('lib/core/nowhere/file.ts'), null);
  assert.equal(leadsTo('lib/core/units/show.ts', '../checks/check.ts'), 'lib/core/checks/check.ts');
  const arrow = (from: string, to: string) => ({ from, to, file: from, target: to, rises: false });
  assert.deepEqual(ring([arrow('a', 'b'), arrow('b', 'c'), arrow('c', 'a')]), ['a', 'b', 'c', 'a']);
  assert.equal(ring([arrow('a', 'b'), arrow('a', 'c'), arrow('b', 'c')]), null);
});

test('the core uses no clock, no randomness, no network and no page', () => {
  const forbidden =
    /\b(Math\.random|Date\.now|new Date\(\s*\)|fetch\(|(?<![.\w])document\.(?!\w+Of)|(?<![.\w])window\.|localStorage|process\.)/;
  for (const file of sources().filter((f) => f.startsWith('lib/core/'))) {
    const code = readFileSync(join(root, 'src', file), 'utf8').replace(/\/\*[\s\S]*?\*\//g, '');
    const hit = code.split('\n').find((line) => forbidden.test(line.replace(/\/\/.*$/, '')));
    assert.equal(hit, undefined, `${file}: ${hit}`);
  }
});

test('the drawing of the house is the house: npm run snapshot -- architecture', () => {
  const drawn = readFileSync(join(root, 'docs', 'architecture.md'), 'utf8');
  assert.equal(drawn, architecture(), 'run npm run snapshot -- architecture');
});

test('no type is exported under the same name by two files', () => {
  const homes = new Map<string, string[]>();
  for (const file of sources().filter((f) => f.endsWith('.ts')))
    for (const [, name] of readFileSync(join(root, 'src', file), 'utf8').matchAll(
      /^export (?:type|interface|class) (\w+)/gm
    ))
      homes.set(name, [...(homes.get(name) ?? []), file]);
  assert.ok(homes.size > 300, `${homes.size} types`);
  assert.deepEqual(
    [...homes].filter(([, files]) => files.length > 1),
    []
  );
});

test('every file and folder that the documents name is there', () => {
  const skipped = /^(node_modules|build|release|data|\.git|\.svelte-kit)(\/|$)|CHANGELOG|THIRD-PARTY/;
  const all = (folder = ''): string[] =>
    readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) => {
      const path = join(folder, entry.name);
      if (skipped.test(path)) return [];
      return entry.isDirectory() ? [`/${path}/`, ...all(path)] : [`/${path}`];
    });
  const paths = all();
  const gone: string[] = [];
  let named = 0;
  for (const document of paths.filter((p) => p.endsWith('.md')))
    for (const [, name] of readFileSync(join(root, document), 'utf8').matchAll(
      /`([\w.-][\w./-]*(?:\.(?:ts|svelte|mjs)|\/))`/g
    )) {
      named++;
      if (!paths.some((path) => path.endsWith(`/${name}`)) && !skipped.test(name))
        gone.push(`${document}: ${name}`);
    }
  assert.ok(named > 80, `${named} names`);
  assert.deepEqual(gone, []);
});
