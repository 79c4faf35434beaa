/** A part's life on the shelf: counted from the log by its name, out of every search once it is retired; a log taken along whole. */
import assert from 'node:assert/strict';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import { PLANE } from '../../../tests/helpers/setups.ts';
import { calibrate } from '../core/calibration/calibrate.ts';
import type { SetupDocument } from '../core/document/schema.ts';
import type { StoredPart } from '../core/document/stored.ts';
import { interpretSetup } from '../core/model/interpret.ts';
import { withShelfPart } from '../core/shelf/measured.ts';
import { columnsOf } from '../core/testing/record/sample.ts';
import { createSketched } from './crafts.ts';
import { closeDatabase, openDatabase } from './db/open.ts';
import { createRecord, editLife, getLife, markRecord, partsDue } from './part-life.ts';
import { fitParts, forgetFitted } from './fitted-parts.ts';
import { createPart, getPart, listParts, usableParts } from './parts.ts';
import { beginRun, stopRun, takeSamples } from './runs/live.ts';
import { exportLog } from './runs/log-export.ts';
import { recallColumns, rememberColumns } from './runs/column-mappings.ts';
import { logRun } from './runs/runs.ts';
import { shelfParts } from './search.ts';
import { editSetup, getSetup } from './setups.ts';

const folder = mkdtempSync(join(tmpdir(), 'iskarn-life-'));
const db = openDatabase(folder);
after(() => {
  closeDatabase(db);
  rmSync(folder, { recursive: true, force: true });
});
const NOW = '2026-06-01T12:00:00.000Z';
const named = {
  ...PLANE,
  motor: { ...PLANE.motor, name: 'Reed 900' },
  battery: { ...PLANE.battery, name: 'Lake 4S' }
};
const craft = createSketched(db, { name: 'flown', document: named });
assert.ok(craft.ok);
const setupId = craft.value.id;
const part = (kind: string, name: string, document: object): number => {
  const made = createPart(db, { kind, name, document, owned: true });
  assert.ok(made.ok, JSON.stringify(made));
  return made.value.id;
};
const motorId = part('motor', 'Reed 900', PLANE.motor);
const packId = part('battery', 'Lake 4S', { chemistry: 'lipo', series: 4, capacityAh: 2.2, continuousC: 30 });
const reading = {
  throttle: 1,
  speedMs: 0,
  batteryVoltageV: 15,
  batteryCurrentA: 36,
  rpm: null,
  thrustN: null
};
const log = (more: object = {}) =>
  logRun(
    db,
    setupId,
    { title: 'out', verdict: '', readings: [{ ...reading, seconds: 60 }], details: { seconds: 60, ...more } },
    NOW
  );

test('uses come from the log by the part’s name; what a run had in its place counts for that', () => {
  for (let k = 0; k < 3; k++) assert.ok(log({ flown: true }).ok);
  assert.ok(log({ changes: [{ path: 'motor.name', value: 'Another' }] }).ok);
  const life = getLife(db, motorId);
  assert.ok(life.ok);
  assert.deepEqual([life.value.use.uses, life.value.use.flights, life.value.use.seconds], [3, 3, 180]);
  const pack = getLife(db, packId);
  assert.ok(pack.ok && pack.value.health);
  assert.equal(pack.value.use.uses, 4);
  // 4 runs of 36 A for a minute: 2.4 Ah of 2.2
  assert.ok(Math.abs(pack.value.health.cycles - 2.4 / 2.2) < 1e-9);
  assert.ok(!getLife(db, 999).ok);
});

