/** Facts of the trade: common practice, no source. Arithmetic that people do on paper must come out of the core. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { escMarginLimit } from '../../src/lib/core/checks/esc-current.ts';
import { predict } from '../../src/lib/core/train/predict.ts';
import type { SetupDocument } from '../../src/lib/core/setup/schema.ts';
import { openCircuitCellV, stateOfChargeAt } from '../../src/lib/core/battery/open-circuit.ts';

/** A setup whose motor draws a wanted current from held volts: a motor locked into a resistance. */
const base: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, continuousC: 25, cellResistanceOhm: 0.005 },
  wiring: { resistanceOhm: 0.002 },
  esc: { continuousA: 30, resistanceOhm: 0.003, maxSeries: 4 },
  motor: { kvRpmPerVolt: 1000, resistanceOhm: 0.08, noLoadCurrentA: 0.8, noLoadVoltageV: 10 },
  propulsor: {
    kind: 'propeller',
    diameterM: 0.254,
    pitchM: 0.127,
    coefficients: { thrust: 0.1, power: 0.04 }
  }
};

for (const [ah, c, amps] of [
  [2.2, 25, 55],
  [2.65, 30, 79.5],
  [1.35, 30, 40.5],
  [1, 10, 10]
]) {
  test(`common practice, no source: ${ah} Ah × ${c} C = ${amps} A`, () => {
    const setup = { ...base, battery: { ...base.battery, capacityAh: ah, continuousC: c } };
    const check = predict({ setup }).checks.find((k) => k.id === 'pack-current');
    assert.ok(check?.limit && Math.abs(check.limit - amps) < 1e-9);
  });
}

test('common practice, no source: 1 Ah at 1, 2, 4, 8 A lasts 60, 30, 15, 7.5 min before the usable share', () => {
  for (const [amps, minutes] of [
    [1, 60],
    [2, 30],
    [4, 15],
    [8, 7.5]
  ]) {
    // the receiver alone draws the current: throttle closed
    const setup: SetupDocument = {
      ...base,
      auxiliaryCurrentA: amps,
      battery: { ...base.battery, capacityAh: 1, usableShare: 0.8, cellResistanceOhm: 0 }
    };
    const p = predict({ setup, points: [{ throttle: 0, speedMs: 0, stateOfCharge: 1 }] }).points[0];
    assert.equal(p.batteryCurrentA, amps);
    assert.equal((1 / p.batteryCurrentA) * 60, minutes);
  }
});

test('common practice, no source: 1.5 × 28 A asks 42 A of pack', () => {
  const setup = { ...base, battery: { ...base.battery, capacityAh: 4.2, continuousC: 10 } };
  const check = predict({ setup }).checks.find((k) => k.id === 'pack-current');
  assert.ok(Math.abs((check?.marginLimit ?? 0) - 28) < 1e-9);
});

test('common practice, no source: next-size school: 28 A takes a 30 A ESC, 36 A a 40, 47 A a 60 (50 is too near)', () => {
  for (const [amps, size] of [
    [28, 30],
    [36, 40],
    [47, 60]
  ]) {
    const sizes = [10, 20, 30, 40, 60, 80];
    assert.equal(
      sizes.find((s) => escMarginLimit('next-size', s, null) >= amps),
      size
    );
  }
});

test('LiPo rests at 4.20 V full, about 3.84 half, 3.73 at 20 %, 3.27 empty (from memory); the table turns round', () => {
  assert.equal(openCircuitCellV('lipo', 1), 4.2);
  assert.equal(openCircuitCellV('lipo', 0.5), 3.84);
  assert.equal(openCircuitCellV('lipo', 0.2), 3.73);
  assert.equal(openCircuitCellV('lipo', 0), 3.27);
  for (const chemistry of ['lipo', 'lihv', 'liion', 'lifepo4', 'nimh'] as const) {
    for (let s = 0; s <= 1; s += 0.01) {
      assert.ok(
        Math.abs(stateOfChargeAt(chemistry, openCircuitCellV(chemistry, s)) - s) < 1e-9,
        `${chemistry} ${s}`
      );
    }
  }
});
