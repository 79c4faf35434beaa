/** What runs teach: with a maker's table beside them, and in the air that was noted. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { runOf } from '../../../../tests/helpers/stand-run.ts';
import type { MakersRow } from '../document/makers-row.ts';
import type { StoredRun } from '../document/stored.ts';
import { altitudeOfPressureM, pressurePa } from '../fluids/air.ts';
import { compareRun } from './compare/comparison.ts';
import { learnFromRuns } from './learn.ts';
import { observedOf, RunDigest, weatherOf } from './record/run-readings.ts';

const digest = new RunDigest(1, PLANE.battery.capacityAh ?? null);
digest.push(
  runOf({ setup: PLANE, seed: 12 }, [
    [3, 0.5],
    [3, 1]
  ])
);
const run = { readings: digest.summary().readings, details: {} } as unknown as StoredRun;
/** Rows for another propeller, as a maker prints them: what the model says of it, rounded. Invented. */
const ROWS: MakersRow[] = [0.6, 0.8, 1].map((throttle) => ({
  throttle,
  volts: 14.8,
  amps: Math.round(26 * throttle ** 2.4),
  rpm: null,
  thrustN: null,
  diameterM: 0.254,
  pitchM: 0.127,
  blades: 2
})) as unknown as MakersRow[];

test('a maker’s table counts beside the runs, and alone; what tells nothing teaches nothing', () => {
  const alone = learnFromRuns(PLANE, [run], [PLANE]);
  const both = learnFromRuns(PLANE, [run], [PLANE], ROWS);
  const printed = learnFromRuns(PLANE, [], [], ROWS);
  assert.ok(alone && both && printed);
  assert.ok(both.readings > alone.readings);
  const kv = (learnt: typeof both): number => learnt.factors.find((f) => f.id === 'kv')?.within.after ?? NaN;
  assert.ok(kv(printed) < printed.factors[0].within.before && kv(both) <= kv(alone) + 1e-9);
  // a printed row counts for less than what was read on this motor
  assert.ok(kv(alone) < kv(printed));
  assert.equal(learnFromRuns(PLANE, [], []), null);
  assert.equal(alone.drag, null);
});

test('the air that was noted of a run stands in for the setup’s: denser air loads the propeller more', () => {
  assert.equal(weatherOf({}, PLANE), null);
  // ISO 2533: 84 556 Pa at 1500 m
  assert.ok(Math.abs(altitudeOfPressureM(84_556) - 1500) < 0.5);
  assert.ok(Math.abs(pressurePa(altitudeOfPressureM(103_500)) - 103_500) < 1e-6);
  const noted = weatherOf(
    { airTemperatureC: -5, airPressurePa: 84_556 },
    { ...PLANE, environment: { water: 'salt' } }
  );
  assert.equal(noted?.airTemperatureC, -5);
  assert.equal(noted?.water, 'salt');
  const predicted = (airTemperatureC: number): number => {
    const weather = { ...run, details: { airTemperatureC } } as unknown as StoredRun;
    const { moments } = compareRun(PLANE, observedOf(weather, PLANE));
    const full = moments[moments.length - 1].readings.find((r) => r.quantity === 'batteryCurrentA');
    return full?.predicted ?? NaN;
  };
  assert.ok(predicted(-10) > 1.02 * predicted(35));
});
