/** The simulated stand behaves as what it stands in for: physics that closes, errors as wide as the bands, faults that show. */
import { STAND_FAULTS } from '../../document/run-schema.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT, PLANE, QUAD } from '../../../../../tests/helpers/setups.ts';
import { runOf } from '../../../../../tests/helpers/stand-run.ts';
import { analysisOf } from '../../analysis/setup-analysis.ts';
import { calibrate } from '../../calibration/calibrate.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { measurementsOf } from '../record/measured.ts';
import { steadyStretches } from '../record/steady.ts';
import { Stand } from './stand.ts';

const at = (setup: SetupDocument) =>
  analysisOf(setup, { bands: true }).at([{ throttle: 1, speedMs: 0, stateOfCharge: 1 }])[0];

test('the same order and throttles give the same samples; another seed is another powertrain', () => {
  const order = { setup: PLANE, seed: 3, fault: 'loose-lead' } as const;
  assert.deepEqual(runOf(order, [[2, 0.5]]), runOf(order, [[2, 0.5]]));
  assert.notEqual(
    new Stand({ setup: PLANE, seed: 4 }).truth.kvRpmPerVolt,
    new Stand(order).truth.kvRpmPerVolt
  );
});

test('hidden truths spread as the bands say: eight in ten lie inside', () => {
  for (const setup of [PLANE, QUAD]) {
    const { band } = at(setup);
    const truths = Array.from({ length: 200 }, (_, seed) => new Stand({ setup, seed }).steady(1));
    for (const name of ['batteryCurrentA', 'rpm', 'thrustN'] as const) {
      const [low, high] = band?.[name] as [number, number];
      // pulse resistance at once, ten seconds of load in the prediction: the current alone is a little higher
      const inside = truths.filter((t) => t[name] >= 0.99 * low && t[name] <= 1.03 * high).length / 200;
      assert.ok(inside > 0.7 && inside < 0.92, `${name}: ${inside}`);
    }
  }
});

test('a run closes: charge drawn is amps times time, volts sag and do not come back under load, the motor warms', () => {
  const run = runOf({ setup: PLANE, seed: 5 }, [[20, 1]]);
  const last = run[run.length - 1];
  assert.ok(Math.abs(last.seconds - 20) < 1e-9);
  const volts = (t: number): number => {
    const near = run.filter((s) => Math.abs(s.seconds - t) < 0.5).map((s) => s.batteryVoltageV as number);
    return near.reduce((a, b) => a + b, 0) / near.length;
  };
  assert.ok(volts(2) > volts(8) && volts(8) > volts(19), [volts(2), volts(8), volts(19)].join());
  assert.ok((last.motorC as number) > (run[0].motorC as number) + 3);
  assert.ok((last.packC as number) > (run[0].packC as number));
  // throttle follows its stick, the shaft follows the throttle
  assert.ok((run[2].throttle as number) < 0.5 && (run[20].throttle as number) === 1);
  assert.ok((run[3].rpm as number) < 0.7 * (run[60].rpm as number));
  const off = runOf({ setup: PLANE, seed: 5 }, [
    [3, 1],
    [3, 0]
  ]);
  assert.ok((off[off.length - 1].batteryCurrentA as number) < 0.5);
  assert.ok((off[off.length - 1].rpm as number) < 100);
});

test('a boat gathers way to about its predicted top speed; nothing else has a speed', () => {
  const boat = analysisOf(BOAT).boat?.topSpeedMs as number;
  const tops = [1, 2, 3, 4, 5, 6, 7].map((seed) => {
    const run = runOf({ setup: BOAT, seed }, [[25, 1]]);
    return run[run.length - 1].speedMs as number;
  });
  const middle = tops.sort((a, b) => a - b)[3];
  assert.ok(Math.abs(middle / boat - 1) < 0.25, `${tops.join()} against ${boat}`);
  assert.equal(runOf({ setup: PLANE, seed: 1 }, [[1, 1]])[5].speedMs, undefined);
});

test('each fault shows where it should, against the same powertrain without it', () => {
  const mean = (fault: (typeof STAND_FAULTS)[number] | null) => {
    const [full] = steadyStretches(runOf({ setup: PLANE, seed: 11, fault }, [[6, 1]]));
    return { ...full.means, flutter: full.flutter as number } as Record<string, number>;
  };
  const sound = mean(null);
  const drags = mean('dragging-bearing');
  assert.ok(
    drags.batteryCurrentA > 1.05 * sound.batteryCurrentA &&
      drags.rpm < sound.rpm &&
      drags.thrustN < sound.thrustN
  );
  const other = mean('wrong-propeller');
  assert.ok(
    other.batteryCurrentA > 1.1 * sound.batteryCurrentA &&
      other.rpm < 0.95 * sound.rpm &&
      other.thrustN > sound.thrustN
  );
  const weak = mean('weak-cell');
  assert.ok(
    weak.batteryVoltageV < sound.batteryVoltageV - 0.3 && weak.batteryCurrentA < sound.batteryCurrentA
  );
  const loose = mean('loose-lead');
  assert.ok(loose.batteryVoltageV > sound.batteryVoltageV && loose.batteryCurrentA < sound.batteryCurrentA);
  const slips = mean('slipping-propeller');
  assert.ok(
    slips.rpm > sound.rpm &&
      slips.thrustN < 0.9 * sound.thrustN &&
      slips.batteryCurrentA < sound.batteryCurrentA
  );
  for (const m of [loose, slips])
    assert.ok(m.flutter > 1.5 * sound.flutter, `${m.flutter}, ${sound.flutter}`);
});

test('calibrated by one run the band of the current has halved, and the hidden truth is inside as often as it says', () => {
  const before = at(PLANE).band?.batteryCurrentA as [number, number];
  const seeds = Array.from({ length: 16 }, (_, k) => 100 + k);
  const fits = seeds.map((seed) => {
    const run = runOf({ setup: PLANE, seed }, [
      [5, 0.3],
      [5, 0.5],
      [5, 0.75],
      [6, 1]
    ]);
    const observed = measurementsOf(steadyStretches(run), 1, PLANE.battery.capacityAh);
    const { setup } = calibrate({ setup: PLANE, measurements: observed.map((o) => o.measurement) });
    const p = analysisOf(setup, { bands: true }).at([{ throttle: 1, speedMs: 0, stateOfCharge: 1 }])[0];
    const band = p.band?.batteryCurrentA as [number, number];
    // what the pack gives after the ten seconds that a prediction means
    const stand = new Stand({ setup: PLANE, seed });
    const late: number[] = [];
    for (let t = 0; t < 11; t += 0.05) {
      const last = stand.step(0.05, 1);
      if (t > 9) late.push(last.batteryCurrentA as number);
    }
    const truth = late.reduce((a, b) => a + b, 0) / late.length;
    return { width: band[1] - band[0], inside: truth >= 0.98 * band[0] && truth <= 1.02 * band[1] };
  });
  const halved = fits.filter((f) => f.width <= 0.5 * (before[1] - before[0])).length;
  assert.equal(halved, 16);
  const inside = fits.filter((f) => f.inside).length;
  assert.ok(inside >= 11, `${inside} of 16`);
});
