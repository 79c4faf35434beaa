import assert from 'node:assert/strict';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { PLANE } from '../../../tests/helpers/setups.ts';
import { calibrate } from '../core/calibration/calibrate.ts';
import { calibrationOfTable } from '../core/calibration/fit-makers-table.ts';
import { runChecks } from '../core/checks/run-checks.ts';
import type { MakersRow } from '../core/document/makers-row.ts';
import type { Motor, SetupDocument } from '../core/document/schema.ts';
import { differentPaths } from '../core/document/merge.ts';
import { analysisOf } from '../core/analysis/setup-analysis.ts';
import { createCraft } from './crafts.ts';
import { openDatabase } from './db/open.ts';
import { calibrationPlaces, fitParts, removeCalibration } from './fitted-parts.ts';
import { knownParts } from './knowledge.ts';
import { createMakersTable, giveTaught, markMakersTable, taughtFrom } from './makers-tables.ts';
import { createRecord, editLife } from './part-life.ts';
import { createPart, getPart } from './parts.ts';
import { createSetup, duplicateSetup, editSetup, getSetup } from './setups.ts';
import type { Outcome } from './outcome.ts';

const folder = mkdtempSync(join(tmpdir(), 'iskarn-knowledge-'));
const db = openDatabase(folder);
after(() => {
  db.close();
  rmSync(folder, { recursive: true });
});
function value<T>(outcome: Outcome<T>): T {
  assert.ok(outcome.ok, JSON.stringify(outcome));
  return outcome.value;
}
const NOW = '2026-05-01T10:00:00.000Z';
const NAMED: SetupDocument = {
  ...PLANE,
  battery: { ...PLANE.battery, name: 'Lake 4S', continuousC: 45, cellResistanceOhm: null },
  motor: { ...PLANE.motor, name: 'Reed 900' },
  propulsor: { ...PLANE.propulsor, name: 'Heron', family: 'thin-electric' } as SetupDocument['propulsor']
};
const craft = value(createCraft(db, { name: 'Plane', kind: 'fixed-wing', story: '' }));
const setup = value(createSetup(db, craft.id, NAMED));
const { name: _m, ...motorDocument } = NAMED.motor;
const { name: _b, ...packDocument } = NAMED.battery;
const motor = value(
  createPart(db, { kind: 'motor', name: 'Reed 900', document: motorDocument, owned: true })
);
const pack = value(createPart(db, { kind: 'battery', name: 'Lake 4S', document: packDocument, owned: true }));
const now = (): SetupDocument => value(getSetup(db, setup.id)).document;
const amps = (d: SetupDocument): number => analysisOf(d, { bands: false }).worst.batteryCurrentA;

/** A row of a leaflet: what the same motor with the same propeller draws by its maker, at 14.8 V. */
const row = (line: number, volts: number, a: number, grams: number): MakersRow => ({
  line,
  volts,
  propText: '11x5.5',
  diameterM: 0.2794,
  pitchM: 0.1397,
  blades: 2,
  throttle: 1,
  amps: a,
  watts: volts * a,
  thrustN: (grams / 1000) * 9.80665,
  rpm: null
});

test('a maker’s table that is kept counts at once, is said, and can be left out', () => {
  const at148 = (d: SetupDocument): { a: number; thrustN: number } => {
    const [p] = analysisOf(d, { bands: false }).at([{ throttle: 1, speedMs: 0, batteryVoltageV: 14.8 }]);
    return { a: p.batteryCurrentA, thrustN: p.thrustN };
  };
  const before = at148(now());
  const printed = 0.83 * before.a;
  const table = value(
    createMakersTable(db, motor.id, {
      title: 'leaflet',
      rows: [
        row(2, 14.8, printed, 1500),
        row(3, 11.1, 0.62 * printed, 950),
        row(4, 12.6, 0.75 * printed, 1200)
      ]
    })
  );
  const from = taughtFrom(db, motor.id);
  assert.ok(from);
  assert.equal(from.family, 'thin-electric', 'blades as the setups with this motor have them');
  giveTaught(db, motor.id, from.title, calibrationOfTable(from.motor as Motor, from.rows, from.family), NOW);
  const document = now();
  assert.match(document.known?.calibrationFrom ?? '', /maker’s table “leaflet”/);
  assert.equal(document.calibration ?? null, null, 'the setup itself is untouched');
  // within the makers' ±5 % of what is printed, where the label alone was 20 % off
  const told = at148(document);
  assert.ok(Math.abs(told.a / printed - 1) < 0.06, `${told.a} A of ${printed}`);
  assert.ok(Math.abs(before.a / printed - 1) > 0.15);
  const left = { ...document, leaveOut: ['calibration'] } as SetupDocument;
  assert.ok(Math.abs(at148(left).a / before.a - 1) < 1e-9);
  // what is known is made anew at each reading, and never stored or merged
  const edited = value(
    editSetup(db, setup.id, { ...document, name: 'renamed' }, 'name', value(getSetup(db, setup.id)).revision)
  );
  assert.ok(edited.document.known);
  const stored = db
    .prepare('SELECT document FROM setup_revision ORDER BY id DESC LIMIT 1')
    .pluck()
    .get() as string;
  assert.ok(!stored.includes('"known"'));
  assert.deepEqual(differentPaths(document, { ...document, known: null }), []);
  // taken away, it teaches nothing
  value(markMakersTable(db, table.id, true));
  const empty = taughtFrom(db, motor.id);
  assert.equal(empty?.rows.length, 0);
  giveTaught(db, motor.id, '', calibrationOfTable(motorDocument as Motor, [], null), NOW);
  assert.equal(now().known ?? null, null);
  assert.ok(Math.abs(at148(now()).a / before.a - 1) < 1e-9);
});

