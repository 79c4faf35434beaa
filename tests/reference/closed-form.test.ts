/** The operating point against its closed-form solution with constant coefficients: Kirchhoff and a quadratic. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { validateSetup } from '../../src/lib/core/document/validate.ts';
import { predict } from '../../src/lib/core/predict/predict.ts';

interface Case {
  series: number;
  cellV: number;
  cellOhm: number;
  wireOhm: number;
  escOhm: number;
  kv: number;
  motorOhm: number;
  i0: number;
  diameterM: number;
  throttle: number;
  count: number;
  gear: number;
}

const CASES: Case[] = [
  {
    series: 3,
    cellV: 3.8,
    cellOhm: 0.006,
    wireOhm: 0.002,
    escOhm: 0.004,
    kv: 1000,
    motorOhm: 0.08,
    i0: 0.8,
    diameterM: 0.254,
    throttle: 1,
    count: 1,
    gear: 1
  },
  {
    series: 4,
    cellV: 4.1,
    cellOhm: 0.003,
    wireOhm: 0.003,
    escOhm: 0.002,
    kv: 820,
    motorOhm: 0.03,
    i0: 1.9,
    diameterM: 0.305,
    throttle: 1,
    count: 1,
    gear: 1
  },
  {
    series: 6,
    cellV: 3.85,
    cellOhm: 0.0015,
    wireOhm: 0.001,
    escOhm: 0.003,
    kv: 380,
    motorOhm: 0.09,
    i0: 0.5,
    diameterM: 0.381,
    throttle: 0.55,
    count: 4,
    gear: 1
  },
  {
    series: 3,
    cellV: 3.9,
    cellOhm: 0.005,
    wireOhm: 0.002,
    escOhm: 0.004,
    kv: 3600,
    motorOhm: 0.04,
    i0: 2.2,
    diameterM: 0.33,
    throttle: 0.8,
    count: 1,
    gear: 4.3
  },
  {
    series: 1,
    cellV: 3.7,
    cellOhm: 0.1,
    wireOhm: 0.01,
    escOhm: 0.02,
    kv: 5000,
    motorOhm: 0.5,
    i0: 0.15,
    diameterM: 0.076,
    throttle: 0.01,
    count: 1,
    gear: 1
  }
];

const CT = 0.1;
const CP = 0.045;
const DENSITY = 1.2;
const EFFICIENCY = 0.95;

/** The quadratic in motor speed, written out independently of the solver. */
function closedForm(c: Case) {
  const k = 60 / (2 * Math.PI * c.kv);
  const testV = 10;
  const wRef = (testV - c.i0 * c.motorOhm) / k;
  const source = c.series * c.cellOhm + c.wireOhm;
  const r = c.motorOhm + c.escOhm + c.throttle ** 2 * c.count * source;
  const v = c.throttle * c.series * c.cellV;
  const eta = c.gear === 1 ? 1 : EFFICIENCY;
  // a 14-pole motor: half of the no-load current grows with speed where the test is at 1.2 kHz
  const hz = (7 * wRef) / (2 * Math.PI);
  const h = hz / (hz + 1200);
  // k ((v − k w)/r − i0 (1 − h) − i0 h w/wRef) G eta = CP rho (w/(2 pi G))² D^5/(2 pi)
  const a = (CP * DENSITY * c.diameterM ** 5) / (2 * Math.PI) / (2 * Math.PI * c.gear) ** 2;
  const b = k * c.gear * eta * (k / r + (c.i0 * h) / wRef);
  const d = k * c.gear * eta * (v / r - c.i0 * (1 - h));
  if (d <= 0) return { w: 0, motorA: v / r, thrustN: 0, rpm: 0 };
  const w = (-b + Math.sqrt(b * b + 4 * a * d)) / (2 * a);
  const n = w / (2 * Math.PI * c.gear);
  return {
    w,
    motorA: (v - k * w) / r,
    thrustN: c.count * CT * DENSITY * n * n * c.diameterM ** 4,
    rpm: 60 * n
  };
}

