/** What is made of a run's samples: when it must stop, what was steady, what the screen is shown. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { normalFrom, seededRandom } from '../../numeric/random.ts';
import type { Watch } from '../plan/stage.ts';
import { measurementsOf } from './measured.ts';
import { columnsOf, type Sample } from './sample.ts';
import { steadyStretches } from './steady.ts';
import { StopRules } from './stop-rules.ts';
import { thinned } from './thin.ts';

const watch = (quantity: Watch['quantity'], stopAt: number | null): Watch => ({
  quantity,
  expected: 1,
  band: null,
  stopAt
});
const every = (stepS: number, count: number, of: (t: number) => Omit<Sample, 'seconds'>): Sample[] =>
  Array.from({ length: count }, (_, k) => ({ seconds: k * stepS, ...of(k * stepS) }));

/** When a run ends, and by what. */
function ended(rules: StopRules, samples: readonly Sample[]): [number, string] | null {
  for (const s of samples) {
    const reason = rules.push(s);
    if (reason) return [s.seconds, reason.rule === 'limit' ? reason.quantity : reason.rule];
  }
  return null;
}

test('a spike of a tenth of a second stops nothing, a quarter does; heat stops at once; time runs out', () => {
  const rules = (): StopRules => new StopRules([watch('batteryCurrentA', 40), watch('motorC', 80)], 4, 10);
  const spiked = (from: number, to: number) =>
    every(0.05, 240, (t) => ({ batteryCurrentA: t >= from && t < to ? 45 : 30 }));
  assert.deepEqual(ended(rules(), spiked(2, 2.1)), [10, 'time']);
  const [at, by] = ended(rules(), spiked(2, 9)) as [number, string];
  assert.equal(by, 'batteryCurrentA');
  assert.ok(at >= 2.25 - 1e-9 && at < 2.36, String(at));
  // two spikes apart are not one long one
  const twice = every(0.05, 200, (t) => ({ batteryCurrentA: t % 1 < 0.2 ? 45 : 30 }));
  assert.equal(ended(rules(), twice), null);
  const hot = every(0.5, 20, (at) => ({ motorC: 20 + 15 * at }));
  assert.deepEqual(ended(rules(), hot), [4.5, 'motorC']);
});

test('a throttle is held no longer than its time in all, however often it is let go between', () => {
  const rules = new StopRules([], 4, Infinity, { throttle: 1, seconds: 5 });
  const spells = every(0.05, 600, (at) => ({ throttle: at % 4 < 2 ? 1 : 0.5 }));
  // two seconds of each four: the fifth is over in the third spell
  const [at, by] = ended(rules, spells) as [number, string];
  assert.equal(by, 'time');
  assert.ok(at > 8.9 && at < 9.3, String(at));
  assert.equal(
    ended(
      new StopRules([], 4, Infinity, { throttle: 1, seconds: 5 }),
      every(0.05, 600, () => ({ throttle: 0.9 }))
    ),
    null
  );
});

test('volts are watched per cell and may not fall; what is not read or not limited stops nothing', () => {
  const rules = new StopRules([watch('cellVoltageV', 3.3), watch('rpm', null)], 4, Infinity);
  const sagging = every(0.1, 100, (t) => ({ batteryVoltageV: t < 3 ? 14 : 13.1, rpm: 1e6 }));
  const [at, by] = ended(rules, sagging) as [number, string];
  assert.equal(by, 'cellVoltageV');
  assert.ok(Math.abs(at - 3.4) < 0.11, String(at));
  const silent = every(0.1, 50, () => ({ batteryVoltageV: null }));
  assert.equal(ended(new StopRules([watch('cellVoltageV', 3.3)], 4, Infinity), silent), null);
});

test('steady stretches: one a throttle, without the spin-up; a sag is no wavering, noise is', () => {
  const random = seededRandom(7);
  const run = every(0.05, 320, (t) => {
    const throttle = t < 5 ? 0.5 : t < 10 ? 1 : 0;
    const about = throttle === 0 ? 0 : (t < 5 ? 10 : 40) * (t % 5 < 0.6 ? (t % 5) / 0.6 : 1) - 0.3 * (t % 5);
    return {
      throttle,
      batteryCurrentA: about * (1 + 0.01 * normalFrom(random)),
      batteryVoltageV: 16 - about / 40
    };
  });
  const [half, full, ...more] = steadyStretches(run);
  assert.equal(more.length, 0);
  assert.equal(half.means.throttle, 0.5);
  assert.ok(Math.abs((half.means.batteryCurrentA as number) - (10 - 0.3 * 2.9)) < 0.1);
  assert.ok(half.fromS >= 0.8 && full.fromS >= 5.8);
  for (const s of [half, full]) assert.ok(Math.abs((s.flutter as number) - 0.01) < 0.003, String(s.flutter));
  assert.ok((full.peakA as number) > 39 && (full.lowestV as number) < 15.1);
  // too short, or closed, is none
  assert.deepEqual(steadyStretches(every(0.05, 12, () => ({ throttle: 1, batteryCurrentA: 3 }))), []);
  assert.deepEqual(steadyStretches(every(0.05, 90, () => ({ throttle: 0, batteryCurrentA: 0 }))), []);
  assert.deepEqual(steadyStretches([]), []);
});

test('stretches as measurements follow the charge: 36 A for 10 s of 1 Ah is a tenth', () => {
  const run = every(0.1, 201, (t) => ({ throttle: t < 10 ? 1 : 0.5, batteryCurrentA: 36, motorC: 40 }));
  const [first, second] = measurementsOf(steadyStretches(run), 1, 1);
  assert.equal(first.measurement.motorC, 40);
  assert.ok(Math.abs((first.measurement.stateOfCharge as number) - 0.95) < 0.01);
  assert.ok(Math.abs((second.measurement.stateOfCharge as number) - 0.85) < 0.01);
  assert.equal(measurementsOf(steadyStretches(run))[0].measurement.stateOfCharge, undefined);
});

test('for the screen: no peak is lost, gaps stay gaps, nothing is invented', () => {
  const n = 100_000;
  const samples = columnsOf(
    Array.from({ length: n }, (_, k) => ({
      seconds: k / 20,
      batteryCurrentA: k === 41_234 ? 99 : k === 70_001 ? -3 : 20,
      rpm: k < n / 2 ? 9000 : null
    }))
  );
  const { seconds, channels } = thinned(samples, 800);
  assert.equal(seconds.length, 800);
  const amps = channels.batteryCurrentA;
  assert.equal(Math.max(...(amps?.high ?? [])), 99);
  assert.equal(Math.min(...(amps?.low ?? [])), -3);
  assert.equal(amps?.high.filter((v) => v === 99).length, 1);
  const at = amps?.high.indexOf(99) as number;
  assert.ok(Math.abs(seconds[at] - 41_234 / 20) < n / 20 / 800);
  assert.equal(channels.rpm?.low.filter(Number.isNaN).length, 400);
  assert.equal(channels.thrustN, undefined);
  assert.deepEqual(thinned(columnsOf([]), 10), { seconds: [], channels: {} });
  // fewer moments than buckets: each stands for itself
  assert.deepEqual(
    thinned(
      columnsOf([
        { seconds: 0, rpm: 5 },
        { seconds: 9, rpm: 6 }
      ]),
      800
    ).channels.rpm?.low,
    [5, 6]
  );
});
