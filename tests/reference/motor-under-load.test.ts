/** The motor under load against readings of the trade and a simulation in the time domain. */
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { test } from 'node:test';
import { LOADED_RESISTANCE, motorBuild } from '../../src/lib/core/parts/motor/under-load.ts';
import { interpretSetup } from '../../src/lib/core/model/interpret.ts';
import { predict } from '../../src/lib/core/predict/predict.ts';
import { benchRows, rms } from '../helpers/bench-rows.ts';
import { compareMotorModels, USED } from '../../scripts/tools/motor-models.ts';
import { root } from '../helpers/server.ts';
import { sixStep } from '../helpers/six-step.ts';

const rows = benchRows();
const predicted = rows.map((row) => ({ row, p: predict({ ...row.request, checks: false }).points[0] }));
const KEYS = ['batteryCurrentA', 'thrustN'] as const;

test('bench rows (common practice, from memory): rms within 12 % in current, 13 % in thrust; bands honest and no wider than 15 %', () => {
  const error = (key: (typeof KEYS)[number]): number =>
    rms(predicted.map(({ row, p }) => p[key] / row.reading[key] - 1));
  assert.ok(error('batteryCurrentA') <= 0.12, `current ${error('batteryCurrentA')}`);
  assert.ok(error('thrustN') <= 0.13, `thrust ${error('thrustN')}`);
  const inside = predicted.flatMap(({ row, p }) =>
    KEYS.map((key) => {
      const [low, high] = (p.band as Record<string, [number, number]>)[key];
      return row.reading[key] >= low && row.reading[key] <= high;
    })
  );
  const share = inside.filter(Boolean).length / inside.length;
  assert.ok(share >= 0.75, `${share} inside`);
  const halves = predicted
    .map(({ p }) => {
      const [low, high] = (p.band as Record<string, [number, number]>).batteryCurrentA;
      return (high - low) / 2 / p.batteryCurrentA;
    })
    .sort((a, b) => a - b);
  assert.ok(halves[halves.length >> 1] <= 0.15, `median half-width ${halves[halves.length >> 1]}`);
});

test('motor and propeller measured: half the band is at most 6 % of the current at the median', () => {
  const halves = rows
    .map(({ request }) => {
      const fan = request.setup.propulsor.kind === 'ducted-fan';
      const setup = {
        ...request.setup,
        propulsor: { ...request.setup.propulsor, coefficients: { thrust: 0.1, power: fan ? 1.3 : 0.045 } },
        sources: {
          'motor.kvRpmPerVolt': 'measured',
          'motor.resistanceOhm': 'measured',
          'motor.noLoadCurrentA': 'measured'
        }
      } as typeof request.setup;
      const p = predict({ ...request, setup, checks: false }).points[0];
      const [low, high] = (p.band as Record<string, [number, number]>).batteryCurrentA;
      return (high - low) / 2 / p.batteryCurrentA;
    })
    .sort((a, b) => a - b);
  assert.ok(halves[halves.length >> 1] <= 0.06, `${halves[halves.length >> 1]}`);
});

test('of the models compared the one in use is within noise of the best, out of sample too; none is clearly better', () => {
  const scores = compareMotorModels();
  const used = scores.find((s) => s.model.id === USED);
  assert.ok(used);
  const total = (s: typeof used): number => Math.hypot(...s.leftOut);
  const best = Math.min(...scores.map(total));
  assert.ok(total(used) <= 1.1 * best, `${total(used)} against ${best}`);
  assert.ok(used.leftOut[0] <= 0.14 && used.leftOut[1] <= 0.15, used.leftOut.join());
  assert.ok(
    Math.abs(used.constants[0] / LOADED_RESISTANCE.outrunner.factor - 1) < 0.06,
    `${used.constants[0]}`
  );
  // the label alone, and a lossless reactance, are far off
  for (const id of ['0', 'c']) {
    const other = scores.find((s) => s.model.id === id);
    assert.ok(other && total(other) > 2 * total(used), id);
  }
});