for (const [index, c] of CASES.entries()) {
  test(`constant coefficients, case ${index + 1}: within 0.1 % of the quadratic`, () => {
    const checked = validateSetup({
      format: 'iskarn.setup/1',
      craft: { kind: 'fixed-wing', massKg: 1 },
      environment: { fluidDensityKgM3: DENSITY },
      battery: { chemistry: 'lipo', series: c.series, capacityAh: 2, cellResistanceOhm: c.cellOhm },
      wiring: { resistanceOhm: c.wireOhm },
      esc: { resistanceOhm: c.escOhm, switchingLossShare: 0 },
      motor: {
        kvRpmPerVolt: c.kv,
        resistanceOhm: c.motorOhm,
        loadedResistanceFactor: 1,
        noLoadCurrentA: c.i0,
        noLoadVoltageV: 10
      },
      gearRatio: c.gear,
      gearEfficiency: c.gear === 1 ? 1 : EFFICIENCY,
      count: c.count,
      propulsor: {
        kind: 'propeller',
        diameterM: c.diameterM,
        pitchM: 0.15,
        coefficients: { thrust: CT, power: CP }
      }
    });
    assert.ok(checked.ok);
    const p = predict({
      setup: checked.value,
      points: [{ throttle: c.throttle, speedMs: 0, restingCellV: c.cellV }],
      checks: false
    }).points[0];
    const want = closedForm(c);
    const near = (got: number, expected: number, name: string) =>
      assert.ok(
        Math.abs(got - expected) <= 1e-3 * Math.abs(expected) + 1e-9,
        `${name}: ${got} for ${expected}`
      );
    near(p.rpm, want.rpm, 'rpm');
    near(p.motorCurrentA, want.motorA, 'motor current');
    near(p.thrustN, want.thrustN, 'thrust');
    near(p.batteryCurrentA, c.count * c.throttle * want.motorA, 'pack current');
  });
}

test('maximum efficiency is (1 − sqrt(I0 R/V))² at I = sqrt(V I0/R) (textbook DC motor, constant I0)', async () => {
  const { solveOperatingPoint, operatingPoint } =
    await import('../../src/lib/core/powertrain/operating-point.ts');
  // constant friction: the reference speed far away makes the speed-dependent half vanish, so I0 is doubled
  const volts = 12;
  const ohm = 0.1;
  const i0 = 1;
  let best = { efficiency: 0, current: 0 };
  const p = operatingPoint();
  for (let cp = 0.0005; cp < 0.3; cp *= 1.01) {
    solveOperatingPoint(
      {
        count: 1,
        series: 3,
        packSlowShare: 0,
        packResistanceOhm: 0,
        auxiliaryCurrentA: 0,
        wiringResistanceOhm: 0,
        motorLeadOhm: 0,
        escResistanceOhm: 0,
        escIdleCurrentA: 0,
        escSwitchingShare: 0,
        outputLimit: 1,
        atRest: 'free',
        motorConstant: 0.01,
        windingResistanceOhm: ohm,
        rippleS: 0,
        restShare: 1,
        noLoadCurrentA: 2 * i0,
        noLoadRadS: 1e12,
        noLoadSpeedShare: 0.5,
        gearRatio: 1,
        gearEfficiency: 1,
        performance: { kind: 'constant', thrust: 0.1, power: cp },
        diameterM: 0.25,
        pitchM: 0.1,
        densityKgM3: 1.2,
        thrustFactor: 1,
        powerFactor: 1,
        wakeFraction: 0,
        thrustShare: 1
      },
      { openCircuitV: volts, packOhm: 0 },
      1,
      0,
      p
    );
    const efficiency = p.shaftPowerW / p.electricalPowerW;
    if (efficiency > best.efficiency) best = { efficiency, current: p.motorCurrentA };
  }
  assert.ok(Math.abs(best.efficiency - (1 - Math.sqrt((i0 * ohm) / volts)) ** 2) < 1e-4);
  assert.ok(Math.abs(best.current - Math.sqrt((volts * i0) / ohm)) < 0.2);
});
