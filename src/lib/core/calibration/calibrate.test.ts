import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seededRandom } from '../numeric/random.ts';
import { normalQuantile } from '../numeric/normal-sample.ts';
import { interpretSetup } from '../model/interpret.ts';
import type { SetupDocument } from '../document/schema.ts';
import { logCholesky, SAMPLE_COLUMNS, scaledModel } from '../powertrain/factors.ts';
import { operatingPoint, solveOperatingPoint } from '../powertrain/operating-point.ts';
import { predict } from '../predict/predict.ts';
import { radSToRpm } from '../units/convert.ts';
import { answerCalibrate } from './answer-calibrate.ts';
import { calibrate } from './calibrate.ts';
import type { Measurement } from './schema.ts';
import { extent } from '../../../../tests/helpers/extent.ts';

const setup: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.2 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, continuousC: 30, cellResistanceOhm: 0.006 },
  wiring: { resistanceOhm: 0.003 },
  esc: { continuousA: 40, resistanceOhm: 0.003 },
  motor: { kvRpmPerVolt: 1000, resistanceOhm: 0.07, noLoadCurrentA: 0.9, noLoadVoltageV: 10 },
  propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127, blades: 2, family: 'thin-electric' }
};
const THROTTLES = [0.5, 0.75, 1];
const VOLTS = [12.1, 11.9, 11.6];

/** A craft as it really is, drawn from the tolerances, and what instruments read of it. */
function truth(seed: number) {
  const random = seededRandom(seed);
  const normal = (): number => normalQuantile(Math.min(Math.max(random(), 1e-6), 1 - 1e-6));
  const i = interpretSetup(setup);
  const model = { ...i.model };
  const row = Float64Array.from({ length: SAMPLE_COLUMNS }, normal);
  scaledModel(i.model, logCholesky(i), row, 0, model);
  const p = operatingPoint();
  const read = (
    throttle: number,
    volts: number
  ): { batteryCurrentA: number; thrustN: number; rpm: number } => {
    solveOperatingPoint(model, { openCircuitV: volts, packOhm: 0 }, throttle, 0, p);
    return { batteryCurrentA: p.batteryCurrentA, thrustN: p.thrustN, rpm: radSToRpm(p.omegaRadS) };
  };
  const measurements = THROTTLES.map((throttle, k): Measurement => {
    const r = read(throttle, VOLTS[k]);
    return {
      throttle,
      speedMs: 0,
      batteryVoltageV: VOLTS[k] * (1 + 0.005 * normal()),
      batteryCurrentA: r.batteryCurrentA * (1 + 0.02 * normal()),
      rpm: r.rpm * (1 + 0.005 * normal()),
      thrustN: r.thrustN * (1 + 0.03 * normal())
    };
  });
  return { measurements, at: read(1, 11.8) };
}

const bandAt = (s: SetupDocument) =>
  predict({ setup: s, points: [{ throttle: 1, speedMs: 0, batteryVoltageV: 11.8 }], checks: false }).points[0]
    .band!;

test('seeded trials: the truth lies in the new band in at least 75 %, and current and thrust bands shrink by half', () => {
  const before = bandAt(setup);
  const width = (b: [number, number]): number => b[1] - b[0];
  let current = 0;
  let thrust = 0;
  let widestCurrent = 0;
  let widestThrust = 0;
  const trials = extent(60, 200);
  for (let seed = 1; seed <= trials; seed++) {
    const { measurements, at } = truth(seed * 7919);
    const band = bandAt(calibrate({ setup, measurements }).setup);
    if (at.batteryCurrentA >= band.batteryCurrentA[0] && at.batteryCurrentA <= band.batteryCurrentA[1])
      current++;
    if (at.thrustN >= band.thrustN[0] && at.thrustN <= band.thrustN[1]) thrust++;
    widestCurrent = Math.max(widestCurrent, width(band.batteryCurrentA) / width(before.batteryCurrentA));
    widestThrust = Math.max(widestThrust, width(band.thrustN) / width(before.thrustN));
  }
  assert.ok(current >= 0.75 * trials, `current inside in ${current} of ${trials}`);
  assert.ok(thrust >= 0.75 * trials, `thrust inside in ${thrust} of ${trials}`);
  assert.ok(current <= 0.93 * trials && thrust <= 0.93 * trials, `bands too wide: ${current}, ${thrust}`);
  assert.ok(widestCurrent <= 0.5, `current band at best halves: ${widestCurrent}`);
  assert.ok(widestThrust <= 0.5, `thrust band at best halves: ${widestThrust}`);
});

