import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  coefficientsAt,
  isTipSpeedInside,
  measuredPerformance,
  propulsorLoad,
  tablePerformance,
  TIP_SPEEDS_MS,
  U_LOW,
  U_STEPS,
  uAt,
  type Performance
} from './performance.ts';

const load = (p: Performance, n: number, speedMs: number, diameterM: number): [number, number] => {
  // what an earlier call has left there must not come back
  const out = Float64Array.of(9, 9);
  propulsorLoad(p, n, speedMs, diameterM, out);
  return [out[0], out[1]];
};
/** A table whose thrust and torque are straight lines in u, and grow with the row. */
const straight = (singleRow = false): Performance =>
  tablePerformance((tip) => {
    const row = new Float64Array(2 * (U_STEPS + 1));
    for (let k = 0; k <= U_STEPS; k++) {
      row[2 * k] = (singleRow ? 1 : tip) * (2 - uAt(k));
      row[2 * k + 1] = (singleRow ? 1 : tip) * (1 + 0.5 * uAt(k));
    }
    return row;
  }, singleRow);

test('constants: T = CT rho n² D⁴ and Q = CP rho n² D⁵ / 2π, by hand', () => {
  const p = measuredPerformance({ thrust: 0.1, power: 0.05 });
  const [thrust, torque] = load(p, 100, 12, 0.25);
  assert.ok(Math.abs(thrust - 0.1 * 625) < 1e-12);
  assert.ok(Math.abs(torque - (0.05 * 625) / (2 * Math.PI)) < 1e-12);
});

test('a stopped propulsor of measured columns has neither thrust nor torque, whatever was there before', () => {
  const p = measuredPerformance({
    thrust: [0.1, 0.05, 0],
    power: [0.05, 0.04, 0.01],
    advanceRatio: [0, 0.3, 0.6]
  });
  assert.deepEqual(load(p, 0, 10, 0.25), [0, 0]);
  assert.deepEqual(load(p, 0, 0, 0.25), [0, 0]);
  const [thrust, torque] = load(p, 100, 7.5, 0.25);
  assert.ok(Math.abs(thrust - 0.05 * 625) < 1e-9, 'at a column');
  assert.ok(Math.abs(torque - (0.04 * 625) / (2 * Math.PI)) < 1e-9);
});

test('measured columns need their advance ratios; one column is a constant', () => {
  assert.throws(() => measuredPerformance({ thrust: [0.1, 0.05], power: [0.05, 0.04] }), /columns over J/);
  assert.throws(
    () => measuredPerformance({ thrust: 0.1, power: [0.05, 0.04], advanceRatio: [0, 0.3] }),
    TypeError
  );
  assert.equal(measuredPerformance({ thrust: [0.1], power: [0.05], advanceRatio: [0] }).kind, 'constant');
});

test('a table meets its rows and steps, and a straight line between them, at both ends too', () => {
  const p = straight();
  for (const u of [U_LOW, U_LOW + 0.01, -0.05, 0, 0.013, 0.5, 0.77, 0.97, 0.995]) {
    for (const tip of [TIP_SPEEDS_MS[0], 24, 100, 260, TIP_SPEEDS_MS.at(-1) as number]) {
      // u = V/(|V| + nD), tip² = (π n D)² + V²
      const ratio = u >= 0 ? u / (1 - u) : u / (1 + u);
      const blade = tip / Math.hypot(Math.PI, ratio);
      const [thrust, torque] = load(p, blade / 0.25, ratio * blade, 0.25);
      const square = blade * blade * (1 + ratio * ratio);
      assert.ok(
        Math.abs(thrust / (tip * (2 - u) * square) - 1) < 1e-9,
        `thrust at u ${u}, tip ${tip}: ${thrust}`
      );
      assert.ok(Math.abs(torque / (tip * (1 + 0.5 * u) * square) - 1) < 1e-9, `torque at u ${u}, tip ${tip}`);
    }
  }
});

test('below the slowest and above the fastest row the nearest one holds, and it is told', () => {
  const p = straight();
  for (const [tip, held] of [
    [4, 10],
    [340, 290]
  ]) {
    const blade = tip / Math.PI;
    const [thrust] = load(p, blade / 0.25, 0, 0.25);
    assert.ok(Math.abs(thrust / (held * 2 * blade * blade) - 1) < 1e-9, `${tip} m/s`);
    assert.equal(isTipSpeedInside(tip), false);
  }
  assert.ok(isTipSpeedInside(10) && isTipSpeedInside(290) && isTipSpeedInside(100));
  assert.ok(!isTipSpeedInside(9.9) && !isTipSpeedInside(290.1));
});

test('a table of one row does not look at the tip speed; standing in still air it has no load', () => {
  const p = straight(true);
  for (const n of [10, 400]) {
    const blade = n * 0.04;
    const [thrust, torque] = load(p, n, blade, 0.04);
    assert.ok(Math.abs(thrust / (1.5 * 2 * blade * blade) - 1) < 1e-9);
    assert.ok(Math.abs(torque / (1.25 * 2 * blade * blade) - 1) < 1e-9);
  }
  assert.deepEqual(load(p, 0, 0, 0.04), [0, 0]);
  assert.deepEqual(load(straight(), 0, 0, 0.04), [0, 0]);
});

test('coefficients are those of the solver’s loads', () => {
  const p = measuredPerformance({
    thrust: [0.1, 0.05, 0],
    power: [0.05, 0.04, 0.01],
    advanceRatio: [0, 0.3, 0.6]
  });
  const c = coefficientsAt(p, 0.3, 100, 0.25);
  assert.ok(Math.abs(c.thrust - 0.05) < 1e-9);
  assert.ok(Math.abs(c.power - 0.04) < 1e-9);
});