test('reminders are due by uses; retired it leaves every search but stays in the record; a stale edit changes nothing', () => {
  const before = getPart(db, motorId);
  assert.ok(before.ok);
  const { revision } = before.value;
  const kept = editLife(db, motorId, { reminders: [{ what: 'bearings', everyUses: 2 }] }, revision, NOW);
  assert.ok(kept.ok);
  assert.deepEqual([kept.value.due[0].due, kept.value.due[0].usesLeft], [true, -1]);
  assert.deepEqual(
    partsDue(db, listParts(db)).map((d) => d.says),
    ['due: bearings']
  );
  const stale = editLife(db, motorId, { reminders: [] }, revision, NOW);
  assert.ok(!stale.ok && stale.code === 'stale');
  const count = (): number => shelfParts(db).motor.length;
  const had = count();
  const retired = editLife(
    db,
    motorId,
    { reminders: [], retired: { why: 'winding burnt' } },
    kept.value.revision,
    NOW
  );
  assert.ok(retired.ok);
  assert.deepEqual(retired.value.life.retired, { at: NOW, why: 'winding burnt' });
  assert.equal(count(), had - 1);
  assert.ok(!usableParts(db).some((p) => p.id === motorId));
  assert.ok(listParts(db).some((p) => p.id === motorId && p.retired));
  const back = editLife(db, motorId, { reminders: [], retired: null }, retired.value.revision, NOW);
  assert.ok(back.ok && back.value.life.retired === null && count() === had);
});

test('records of a pack: kept, judged, taken away and put back; nothing, or of a motor, is refused in words', () => {
  const first = createRecord(db, packId, { heldAt: '2026-01-01T00:00:00Z', cellOhm: [0.003] }, NOW);
  const later = createRecord(db, packId, { cellOhm: [0.007], swollen: false }, NOW);
  assert.ok(first.ok && later.ok);
  const verdict = (): string | undefined => {
    const life = getLife(db, packId);
    return life.ok ? life.value.health?.verdict : undefined;
  };
  assert.equal(verdict(), 'retire');
  assert.match(partsDue(db, listParts(db))[0].says, /^retire it: its resistance is 2\.3 times/);
  assert.ok(markRecord(db, later.value.id, true).ok);
  assert.notEqual(verdict(), 'retire');
  assert.ok(!markRecord(db, later.value.id, true).ok);
  assert.ok(markRecord(db, later.value.id, false).ok);
  assert.equal(verdict(), 'retire');
  for (const [id, body, words] of [
    [packId, {}, /nothing was found/],
    [packId, { heldAt: 'soon', note: 'x' }, /no date/],
    [motorId, { note: 'x' }, /Only packs/]
  ] as const) {
    const refused = createRecord(db, id, body, NOW);
    assert.ok(!refused.ok);
    assert.match(JSON.stringify(refused), words);
  }
});

test('a log as a data package: what it describes is in it, figure by figure, samples and all', async () => {
  const begun = beginRun(db, setupId, { title: 'recorded; "twice"', source: 'file' }, NOW);
  assert.ok(begun.ok);
  const samples = Array.from({ length: 3000 }, (_, k) => ({ seconds: k / 10, batteryCurrentA: k / 7 }));
  takeSamples(db, begun.value.id, columnsOf(samples));
  await stopRun(db, begun.value.id);
  const answer = exportLog(db, craft.value.craftId, 'zip');
  assert.ok(answer.ok);
  const files = unzipSync(new Uint8Array(await answer.value.arrayBuffer()));
  const described = JSON.parse(strFromU8(files['datapackage.json'])) as {
    profile: string;
    resources: { path: string; schema: { fields: { name: string }[] } }[];
  };
  assert.equal(described.profile, 'tabular-data-package');
  assert.equal(Object.keys(files).length, 1 + described.resources.length);
  for (const { path, schema } of described.resources) {
    const [head] = Papa.parse<string[]>(strFromU8(files[path]).trim()).data;
    assert.deepEqual(
      head,
      schema.fields.map((f) => f.name),
      path
    );
  }
  const rows = Papa.parse<Record<string, string>>(
    strFromU8(files[`data/samples-${begun.value.id}.csv`]).trim(),
    { header: true }
  ).data;
  assert.equal(rows.length, 3000);
  assert.ok(
    rows.every(
      (r, k) => Number(r.batteryCurrentA) === samples[k].batteryCurrentA && Number(r.seconds) === k / 10
    )
  );
  const runs = Papa.parse<Record<string, string>>(strFromU8(files['data/runs.csv']).trim(), {
    header: true
  }).data;
  assert.ok(runs.some((r) => r.title === 'recorded; "twice"' && r.samples === '3000'));
  const readings = exportLog(db, craft.value.craftId, 'readings.csv');
  assert.ok(readings.ok);
  assert.match(await readings.value.text(), /^run,held,setup,title,throttle/);
  assert.ok(!exportLog(db, craft.value.craftId, 'pdf').ok && !exportLog(db, 9999, 'zip').ok);
});

