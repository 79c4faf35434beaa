/** Documents that were calibrated before the inductance was an unknown lose nothing, and know nothing of it. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { calibrate } from '../calibration/calibrate.ts';
import type { Calibration, SetupDocument } from '../document/schema.ts';
import { interpretSetup } from './interpret.ts';
import { FITTED_FACTORS } from './tolerance.ts';

const { setup: fitted } = calibrate({
  setup: PLANE,
  measurements: [
    { throttle: 1, speedMs: 0, batteryVoltageV: 15, batteryCurrentA: 44, rpm: 10700, thrustN: 25 }
  ]
});
const whole = fitted.calibration as Calibration;
const older = (withJoint: boolean): SetupDocument => {
  const { inductance: _f, ...factors } = whole.factors;
  const { inductance: _s, ...relativeSd } = whole.relativeSd;
  const joint = whole.joint as NonNullable<Calibration['joint']>;
  const size = joint.logs.length - 1;
  return {
    ...fitted,
    calibration: {
      factors,
      relativeSd,
      covariance: whole.covariance?.slice(0, 21),
      ...(withJoint
        ? {
            joint: {
              ...joint,
              logs: joint.logs.slice(0, size),
              covariance: joint.covariance.slice(0, (size * (size + 1)) / 2),
              priorSd: joint.priorSd?.slice(0, size)
            }
          }
        : {})
    }
  };
};

for (const withJoint of [true, false])
  test(`six factors of an older document ${withJoint ? 'with its measured parts' : 'without them'} stand as they were; the inductance keeps its prior`, () => {
    const now = interpretSetup({
      ...fitted,
      calibration: withJoint ? whole : { ...whole, joint: undefined }
    });
    const then = interpretSetup(older(withJoint));
    for (const name of FITTED_FACTORS.filter((f) => f !== 'inductance')) {
      assert.ok(
        Math.abs((then.applied?.factors[name] ?? 0) / (now.applied?.factors[name] ?? 1) - 1) < 1e-9,
        name
      );
      assert.ok(Math.abs(then.relativeSd[name] / now.relativeSd[name] - 1) < 1e-9, name);
    }
    assert.equal(then.applied?.factors.inductance, 1);
    assert.equal(then.relativeSd.inductance, interpretSetup(PLANE).relativeSd.inductance);
    // and the correlations between the six
    const n = FITTED_FACTORS.length;
    for (let r = 0; r < n - 1; r++)
      for (let c = 0; c < n - 1; c++)
        assert.ok(Math.abs(then.covariance[r * n + c] - now.covariance[r * n + c]) < 1e-12, `${r}, ${c}`);
  });
