/** An output limit is a duty that full throttle may not pass; derived from the average model of a chopper. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE, QUAD } from '../../../../tests/helpers/setups.ts';
import type { SetupDocument } from '../document/schema.ts';
import { runChecks } from '../checks/run-checks.ts';
import { predict } from '../predict/predict.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { validateSetup } from '../document/validate.ts';

const near = (got: number, wanted: number, what: string, within = 1e-9): void =>
  assert.ok(Math.abs(got - wanted) <= within * Math.abs(wanted) + 1e-12, `${what}: ${got}, ${wanted}`);

for (const [name, setup] of [
  ['an aeroplane', PLANE],
  ['a quadcopter', QUAD]
] as const)
  for (const limit of [0.35, 0.66, 0.95, 1])
    test(`${name}: full throttle at a limit of ${limit} is throttle ${limit} without one, at every speed and charge`, () => {
      for (const point of [
        { throttle: 1, speedMs: 0, stateOfCharge: 1 },
        { throttle: 0.7, speedMs: 8, stateOfCharge: 0.4 },
        { throttle: 0, speedMs: 5, stateOfCharge: 1 }
      ]) {
        const [limited] = analysisOf({ ...setup, outputLimit: limit }).at([point]);
        const [free] = analysisOf(setup).at([{ ...point, throttle: point.throttle * limit }]);
        for (const key of ['rpm', 'batteryCurrentA', 'motorCurrentA', 'thrustN', 'electricalPowerW'] as const)
          near(limited[key], free[key], key);
        // energy closes: what the pack gives is what is lost and what is useful
        const { battery, ...losses } = limited.lossW;
        const sum = Object.values(losses).reduce((a, b) => a + b, 0) + limited.thrustPowerW;
        assert.ok(
          Math.abs(sum - limited.electricalPowerW) <= 1e-3 * Math.max(limited.electricalPowerW, 1),
          'energy'
        );
        assert.ok(battery >= 0);
      }
    });

test('a limit d on a motor is a motor of KV d with R/d² and d I0 where the ESC loses nothing', () => {
  const ideal: SetupDocument = {
    ...PLANE,
    esc: { continuousA: 60, resistanceOhm: 0, switchingLossShare: 0 },
    // all the regulation there is in the given resistance: the ripple heats nothing
    motor: { ...PLANE.motor, loadedResistanceFactor: 1, lineInductanceH: 1 }
  };
  const d = 0.7;
  const { motor } = ideal;
  const wound: SetupDocument = {
    ...ideal,
    motor: {
      ...motor,
      kvRpmPerVolt: motor.kvRpmPerVolt * d,
      resistanceOhm: (motor.resistanceOhm as number) / d ** 2,
      noLoadCurrentA: (motor.noLoadCurrentA as number) * d,
      noLoadVoltageV: (motor.noLoadVoltageV as number) / d
    }
  };
  const [a] = predict({ setup: { ...ideal, outputLimit: d }, checks: false, bands: false }).points;
  const [b] = predict({ setup: wound, checks: false, bands: false }).points;
  for (const key of ['rpm', 'batteryCurrentA', 'thrustN', 'electricalPowerW', 'shaftPowerW'] as const)
    near(a[key], b[key], key, 2e-4);
  // its own current is the faster winding's
  near(a.motorCurrentA * d, b.motorCurrentA, 'current of the winding', 2e-4);
});

test('hover is as it was, with the stick higher by the limit; too low a limit does not lift', () => {
  const free = analysisOf(QUAD).hover;
  const limited = analysisOf({ ...QUAD, outputLimit: 0.8 }).hover;
  assert.ok(free && limited);
  near(limited.throttle, free.throttle / 0.8, 'throttle', 1e-6);
  near(limited.batteryCurrentA, free.batteryCurrentA, 'current', 1e-6);
  assert.equal(analysisOf({ ...QUAD, outputLimit: 0.95 * free.throttle }).hover, null);
});

test('behind a limit the ESC is judged by the motor’s current, which is more than the pack’s', () => {
  const s = analysisOf({ ...PLANE, outputLimit: 0.6 });
  const esc = runChecks(s).find((r) => r.id === 'esc-current');
  near(esc?.value ?? 0, s.worst.motorCurrentA, 'ESC current');
  assert.ok(s.worst.motorCurrentA > 1.3 * s.worst.batteryCurrentA);
});

test('a limit is a share of full output', () => {
  for (const outputLimit of [0, -0.5, 1.2]) {
    const checked = validateSetup({ ...PLANE, outputLimit });
    assert.ok(!checked.ok);
    assert.equal(checked.errors[0].path, 'outputLimit');
  }
});