test('what was fitted goes with the parts of the shelf: into another setup with the motor, not with another; taken away again', () => {
  const shelf = (id: number): StoredPart => {
    const read = getPart(db, id);
    assert.ok(read.ok);
    return read.value;
  };
  assert.ok(!fitParts(db, setupId, NOW).ok, 'nothing was fitted yet');
  const { setup } = calibrate({
    setup: named,
    measurements: [
      { throttle: 1, speedMs: 0, batteryVoltageV: 15, batteryCurrentA: 44, rpm: 9900, thrustN: 19 },
      { throttle: 0.5, speedMs: 0, batteryVoltageV: 15.8, batteryCurrentA: 10, rpm: 6300, thrustN: 7 }
    ]
  });
  const now = getSetup(db, setupId);
  assert.ok(now.ok && editSetup(db, setupId, setup, 'calibrated', now.value.revision).ok);
  const given = fitParts(db, setupId, NOW);
  assert.ok(given.ok);
  assert.deepEqual(given.value.fitted.toSorted(), ['Lake 4S', 'Reed 900']);
  assert.match(shelf(motorId).fitted?.says ?? '', /^KV [\d.]+ times the label’s/);
  // another craft, another propeller and pack: the motor brings what is known of it
  const other: SetupDocument = {
    ...PLANE,
    battery: { ...PLANE.battery, series: 3, capacityAh: 3 },
    propulsor: { ...PLANE.propulsor, diameterM: 0.33 } as SetupDocument['propulsor']
  };
  const taken = interpretSetup(withShelfPart(other, shelf(motorId)));
  assert.equal(taken.sources.kv, 'fitted');
  assert.notEqual(taken.sources.batteryResistance, 'fitted');
  const kv = interpretSetup(setup).applied?.factors.kv as number;
  assert.ok(Math.abs((taken.applied?.factors.kv as number) - kv) < 1e-12 && Math.abs(kv - 1) > 0.005);
  const stranger = withShelfPart(other, {
    kind: 'motor',
    name: 'x',
    document: { kvRpmPerVolt: 1400 } as never,
    measured: {}
  });
  assert.equal(interpretSetup(stranger).sources.kv, 'label');
  const bare = forgetFitted(db, motorId);
  assert.ok(bare.ok && bare.value.fitted === null);
  assert.equal(withShelfPart(other, shelf(motorId)).calibration, undefined);
  assert.ok(!forgetFitted(db, 9999).ok);
});

test('how columns are read is remembered by their names, the newest two hundred of them', () => {
  const columns = [{ title: 'a', role: 'rpm', unit: 'rpm' }];
  for (let k = 0; k < 205; k++) rememberColumns(db, { signature: `s${k}`, columns });
  assert.deepEqual(recallColumns(db, 's204').columns?.columns, columns);
  const count = db.prepare('SELECT COUNT(*) FROM column_mapping').pluck().get();
  assert.equal(count, 200);
  rememberColumns(db, { signature: 's204', columns: [] });
  assert.deepEqual(recallColumns(db, 's204').columns?.columns, []);
  assert.equal(recallColumns(db, 'never').columns, null);
});
