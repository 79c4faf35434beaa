/** Several runs of one motor side by side: their figures, their order, and the best for the brief. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE, QUAD } from '../../../../../tests/helpers/setups.ts';
import { runOf } from '../../../../../tests/helpers/stand-run.ts';
import type { Propulsor, SetupDocument } from '../../document/schema.ts';
import type { StoredRun } from '../../document/stored.ts';
import { INCH_M } from '../../units/convert.ts';
import { RunDigest } from '../record/run-readings.ts';
import { Stand } from '../stand/stand.ts';
import { seriesCsv } from './series-csv.ts';
import { seriesStage } from './series-stage.ts';
import { seriesOf } from './series.ts';

const prop = (diameter: number, pitch: number): Propulsor => ({
  kind: 'propeller',
  diameterM: diameter * INCH_M,
  pitchM: pitch * INCH_M,
  blades: 2
});
const FIVE = [prop(9, 6), prop(10, 5), prop(10, 7), prop(11, 5.5), prop(12, 6)];
const change = (value: Propulsor) => [{ path: 'propulsor', value }];

/** A run on a stand whose hidden truth is drawn by a seed. */
function standRun(setup: SetupDocument, propulsor: Propulsor, seed: number, id: number): StoredRun {
  const digest = new RunDigest(1, setup.battery.capacityAh ?? null);
  digest.push(
    runOf({ setup: { ...setup, propulsor }, seed }, [
      [3, 0.5],
      [4, 1]
    ])
  );
  const { readings, peakA } = digest.summary();
  return { id, readings, details: { changes: change(propulsor), peakA } } as unknown as StoredRun;
}
const typed = (id: number, propulsor: Propulsor, amps: number, grams: number | null): StoredRun =>
  ({
    id,
    readings: [
      {
        throttle: 1,
        speedMs: 0,
        batteryVoltageV: 15,
        batteryCurrentA: amps,
        rpm: 9000,
        thrustN: grams === null ? null : (grams * 9.80665) / 1000
      }
    ],
    details: { changes: change(propulsor) }
  }) as unknown as StoredRun;
const series = (runs: StoredRun[], setup: SetupDocument = PLANE) =>
  seriesOf(
    setup,
    {},
    runs,
    runs.map(() => setup)
  );

for (const seed of [3, 8, 21])
  test(`five propellers on one motor rank as the hidden truth does, by thrust and by thrust per watt (${seed})`, () => {
    const { rows } = series(FIVE.map((p, k) => standRun(PLANE, p, seed, k)));
    const truth = FIVE.map((p, k) => {
      const s = new Stand({ setup: { ...PLANE, propulsor: p }, seed }).steady(1);
      return { k, thrustN: s.thrustN, amps: s.batteryCurrentA };
    });
    assert.deepEqual(
      rows.map((r) => r.runId),
      truth.toSorted((a, b) => b.thrustN - a.thrustN).map((t) => t.k)
    );
    // volts are the same pack's: the order of thrust per amp is that of thrust per watt where they are not close
    const sparing = rows.toSorted((a, b) => (b.full.perWatt ?? 0) - (a.full.perWatt ?? 0))[0];
    const most = truth.toSorted((a, b) => b.thrustN / b.amps - a.thrustN / a.amps);
    assert.ok(most.slice(0, 2).some((t) => t.k === sparing.runId));
  });

test('watts, thrust per watt and pitch speed by hand; a row for each throttle as CSV', () => {
  const { rows } = series([typed(1, prop(11, 5.5), 40, 1800)]);
  const [{ full }] = rows;
  assert.equal(full.watts, 600);
  // 1800 g / 600 W; 9000/60 turns a second of 5.5 in
  assert.ok(Math.abs(((full.perWatt as number) * 1000) / 9.80665 - 3) < 1e-9);
  assert.ok(Math.abs((full.pitchSpeedMs as number) - 150 * 5.5 * 0.0254) < 1e-9);
  const lines = seriesCsv(series([typed(1, prop(11, 5.5), 40, 1800)])).split('\r\n');
  assert.match(lines[0], /^propulsor,throttle \(%\),volts/);
  assert.equal(lines[1], '11 × 5.5,100,15,40,600,1800,9000,3,21,');
});

test('the best: enough thrust with the most of it per watt; for speed the highest pitch speed; never one over its amps', () => {
  // 1.6 kg at 0.8 and more of the weight for sport: see the brief
  const runs = [
    typed(1, prop(9, 6), 30, 700),
    typed(2, prop(11, 5.5), 40, 2000),
    typed(3, prop(12, 6), 45, 2100),
    typed(4, prop(13, 6.5), 90, 4500)
  ];
  const found = series(runs);
  assert.ok(found.wantedN !== null && found.wantedN > 0.7 * 9.80665);
  assert.deepEqual(
    found.rows.map((r) => [r.runId, r.over, r.enough]),
    [
      [4, true, true],
      [3, false, true],
      [2, false, true],
      [1, false, false]
    ]
  );
  assert.equal(found.best?.runId, 2);
  assert.match(found.best?.why ?? '', /that are wanted, and has the most thrust per watt/);
  const fast = series(runs, { ...PLANE, craft: { ...PLANE.craft, purpose: 'speed' } });
  assert.equal(fast.best?.runId, 3);
  const weak = series([typed(1, prop(9, 6), 30, 300), typed(2, prop(8, 6), 20, 200)]);
  assert.equal(weak.best?.runId, 1);
  assert.match(weak.best?.why ?? '', /^none gives/);
  assert.equal(series([typed(4, prop(13, 6.5), 90, 4500)]).best, null);
  assert.equal(series([]).best, null);
  assert.equal(series([typed(5, prop(11, 5.5), 40, null)]).rows[0].enough, null);
  assert.ok(series([typed(1, prop(11, 5.5), 40, 2000)], QUAD).wantedN);
});

test('a run of a series is watched and limited as any stage; what would pass a rating is run below it', () => {
  const { stage } = seriesStage(PLANE, {}, prop(10, 5));
  assert.ok(stage);
  assert.deepEqual(stage.changes, change(prop(10, 5)));
  assert.match(stage.title, /10 × 5/);
  assert.ok(stage.watch.some((w) => w.quantity === 'batteryCurrentA' && w.stopAt !== null));
  const large = seriesStage(PLANE, {}, prop(18, 10));
  assert.ok((large.stage?.throttle ?? 1) < 1);
  assert.match(large.over.join(), /would draw/);
  assert.equal(stage.throttle === 1, seriesStage(PLANE, {}, prop(10, 5)).over.length === 0);
});
