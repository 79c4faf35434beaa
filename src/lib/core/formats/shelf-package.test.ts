import assert from 'node:assert/strict';
import { test } from 'node:test';
import Papa from 'papaparse';
import { parseMakersTable } from '../shelf/makers-table.ts';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { partsFromCsv, partsToCsv, type PortablePart } from './part-csv.ts';
import { readShelf } from './read-shelf.ts';
import { shelfFromZip, shelfToZip } from './shelf-package.ts';

const PARTS: PortablePart[] = [
  {
    kind: 'motor',
    name: 'Sedge, the "small" one',
    owned: true,
    note: 'bent shaft',
    price: 23.5,
    measured: {},
    document: { name: 'Sedge, the "small" one', kvRpmPerVolt: 920, resistanceOhm: 0.13, massKg: 0.056 }
  },
  {
    kind: 'battery',
    name: 'Tarn',
    owned: false,
    note: '',
    price: null,
    measured: {},
    document: { name: 'Tarn', chemistry: 'lipo', series: 3, capacityAh: 2.2 }
  },
  {
    kind: 'propulsor',
    name: '11 × 5.5',
    owned: true,
    note: '',
    price: null,
    measured: {},
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
    price: null,
    measured: {},
    document: {
      name: 'Weir',
      continuousA: 40,
      maxSeries: 6,
      becKind: 'linear',
      becOutputsV: [5, 6, 7.4],
      connector: 'moulded-3.5'
    }
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

test('measured figures go through CSV and back, in columns of their own with their unit', () => {
  const part: PortablePart = { ...PARTS[0], measured: { kvRpmPerVolt: 880, massKg: 0.0585 } };
  const text = partsToCsv('motor', [part]);
  assert.match(text.split('\n')[0], /measured kvRpmPerVolt \[rpm\/V\]/);
  const { parts, errors } = partsFromCsv('motor', text);
  assert.deepEqual(errors, []);
  assert.deepEqual(parts[0].measured, part.measured);
  assert.equal(parts[0].document.kvRpmPerVolt, 920, 'the label stays the label');
});

test('a measured figure that is no number, or outside its limits, is named by line and column', () => {
  const head = 'name,kvRpmPerVolt [rpm/V],measured kvRpmPerVolt [rpm/V]\n';
  const { errors } = partsFromCsv('motor', `${head}a,900,lots\nb,900,-4\n`);
  assert.ok(
    errors.some((e) => e.line === 2 && e.column === 'measured kvRpmPerVolt'),
    JSON.stringify(errors)
  );
  assert.ok(
    errors.some((e) => e.line === 3),
    JSON.stringify(errors)
  );
});

test('maker’s tables travel with their motor in the package, to the last figure that is typed', () => {
  const rows = parseMakersTable(
    'V,Prop,Throttle (%),A,W,Thrust (g),rpm\n11.1,10x5,100,15,166.5,900,8600\n11.1,9x6,75,9.1,101,610,'
  ).rows;
  const motor: PortablePart = { ...PARTS[0], measured: {}, tables: [{ title: 'leaflet, first page', rows }] };
  const zip = shelfToZip([motor, ...PARTS.slice(1)]);
  const read = shelfFromZip(zip);
  assert.deepEqual(read.errors, []);
  const back = read.parts.find((p) => p.name === motor.name)?.tables;
  assert.equal(back?.[0].title, 'leaflet, first page');
  assert.deepEqual(
    back?.[0].rows.map((r) => [r.volts, r.propText, r.throttle, r.amps, r.watts, r.rpm]),
    rows.map((r) => [r.volts, r.propText, r.throttle, r.amps, r.watts, r.rpm])
  );
  for (const [k, r] of rows.entries())
    assert.ok(Math.abs((back?.[0].rows[k].thrustN ?? 0) - (r.thrustN ?? 0)) < 2e-3, `thrust of row ${k}`);
});

test('a table of a motor that is not in the package is named', () => {
  const files = unzipSync(shelfToZip(PARTS));
  files['data/makers-table.csv'] = strToU8(
    'motor,table,volts,prop,throttle (%),amps,watts,thrust (g),rpm\nNobody,t,11,10x5,100,15,165,900,8000\n'
  );
  const { errors } = shelfFromZip(zipSync(files));
  assert.ok(
    errors.some((e) => /no motor of the package is called "Nobody"/.test(e.message)),
    JSON.stringify(errors)
  );
});

test('the package’s descriptor names every column of every file, in order (Tabular Data Package)', () => {
  const files = unzipSync(shelfToZip(PARTS));
  const descriptor = JSON.parse(strFromU8(files['datapackage.json'])) as {
    profile: string;
    resources: { path: string; schema: { fields: { name: string; type: string }[] } }[];
  };
  assert.equal(descriptor.profile, 'tabular-data-package');
  assert.ok(
    descriptor.resources.some((r) => r.path === 'data/receiver-supply.csv'),
    'receiver supplies are there'
  );
  for (const r of descriptor.resources) {
    const head = Papa.parse<string[]>(strFromU8(files[r.path])).data[0];
    assert.deepEqual(
      r.schema.fields.map((f) => f.name.replace(/ \[.*\]$/, '')),
      head.map((h) => h.replace(/ \[.*\]$/, '')),
      r.path
    );
  }
});

test('a general reader of data packages reads the export: every table, every type, owned as a boolean', async () => {
  // datapackage, the reference implementation of Frictionless Data's specifications
  const { Package } = await import('datapackage');
  const folder = mkdtempSync(join(tmpdir(), 'iskarn-package-'));
  try {
    const rows = parseMakersTable('V,Prop,A,W,Thrust (g),rpm\n11.1,10x5,15,166.5,900,8600').rows;
    const parts = [{ ...PARTS[0], tables: [{ title: 'leaflet', rows }] }, ...PARTS.slice(1)];
    for (const [name, bytes] of Object.entries(unzipSync(shelfToZip(parts)))) {
      mkdirSync(dirname(join(folder, name)), { recursive: true });
      writeFileSync(join(folder, name), bytes);
    }
    const data = await Package.load(join(folder, 'datapackage.json'), { strict: true });
    assert.ok(data.valid, JSON.stringify(data.errors.map(String)));
    const read = async (name: string): Promise<Record<string, unknown>[]> =>
      (await data.getResource(name).read({ keyed: true })) as Record<string, unknown>[];
    const [motor] = await read('motor');
    assert.equal(motor.name, PARTS[0].name);
    assert.equal(motor.owned, true, 'a boolean, not a word');
    assert.equal(Number(motor['kvRpmPerVolt [rpm/V]']), 920);
    assert.equal((await read('battery'))[0].owned, false);
    assert.equal(Number((await read('makers-table'))[0].amps), 15);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('text that a spreadsheet would run as a formula is put out as text, and comes back as it was', () => {
  const names = ['=cmd|x', '+1+1', '-2', '@SUM(A1)', '\tx', "'=quoted", "plain 'text'"];
  const parts = names.map((name): PortablePart => ({
    ...PARTS[3],
    name,
    note: name,
    document: { ...PARTS[3].document, name }
  }));
  const text = partsToCsv('esc', parts);
  const cells = Papa.parse<string[]>(text)
    .data.slice(1)
    .flatMap((r) => [r[0], r[2]]);
  for (const cell of cells) assert.doesNotMatch(cell, /^[=+\-@\t\r]/, cell);
  const back = partsFromCsv('esc', text);
  assert.deepEqual(back.errors, []);
  assert.deepEqual(
    back.parts.map((p) => p.note),
    names.map((n) => n.trim())
  );
  // a figure below zero stays a figure
  const cold: PortablePart = { ...PARTS[1], document: { ...PARTS[1].document, temperatureC: -10 } };
  assert.match(partsToCsv('battery', [cold]), /,-10,/);
});

test('a header is read in one pass, whatever stands in it', () => {
  for (const head of [
    '['.repeat(60_000),
    `name${' '.repeat(30_000)}[`,
    `name,${'a[b] '.repeat(10_000)}`,
    `name,x[${']'.repeat(60_000)}`
  ]) {
    const read = partsFromCsv('motor', `${head}\nA,900`);
    assert.ok(read.errors.length > 0, head.slice(0, 20));
    for (const e of read.errors)
      assert.ok(e.message.length < 200 && e.column.length <= 60, e.message.slice(0, 80));
  }
});

test('rows: five thousand are read, one more is refused whole', () => {
  const rows = (n: number): string => `name,kvRpmPerVolt\n${'A,900\n'.repeat(n)}`;
  assert.equal(partsFromCsv('motor', rows(5000)).parts.length, 5000);
  const refused = partsFromCsv('motor', rows(5001));
  assert.equal(refused.parts.length, 0);
  assert.match(refused.errors[0].message, /more than 5000 rows/);
});

test('a CSV file is known by its columns, whatever it is called; a name helps where they say nothing', () => {
  const motors = 'name,kvRpmPerVolt,massKg [kg]\nReed,900,0.1\n';
  for (const name of ['my garage.csv', 'esc.csv', 'motor.csv']) {
    const read = readShelf(name, strToU8(motors));
    assert.deepEqual([read.parts.map((p) => p.part.kind), read.errors], [['motor'], []], name);
  }
  const bare = readShelf('stuff.csv', strToU8('name,note\nReed,none\n'));
  assert.deepEqual(
    bare.errors.map((e) => [e.code, e.line]),
    [['kind-unknown', 1]]
  );
  assert.equal(readShelf('stuff.csv', strToU8('')).errors[0].code, 'empty-file');
  // what is wrong keeps its code, whatever its sentence says
  const wrong = readShelf('x.csv', strToU8('name,kvRpmPerVolt [1/min],colour\nReed,900,blue\n'));
  assert.deepEqual(wrong.errors.map((e) => e.code).sort(), ['column-unit', 'strange-column']);
  const measured = readShelf('x.csv', strToU8('name,kvRpmPerVolt,measured kvRpmPerVolt\n,900,much\n'));
  assert.deepEqual(measured.errors.map((e) => e.code).sort(), ['no-number', 'row-name-empty']);
});
