import assert from 'node:assert/strict';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { readShelf } from '../core/formats/read-shelf.ts';
import { parseMakersTable } from '../core/shelf/makers-table.ts';
import { openDatabase, type Db } from './db/open.ts';
import { createMakersTable, listMakersTables } from './makers-tables.ts';
import { createPart, listParts } from './parts.ts';
import { createRun, listRuns } from './runs/runs.ts';
import { createCraft } from './crafts.ts';
import { createSetup } from './setups.ts';
import { exportShelf, importShelf, undoImport } from './shelf-exchange.ts';

const folders: string[] = [];
const open: Db[] = [];
function empty(): Db {
  const folder = mkdtempSync(join(tmpdir(), 'iskarn-shelf-'));
  folders.push(folder);
  const db = openDatabase(folder);
  open.push(db);
  return db;
}
after(() => {
  for (const db of open) db.close();
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});
const value = <T>(outcome: { ok: true; value: T } | { ok: false; message: string }): T => {
  assert.ok(outcome.ok, JSON.stringify(outcome));
  return outcome.value;
};
const part = (kind: string, name: string, document: object) => ({
  kind,
  name,
  owned: true,
  note: 'a note, with "marks"',
  measured: {},
  document: { name, ...document }
});
/** One part of every kind, and a maker's table. */
function full(): Db {
  const db = empty();
  value(createPart(db, part('battery', 'Tarn', { chemistry: 'lipo', series: 3, capacityAh: 2.2 })));
  value(createPart(db, part('esc', 'Weir', { continuousA: 40, maxSeries: 6 })));
  const motor = value(
    createPart(db, {
      ...part('motor', 'Sedge', { kvRpmPerVolt: 920, massKg: 0.056 }),
      measured: { massKg: 0.0585 }
    })
  );
  value(
    createPart(
      db,
      part('propulsor', 'Reed', {
        kind: 'propeller',
        diameterM: 0.2794,
        pitchM: 0.1397,
        blades: 2,
        family: 'sport'
      })
    )
  );
  value(
    createMakersTable(db, motor.id, {
      title: 'sheet',
      rows: parseMakersTable('V,Prop,Throttle (%),A,W,Thrust (g),rpm\n11.1,10x5,100,15,166.5,900,8600').rows
    })
  );
  return db;
}
const bytes = (body: string | Uint8Array): Uint8Array => (typeof body === 'string' ? strToU8(body) : body);
const names = (db: Db): string[] => listParts(db).map((p) => `${p.kind} ${p.name}`);

test('a shelf goes out as JSON and zip and comes in again with everything in it', () => {
  const db = full();
  for (const format of ['json', 'zip']) {
    const file = exportShelf(db, format);
    assert.ok(file);
    assert.equal(file.name, `shelf.${format}`);
    const there = empty();
    const read = readShelf(file.name, bytes(file.body));
    assert.deepEqual(read.errors, [], format);
    const plan = value(importShelf(there, read, false, false));
    assert.deepEqual(
      [plan.parts.length, plan.added.length, listParts(there).length],
      [4, 0, 0],
      'a plan adds nothing'
    );
    const done = value(importShelf(there, read, true, false));
    assert.equal(done.added.length, 4);
    assert.deepEqual(names(there).sort(), names(db).sort());
    const sedge = listParts(there).find((p) => p.name === 'Sedge');
    assert.deepEqual(sedge?.measured, { massKg: 0.0585 });
    assert.equal(sedge?.note, 'a note, with "marks"');
    assert.deepEqual(
      listMakersTables(there).map((t) => [t.partId, t.title, t.rows.length, t.rows[0].amps]),
      [[sedge?.id, 'sheet', 1, 15]]
    );
    assert.equal(value(undoImport(there, done.added)).removed, 4);
    assert.deepEqual(names(there), []);
    assert.equal(value(undoImport(there, done.added)).removed, 0, 'a second time there is nothing');
  }
});

test('a CSV holds the parts of its kind and no others; an unknown kind is no file', () => {
  const db = full();
  for (const kind of ['battery', 'esc', 'motor', 'propulsor']) {
    const file = exportShelf(db, `${kind}.csv`);
    assert.equal(file?.name, `${kind}.csv`);
    assert.equal(file.type, 'text/csv');
    const read = readShelf(file.name, bytes(file.body));
    assert.deepEqual([read.errors, read.parts.map((p) => p.part.kind)], [[], [kind]]);
  }
  assert.equal(exportShelf(db, 'sail.csv'), null);
  assert.equal(exportShelf(db, ''), null);
});