test('volts and amps alone, once: current is pinned, thrust improves no more than it honestly can, causes stay unresolved', () => {
  const { measurements } = truth(4);
  const only = [
    { throttle: 1, speedMs: 0, batteryVoltageV: 11.6, batteryCurrentA: measurements[2].batteryCurrentA }
  ];
  const answer = calibrate({ setup, measurements: only });
  const before = bandAt(setup);
  const after = bandAt(answer.setup);
  const share = (k: 'batteryCurrentA' | 'thrustN') =>
    (after[k][1] - after[k][0]) / (before[k][1] - before[k][0]);
  assert.ok(share('batteryCurrentA') < 0.45, `${share('batteryCurrentA')}`);
  assert.ok(share('thrustN') > 0.6 && share('thrustN') < 1, `${share('thrustN')}`);
  for (const name of ['kv', 'motorResistance', 'noLoadCurrent', 'batteryResistance', 'thrust'])
    assert.ok(answer.unresolved.includes(name), name);
  assert.equal(answer.residuals.length, 1);
  assert.ok(
    Math.abs(answer.residuals[0].after - answer.residuals[0].measured) <
      Math.abs(answer.residuals[0].before - answer.residuals[0].measured) + 0.2
  );
});

test('resting and loaded volts tell the pack’s resistance; without the resting volts it stays unresolved', () => {
  const m = { throttle: 1, speedMs: 0, restingCellV: 3.95, batteryVoltageV: 11.2, batteryCurrentA: 22 };
  const instrument = { voltageRelative: 0.001, currentRelative: 0.01 };
  const known = calibrate({ setup, measurements: [m], instrument });
  assert.ok(!known.unresolved.includes('batteryResistance'), known.unresolved.join());
  // (3 x 3.95 − 11.2)/22 = 29.5 mOhm against 18 on paper
  const factor = known.setup.calibration!.factors.batteryResistance!;
  assert.ok(factor > 1.3, `pack resistance × ${factor}`);
  const { restingCellV: _, ...blind } = m;
  const unresolved = calibrate({ setup, measurements: [blind], instrument }).unresolved;
  assert.ok(unresolved.includes('batteryResistance'), unresolved.join());
});

test('a second calibration does not build on the first', () => {
  const { measurements } = truth(9);
  const once = calibrate({ setup, measurements });
  const twice = calibrate({ setup: once.setup, measurements });
  assert.deepEqual(twice.setup, once.setup);
});

test('a general least-squares library finds the same factors (scipy 1.10 least_squares, run once, recorded)', () => {
  // docs/scipy-fit.py solves the same circuit and priors on its own with constant CT 0.1, CP 0.04
  const constant = {
    ...setup,
    motor: { ...setup.motor, loadedResistanceFactor: 1 },
    propulsor: { ...setup.propulsor, coefficients: { thrust: 0.1, power: 0.04 } }
  } as SetupDocument;
  const measurements = [
    { throttle: 1, speedMs: 0, batteryVoltageV: 11.6, batteryCurrentA: 24.5, rpm: 9350, thrustN: 11.4 },
    { throttle: 0.7, speedMs: 0, batteryVoltageV: 11.9, batteryCurrentA: 10.9, rpm: 7150, thrustN: 6.9 },
    { throttle: 0.5, speedMs: 0, batteryVoltageV: 12.1, batteryCurrentA: 5.1, rpm: 5450, thrustN: 3.95 }
  ];
  const factors = calibrate({ setup: constant, measurements }).setup.calibration!.factors as Record<
    string,
    number
  >;
  const scipy = {
    kv: 1.10323,
    motorResistance: 1.66578,
    noLoadCurrent: 1.62443,
    thrust: 0.96061,
    power: 1.03572
  };
  for (const [name, value] of Object.entries(scipy))
    assert.ok(Math.abs(factors[name] - value) < 2e-3, `${name}: ${factors[name]}, scipy ${value}`);
});

test('bad requests are refused in words', () => {
  for (const [request, said] of [
    [{ setup, measurements: [] }, /measurements is empty; it should have at least 1\./],
    [{ setup, measurements: [{ throttle: 1 }] }, /holds no reading/],
    [{ setup, measurements: [{ batteryCurrentA: -3 }] }, /amps from the pack is -3/],
    [{ setup: {}, measurements: [{ rpm: 9000 }] }, /lacks|right/]
  ] as const) {
    const result = answerCalibrate(request);
    assert.ok(!result.ok);
    assert.match(result.errors.errors.map((e) => e.message).join(' '), said);
  }
});
