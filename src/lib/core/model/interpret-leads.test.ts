import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { predict } from '../predict/predict.ts';
import { interpretSetup } from './interpret.ts';

const setup = (wiring: SetupDocument['wiring'], count = 1): SetupDocument => ({
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 2 },
  battery: { chemistry: 'lipo', series: 4, capacityAh: 3.3, cellResistanceOhm: 0.003 },
  esc: { continuousA: 60 },
  motor: { kvRpmPerVolt: 700, resistanceOhm: 0.03, noLoadCurrentA: 1.5, noLoadVoltageV: 10, poles: 14 },
  count,
  wiring,
  propulsor: { kind: 'propeller', diameterM: 0.33, pitchM: 0.165 }
});

const model = (wiring: SetupDocument['wiring'], count = 1) => interpretSetup(setup(wiring, count)).model;
/** Gauge 12 has 3.309 mm², at 40 °C 5.62 mΩ a metre. IEC 60028: 1/58 ohm mm²/m at 20 °C, 0.393 % a kelvin. */
const GAUGE_12 = (1 / 58 / 3.309) * (1 + 0.00393 * 20);
const near = (got: number, want: number, what: string): void =>
  assert.ok(Math.abs(got / want - 1) < 2e-3, `${what}: ${got} for ${want}`);

test('an adapter is one more pair, the arms of a distribution count an Nth of one', () => {
  const plain = { gaugeAwg: 12, leadLengthM: 0.2, connectorA: 50 };
  near(model(plain).wiringResistanceOhm, 0.4 * GAUGE_12 + 0.0002, 'leads and a pair');
  near(
    model({ ...plain, adapter: 'fitted' }).wiringResistanceOhm,
    0.4 * GAUGE_12 + 0.0004,
    'leads and two pairs'
  );
  const arms = { ...plain, branchGaugeAwg: 12, branchLengthM: 0.3 };
  near(model(arms, 2).wiringResistanceOhm, (0.4 + 0.6 / 2) * GAUGE_12 + 0.0002, 'two arms');
  near(model(arms, 4).wiringResistanceOhm, (0.4 + 0.6 / 4) * GAUGE_12 + 0.0002, 'four arms');
  near(model(arms, 1).wiringResistanceOhm, 0.4 * GAUGE_12 + 0.0002, 'one motor has no arms');
});

test('leads that were measured as a whole hold all of it', () => {
  const all = { resistanceOhm: 0.004, adapter: 'fitted', branchLengthM: 1, branchGaugeAwg: 20 } as const;
  assert.equal(model(all, 2).wiringResistanceOhm, 0.004);
});

test('motor leads count beyond those that motor and ESC bring along', () => {
  assert.equal(model({}).motorLeadOhm, 0);
  assert.equal(model({ motorLeadM: 0.06, motorGaugeAwg: 12 }).motorLeadOhm, 0);
  near(model({ motorLeadM: 0.58, motorGaugeAwg: 12 }).motorLeadOhm, 2 * 0.5 * GAUGE_12, 'half a metre more');
  assert.equal(
    model({ motorLeadM: 0.58, gaugeAwg: 12 }).motorLeadOhm,
    model({ motorLeadM: 0.58, motorGaugeAwg: 12 }).motorLeadOhm,
    'as thick as the leads before the ESC where nothing is told'
  );
});

test('long motor leads cost current, and warm themselves, not the ESC', () => {
  const ask = (motorLeadM: number) =>
    predict({ setup: setup({ motorLeadM, motorGaugeAwg: 16 }), points: [{ throttle: 1, speedMs: 0 }] })
      .points[0];
  const short = ask(0.08);
  const long = ask(1.08);
  assert.ok(long.rpm < short.rpm && long.batteryCurrentA < short.batteryCurrentA);
  // 2 m of gauge 16 (1.309 mm²) at 40 °C
  const ohm = (2 / 58 / 1.309) * (1 + 0.00393 * 20);
  const before = short.lossW.wiring * (long.batteryCurrentA / short.batteryCurrentA) ** 2;
  near(long.lossW.wiring - before, long.motorCurrentA ** 2 * ohm, 'heat of the motor leads');
  near(
    long.lossW.esc / long.motorCurrentA ** 2,
    short.lossW.esc / short.motorCurrentA ** 2,
    'heat of the ESC'
  );
});