test('a part that is there already stays as it is; two of one name in a file are one', () => {
  const db = full();
  const file = exportShelf(db, 'json');
  const shelf = JSON.parse(String(file?.body)) as {
    parts: { document: object; name: string; kind: string }[];
  };
  shelf.parts.push(
    { ...shelf.parts[0] },
    { ...shelf.parts[0], name: 'Other', document: shelf.parts[0].document }
  );
  const plan = value(importShelf(db, readShelf('a.json', bytes(JSON.stringify(shelf))), true, false));
  assert.deepEqual(
    plan.parts.map((p) => p.action),
    ['already there', 'already there', 'already there', 'already there', 'already there', 'add']
  );
  assert.equal(plan.added.length, 1);
  assert.equal(listParts(db).length, 5);
});

for (const [format, spoil] of [
  [
    'json',
    (body: Uint8Array): Uint8Array => {
      const shelf = JSON.parse(strFromU8(body)) as {
        parts: { kind: string; document: Record<string, unknown> }[];
      };
      for (const p of shelf.parts) if (p.kind === 'esc') p.document.continuousA = -40;
      return strToU8(JSON.stringify(shelf));
    }
  ],
  [
    'zip',
    (body: Uint8Array): Uint8Array => {
      const files = unzipSync(body);
      files['data/esc.csv'] = strToU8(strFromU8(files['data/esc.csv']).replace(',40', ',-40'));
      return zipSync(files);
    }
  ]
] as const)
  test(`${format}: one bad part is named with its place; nothing is stored, or the good ones alone when asked`, () => {
    const file = exportShelf(full(), format);
    const read = readShelf(`shelf.${format}`, spoil(bytes(file?.body ?? '')));
    assert.equal(read.errors.length, 1, JSON.stringify(read.errors));
    assert.match(read.errors[0].column, /continuousA/);
    if (format === 'zip') assert.match(read.errors[0].column, /^data\/esc\.csv: /);
    const there = empty();
    const refused = value(importShelf(there, read, true, false));
    assert.deepEqual([refused.added, names(there), refused.errors.length], [[], [], 1]);
    const good = value(importShelf(there, read, true, true));
    assert.equal(good.added.length, 3);
    assert.deepEqual(names(there).sort(), ['battery Tarn', 'motor Sedge', 'propulsor Reed']);
  });

test('a column that is left out does not hold the file up', () => {
  const there = empty();
  const read = readShelf('esc.csv', strToU8('name,continuousA [A],colour\nWeir,40,blue\n'));
  assert.ok(read.errors.length === 1 && read.errors[0].harmless);
  assert.equal(value(importShelf(there, read, true, false)).added.length, 1);
});

test('runs are listed by craft, the newest first', () => {
  const db = empty();
  const craftOf = (name: string) => value(createCraft(db, { name, kind: 'fixed-wing', story: '' }));
  const setupOf = (craftId: number) =>
    value(
      createSetup(db, craftId, {
        format: 'iskarn.setup/1',
        name: 'a',
        craft: { kind: 'fixed-wing', massKg: 1 },
        battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2 },
        esc: {},
        motor: { kvRpmPerVolt: 900 },
        propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12, blades: 2 }
      })
    );
  const one = craftOf('one');
  const two = craftOf('two');
  const first = setupOf(one.id);
  const other = setupOf(two.id);
  for (const [setupId, heldAt, title] of [
    [first.id, '2026-05-02T10:00:00Z', 'b'],
    [first.id, '2026-05-03T10:00:00Z', 'c'],
    [other.id, '2026-05-04T10:00:00Z', 'elsewhere'],
    [first.id, '2026-05-01T10:00:00Z', 'a'],
    [first.id, '2026-05-03T10:00:00Z', 'd']
  ] as const)
    createRun(db, { setupId, heldAt, title, verdict: 'keep', readings: [{ currentA: 12 }] as never });
  assert.deepEqual(
    listRuns(db, { craftId: one.id }).map((r) => r.title),
    ['d', 'c', 'b', 'a']
  );
  assert.deepEqual(listRuns(db, { craftId: two.id })[0].readings, [{ currentA: 12 }]);
});