test('a pack’s measured resistance and what it carries go into prediction and checks, in Match and from the shelf', () => {
  const before = now();
  const label = runChecks(analysisOf(before, { bands: false })).find((r) => r.id === 'pack-current');
  assert.equal(label?.limit, 2.2 * 45);
  value(
    createRecord(
      db,
      pack.id,
      { heldAt: NOW, cellOhm: [0.0181, 0.0179, 0.018, 0.018], temperatureC: 25, cycles: 120, note: '' },
      NOW
    )
  );
  const document = now();
  assert.equal(document.known?.battery?.cellResistanceOhm, 0.018);
  assert.ok(amps(document) < 0.99 * amps(before), 'it sags more');
  const s = analysisOf(document, { bands: false });
  const found = runChecks(s).find((r) => r.id === 'pack-current');
  // √(6 W/Ah × 2.2 Ah / 18 mΩ) = 27.1 A for long; 1.3 times that at the most
  assert.ok(Math.abs((found?.limit ?? 0) - 1.3 * Math.sqrt((6 * 2.2) / 0.018)) < 0.2, `${found?.limit}`);
  assert.notEqual(found?.finding, 'holds');
  assert.equal(label.finding, 'holds');
  // the same from the shelf: a search judges the pack by it too
  const fromShelf = knownParts(db, 'battery').find((p) => p.name === 'Lake 4S');
  assert.equal(fromShelf?.health?.cellResistanceOhm, 0.018);
  const left = { ...document, leaveOut: ['pack-health'] } as SetupDocument;
  assert.ok(Math.abs(amps(left) / amps(before) - 1) < 1e-9);
});

test('a retired part that is in use is said', () => {
  const life = getPart(db, pack.id);
  assert.ok(life.ok);
  value(editLife(db, pack.id, { reminders: [], retired: { why: 'swollen' } }, life.value.revision, NOW));
  assert.deepEqual(now().known?.retired, [{ part: 'battery', name: 'Lake 4S', why: 'swollen' }]);
  assert.ok(!knownParts(db, 'battery').some((p) => p.name === 'Lake 4S'));
});

test('a calibration belongs to the parts: removing it shows who follows, and takes it from here or from everywhere', () => {
  const base = now();
  const { known: _k, ...bare } = base;
  const { setup: fitted } = calibrate({
    setup: bare as SetupDocument,
    measurements: [
      { throttle: 1, speedMs: 0, batteryVoltageV: 15, batteryCurrentA: 44, rpm: 9900, thrustN: 19 }
    ]
  });
  const own = value(getSetup(db, setup.id));
  value(editSetup(db, setup.id, fitted, 'calibrated', own.revision));
  value(fitParts(db, setup.id, NOW));
  const copy = value(duplicateSetup(db, setup.id));
  const other = value(createSetup(db, craft.id, { ...NAMED, name: 'new one' }));
  // a new setup of the same motor follows what was taught of it
  assert.match(value(getSetup(db, other.id)).document.known?.calibrationFrom ?? '', /runs of/);
  const places = value(calibrationPlaces(db, setup.id));
  assert.deepEqual(
    places.setups.map((s) => s.id),
    [copy.id]
  );
  assert.ok(places.parts.includes('Reed 900'));
  // from here alone: the copy keeps it
  const here = value(removeCalibration(db, setup.id, 'here', value(getSetup(db, setup.id)).revision));
  assert.equal(here.setup.document.calibration ?? null, null);
  assert.ok(value(getSetup(db, copy.id)).document.calibration);
  // from everywhere, asked of the copy
  const all = value(removeCalibration(db, copy.id, 'everywhere', value(getSetup(db, copy.id)).revision));
  assert.ok(all.parts.includes('Reed 900'));
  for (const id of [setup.id, copy.id, other.id]) {
    const { document } = value(getSetup(db, id));
    assert.equal(document.calibration ?? null, null);
    assert.equal(document.known?.calibration ?? null, null, 'nobody follows it any more');
  }
});
