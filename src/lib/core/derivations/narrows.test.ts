/** The one reading that would narrow a prediction most. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT, PLANE, QUAD } from '../../../../tests/helpers/setups.ts';
import { calibrate } from '../calibration/calibrate.ts';
import type { SetupDocument } from '../document/schema.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { narrowsOf } from './narrows.ts';

const of = (setup: SetupDocument) => narrowsOf(analysisOf(setup, { bands: true }));

test('nothing was read: amps and volts once at full throttle, and how sure that would make it', () => {
  for (const setup of [PLANE, QUAD, BOAT]) {
    const found = of(setup);
    assert.equal(found?.id, 'full-amps');
    assert.ok(found && found.before > 0.08 && found.after < 0.035, found?.says);
    assert.match(
      found.says,
      /^Read amps and volts once at full throttle.* now ±\d+ %, would be known to ±[\d.]+ %\.$/
    );
  }
  assert.match(of(BOAT)?.says ?? '', /under way/);
  assert.equal(narrowsOf(analysisOf(PLANE)), null, 'without bands nothing is told');
});

test('what it says comes true: a calibration on that reading leaves about that width, and names another one', () => {
  const s = analysisOf(PLANE, { bands: true });
  const said = narrowsOf(s);
  const [p] = s.at([{ throttle: 1, speedMs: 0, stateOfCharge: 1 }]);
  const { setup } = calibrate({
    setup: PLANE,
    measurements: [
      {
        throttle: 1,
        speedMs: 0,
        stateOfCharge: 1,
        batteryVoltageV: p.batteryVoltageV,
        batteryCurrentA: p.batteryCurrentA
      }
    ]
  });
  const after = analysisOf(setup, { bands: true });
  const [q] = after.at([{ throttle: 1, speedMs: 0, stateOfCharge: 1 }]);
  const [low, high] = q.band?.batteryCurrentA ?? [0, 0];
  const half = (high - low) / 2 / q.batteryCurrentA;
  assert.ok(Math.abs(half / (said?.after ?? 1) - 1) < 0.35, `${half} for ${said?.after}`);
  assert.notEqual(narrowsOf(after)?.id, 'full-amps');
});