test('six-step drive in the time domain: less current at a speed than the resistance alone lets through, by about the factor', () => {
  const at = (lineHenry: number, advanceDeg: number) =>
    sixStep({
      volts: 24,
      kvRpmPerVolt: 1750,
      lineOhm: 0.055,
      lineHenry,
      polePairs: 7,
      rpm: 0.725 * 42000,
      advanceDeg
    });
  for (const [henry, deg] of [
    [6e-6, 0],
    [6e-6, 15],
    [10e-6, 15],
    [10e-6, 30]
  ]) {
    const run = at(henry, deg);
    // energy closes in the simulation itself
    assert.ok(Math.abs(run.supplyW - run.shaftW - run.copperW) < 0.005 * run.supplyW);
    const factor = run.ampsByResistance / run.amps;
    assert.ok(factor > 2 && factor < 3.5, `${henry} H, ${deg}°: ${factor}`);
    assert.ok(run.formFactor > 1.15, 'peaked currents heat the copper more');
  }
  // without inductance worth the name the resistance alone is right: the limit is met
  const stiff = at(2e-7, 0);
  assert.ok(stiff.ampsByResistance / stiff.amps < 1.25, `${stiff.ampsByResistance / stiff.amps}`);
});

test('a given factor replaces the model, a missing one is the build’s; poles, kind and KV tell the build', () => {
  const { setup } = rows[0].request;
  const ohm = setup.motor.resistanceOhm as number;
  const loaded = (motor: object) =>
    interpretSetup({ ...setup, motor: { ...setup.motor, ...motor } }).model.windingResistanceOhm / ohm;
  const { factor, addedOhm } = LOADED_RESISTANCE.outrunner;
  assert.ok(Math.abs(loaded({}) - (factor + addedOhm / ohm)) < 1e-9);
  assert.ok(Math.abs(loaded({ loadedResistanceFactor: 1 }) - 1) < 1e-9);
  assert.ok(Math.abs(loaded({ poles: 4 }) - LOADED_RESISTANCE.inrunner.factor) < 1e-9);
  const build = (kvRpmPerVolt: number, massKg: number | null, drives: 'fan' | 'boat' | 'other') =>
    motorBuild({ kvRpmPerVolt, massKg, drives });
  assert.deepEqual(
    [
      build(3150, 0.1, 'fan'),
      build(1000, 0.1, 'other'),
      build(2000, 0.19, 'boat'),
      build(550, 0.095, 'boat')
    ],
    ['inrunner', 'outrunner', 'inrunner', 'outrunner']
  );
});

test('a large fast boat motor loses less in iron than in copper under way, and is better than 75 % efficient', () => {
  const p = predict({
    setup: {
      format: 'iskarn.setup/1',
      craft: { kind: 'boat', massKg: 4.6, hull: 'planing-mono', waterlineLengthM: 0.95, beamM: 0.26 },
      battery: { chemistry: 'lipo', series: 12, capacityAh: 5, continuousC: 50 },
      esc: { continuousA: 160 },
      motor: { kvRpmPerVolt: 590, massKg: 0.61, poles: 6, cooling: 'water' },
      propulsor: { kind: 'surface-drive', diameterM: 0.042, pitchM: 0.0588, blades: 2, immersion: 0.5 }
    },
    checks: false
  }).points[0];
  assert.ok(p.lossW.motorIron < 1.2 * p.lossW.motorCopper, JSON.stringify(p.lossW));
  assert.ok(p.motorEfficiency > 0.75, `${p.motorEfficiency}`);
});

test('docs/motor-under-load.md is what npm run snapshot -- motor-models makes', () => {
  const done = spawnSync(
    process.execPath,
    ['--import', 'tsx', 'scripts/snapshot/motor-models.ts', '--check'],
    {
      cwd: root,
      encoding: 'utf8'
    }
  );
  assert.equal(done.status, 0, `${done.stdout}${done.stderr}`);
});
