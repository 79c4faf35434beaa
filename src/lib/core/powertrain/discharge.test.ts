import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { interpretSetup } from '../model/interpret.ts';
import { openCircuitCellV } from '../parts/pack/open-circuit.ts';
import type { Demand } from './demand.ts';
import { discharge } from './discharge.ts';
import { operatingPoint, solveOperatingPoint } from './operating-point.ts';

const i = interpretSetup(PLANE);
const FULL: Demand = { kind: 'throttle', throttle: 1, speedMs: 0 };
const run = (demand: Demand, start: number, end: number, cutoff: number) =>
  discharge(i.model, i.packInUse, demand, start, end, cutoff);

test('a discharge to the usable share ends there, each step lower, later and on the resting curve', () => {
  const d = run(FULL, 1, 0.2, 2.5);
  assert.equal(d.endedBy, 'usable-share');
  assert.ok(Math.abs(d.usedShare - 0.8) < 1e-12);
  assert.equal(d.steps.length, 41);
  for (const [k, step] of d.steps.entries()) {
    assert.ok(Math.abs(step.stateOfCharge - (1 - 0.02 * k)) < 1e-9);
    assert.equal(step.restingCellV, openCircuitCellV('lipo', step.stateOfCharge));
    if (k > 0) assert.ok(step.seconds > d.steps[k - 1].seconds);
  }
  // charge drawn: the mean current between the steps (trapezoids), in ampere-hours
  const drawn = d.steps
    .slice(1)
    .reduce(
      (ah, s, k) => ah + ((s.currentA + d.steps[k].currentA) / 2) * ((s.seconds - d.steps[k].seconds) / 3600),
      0
    );
  assert.ok(Math.abs(drawn / (0.8 * 2.2) - 1) < 0.002, `${drawn} Ah`);
});

test('the cut-off ends it where a loaded cell meets it, inside the step', () => {
  const d = run(FULL, 1, 0.05, 3.3);
  assert.equal(d.endedBy, 'cut-off');
  const last = d.steps.at(-1);
  assert.ok(last && last.loadedCellV >= 3.3 && last.loadedCellV < 3.302, `${last?.loadedCellV}`);
  assert.ok(Math.abs(d.usedShare - (1 - last.stateOfCharge)) < 1e-9);
  assert.ok(d.usedShare < 0.95 && d.seconds === last.seconds);
});

test('a pack that starts below the cut-off, or at its end, lasts no time at all', () => {
  const low = run(FULL, 1, 0.2, 4.15);
  assert.deepEqual([low.endedBy, low.seconds, low.usedShare, low.steps.length], ['at-once', 0, 0, 1]);
  for (const start of [0.2, 0.1]) {
    const spent = run(FULL, start, 0.2, 2.5);
    assert.deepEqual([spent.endedBy, spent.seconds, spent.usedShare], ['at-once', 0, 0]);
  }
  // what draws nothing does not last: it is not a discharge
  const idle = discharge(
    { ...i.model, escIdleCurrentA: 0, auxiliaryCurrentA: 0 },
    i.packInUse,
    { kind: 'throttle', throttle: 0, speedMs: 0 },
    1,
    0.2,
    2.5
  );
  assert.equal(idle.endedBy, 'at-once');
});

test('thrust that the powertrain cannot make ends it before it begins; thrust it can no longer make, on the way', () => {
  const never = run({ kind: 'thrust', thrustN: 500, speedMs: 0 }, 1, 0.2, 2.5);
  assert.deepEqual([never.endedBy, never.seconds, never.steps.length], ['not-enough-power', 0, 0]);
  // the thrust of a full pack's first moment, a few per cent less of it at a time: each lasts longer
  const p = operatingPoint();
  solveOperatingPoint(i.model, { openCircuitV: 16.8, packOhm: i.packOhm }, 1, 0, p);
  let before = 0;
  for (const share of [0.97, 0.9, 0.8]) {
    const d = run({ kind: 'thrust', thrustN: share * p.thrustN, speedMs: 0 }, 1, 0.02, 1);
    assert.equal(d.endedBy, 'not-enough-power', `${share}`);
    assert.ok(d.seconds > before && d.usedShare > 0 && d.usedShare < 0.98, `${share}: ${d.seconds} s`);
    before = d.seconds;
    assert.ok(Math.abs(d.usedShare - (1 - (d.steps.at(-1)?.stateOfCharge ?? 0))) < 1e-3);
  }
  assert.equal(
    run({ kind: 'thrust', thrustN: 1.01 * p.thrustN, speedMs: 0 }, 1, 0.02, 1).endedBy,
    'not-enough-power'
  );
});
