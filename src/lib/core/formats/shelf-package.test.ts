import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { partsFromCsv, partsToCsv, type PortablePart } from './part-csv.ts';
import { shelfFromZip, shelfToZip } from './shelf-package.ts';

const PARTS: PortablePart[] = [
  {
    kind: 'motor',
    name: 'Sedge, the "small" one',
    owned: true,
    note: 'bent shaft',
    document: { name: 'Sedge, the "small" one', kvRpmPerVolt: 920, resistanceOhm: 0.13, massKg: 0.056 }
  },
  {
    kind: 'battery',
    name: 'Tarn',
    owned: false,
    note: '',
    document: { name: 'Tarn', chemistry: 'lipo', series: 3, capacityAh: 2.2 }
  },
  {
    kind: 'propulsor',
    name: '11 × 5.5',
    owned: true,
    note: '',
    document: {
      name: '11 × 5.5',
      kind: 'propeller',
      diameterM: 0.2794,
      pitchM: 0.1397,
      blades: 2,
      family: 'thin-electric'
    }
  },
  {
    kind: 'esc',
    name: 'Weir',
    owned: true,
    note: '',
    document: { name: 'Weir', continuousA: 40, maxSeries: 6, becKind: 'linear' }
  }
];

test('the shelf survives the way out and in again', () => {
  const back = shelfFromZip(shelfToZip(PARTS));
  assert.deepEqual(back.errors, []);
  const sort = (list: PortablePart[]) => [...list].sort((a, b) => a.name.localeCompare(b.name));
  assert.deepEqual(sort(back.parts), sort(PARTS));
});

test('the package describes its tables as the Tabular Data Package specification asks', () => {
  const files = unzipSync(shelfToZip(PARTS));
  const d = JSON.parse(strFromU8(files['datapackage.json'])) as {
    profile: string;
    resources: { path: string; schema: { fields: { name: string; type: string }[] } }[];
  };
  assert.equal(d.profile, 'tabular-data-package');
  for (const r of d.resources) {
    const head = strFromU8(files[r.path]).split('\r\n')[0].split(',');
    assert.deepEqual(
      head,
      r.schema.fields.map((f) => f.name)
    );
  }
  assert.ok(
    d.resources[2].schema.fields.some((f) => f.name === 'kvRpmPerVolt [rpm/V]' && f.type === 'number')
  );
});

test('units stand in the header; a wrong unit or an unknown column is said, nothing is guessed', () => {
  assert.match(partsToCsv('motor', PARTS.slice(0, 1)), /kvRpmPerVolt \[rpm\/V\],resistanceOhm \[ohm\]/);
  const wrong = partsFromCsv('motor', 'name,massKg [g]\nA,56');
  assert.equal(wrong.parts.length, 0);
  assert.match(wrong.errors[0].message, /is in g; it should be in kg/);
  const extra = partsFromCsv('motor', 'name,kvRpmPerVolt,colour\nA,900,red');
  assert.equal(extra.parts.length, 1);
  assert.match(extra.errors[0].message, /"colour" is no field/);
});

test('row errors by line and column, good rows apart', () => {
  const r = partsFromCsv(
    'battery',
    'name,chemistry,series,capacityAh [Ah]\nGood,lipo,3,2.2\nBad,lipo,4000,2.2\n,lipo,3,1\nComma,lipo,3,"2,2"'
  );
  assert.deepEqual(
    r.parts.map((p) => p.name),
    ['Good', 'Comma']
  );
  assert.equal(r.parts[1].document.capacityAh, 2.2);
  assert.deepEqual(
    r.errors.map((e) => [e.line, e.column]),
    [
      [3, 'series'],
      [4, 'name']
    ]
  );
});

test('what is no package is refused in words', () => {
  assert.match(shelfFromZip(strToU8('hello')).errors[0].message, /no zip/);
  assert.match(shelfFromZip(zipSync({ 'a.txt': strToU8('x') })).errors[0].message, /no datapackage.json/);
});
