import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { PredictPoint, SetupDocument } from '../src/lib/core/document/schema.ts';
import { validateSetup } from '../src/lib/core/document/validate.ts';
import { analysisOf } from '../src/lib/core/analysis/setup-analysis.ts';
import { whyAll } from '../src/lib/core/derivations/derive.ts';
import { BOAT, JET, PLANE as EVERYDAY, QUAD } from './helpers/setups.ts';
import { workOut } from './helpers/printed-sum.ts';
import { some } from './helpers/extent.ts';

const PLANE: SetupDocument = {
  ...EVERYDAY,
  craft: { ...EVERYDAY.craft, airframeMassKg: 1 },
  battery: { ...EVERYDAY.battery, massKg: 0.24 },
  motor: { ...EVERYDAY.motor, maxPowerW: 700 }
};
const SETUPS: Record<string, SetupDocument> = {
  plane: PLANE,
  'geared, with a receiver on the pack and an ESC that idles': {
    ...PLANE,
    gearRatio: 3,
    auxiliaryCurrentA: 1.2,
    motor: { kvRpmPerVolt: 2700, massKg: 0.17 },
    esc: { ...PLANE.esc, idleCurrentA: 0.15 }
  },
  twin: { ...PLANE, count: 2, battery: { ...PLANE.battery, parallel: 2 } },
  jet: JET,
  coaxial: { ...QUAD, craft: { kind: 'multirotor', massKg: 2.6, rotorLayout: 'coaxial' }, count: 8 },
  boat: BOAT
};
const POINTS: readonly PredictPoint[] = [
  { throttle: 1, speedMs: 0, stateOfCharge: 1 },
  { throttle: 0.55, speedMs: 0, stateOfCharge: 0.7 },
  { throttle: 0.95, speedMs: 5, stateOfCharge: 1 },
  // the stream drives the propulsor: negative torque and current
  { throttle: 0.25, speedMs: 25, stateOfCharge: 1 },
  { throttle: 0, speedMs: 15, stateOfCharge: 1 },
  { throttle: 0.8, speedMs: 0, batteryVoltageV: 14.2 },
  { throttle: 0.8, speedMs: 0, restingCellV: 3.9 }
];

/** Derivations that print a sum; the others name a solution ("at 45 % throttle") or a word. */
const SUMS =
  /^(motor-current|battery-current|battery-voltage|cell-voltage|power|motor-efficiency|rpm|pitch-speed|in-|loss-|useful|thrust|jet-speed|fan-|time-|boat$)/;

test('the setups are what they are called: no figure in them is left unused, and each shows its own term', () => {
  for (const [name, setup] of Object.entries(SETUPS)) {
    const checked = validateSetup(setup);
    assert.ok(checked.ok && checked.notes.length === 0, `${name}: ${JSON.stringify(checked)}`);
  }
  const of = (name: string, id: string): string =>
    whyAll(analysisOf(SETUPS[name], { point: POINTS[1], bands: true }))[id].numbers;
  assert.match(of('coaxial', 'thrust'), /^8 × 0\.9 \(coaxial\) × /);
  const geared = 'geared, with a receiver on the pack and an ESC that idles';
  assert.match(of(geared, 'battery-current'), / \+ 0\.150 A\) \+ 1\.20 A = /);
  assert.match(of(geared, 'rpm'), /× 3\.00 × 0\.950 = /);
  assert.match(of('plane', 'battery-current'), / mS × /);
});

for (const [k, [name, setup]] of Object.entries(SETUPS).entries())
  for (const point of some(POINTS, 2, k))
    test(`every printed sum comes to what stands behind its "=", units and all: ${name}, throttle ${point.throttle}`, () => {
      const s = analysisOf(setup, { point, bands: true });
      const why = whyAll(s);
      let worked = 0;
      let loose = 0;
      for (const [id, w] of Object.entries(why)) {
        if (!SUMS.test(id) && !(id === 'all-up' && w.numbers.includes('='))) continue;
        if (id === 'motor-current' && point.throttle === 0) {
          assert.match(w.numbers, /ESC is open.*\b0 A$/);
          continue;
        }
        if (id === 'motor-efficiency' && /^0 %/.test(w.numbers)) {
          const { shaftPowerW } = s.point;
          assert.ok(shaftPowerW <= 0, w.numbers);
          assert.equal(/stream drives/.test(w.numbers), shaftPowerW < 0);
          continue;
        }
        if (id === 'fan-loading' && s.point.electricalPowerW === 0) {
          assert.match(w.numbers, /no power/);
          continue;
        }
        if (id === 'useful' && s.point.thrustN < 0) {
          assert.match(w.numbers, /^−.* brakes.* 0 W$/);
          continue;
        }
        const { ratio, rounding } = workOut(w.numbers);
        assert.ok(
          Math.abs(ratio - 1) <= rounding + 1e-3,
          `${id}: "${w.numbers}" comes to ${ratio.toFixed(4)} of it, rounding ${rounding.toFixed(4)}`
        );
        worked++;
        if (rounding > 0.1) loose++;
      }
      assert.ok(worked >= 20, `${worked} sums`);
      assert.ok(loose <= 3, `${loose} of ${worked} are differences too small to be judged as printed`);
    });

test('rules of thumb beside a figure are worked out too, and how far off they are', () => {
  for (const setup of Object.values(SETUPS)) {
    const s = analysisOf(setup, { point: POINTS[1], bands: true });
    const why = whyAll(s);
    const rule = why['battery-current'].rule ?? '';
    const [, sum, off] = /: (.*? = .*?), ([+−][\d.]+) % here/.exec(rule) ?? [];
    assert.ok(sum, rule);
    const { ratio, rounding } = workOut(sum);
    assert.ok(Math.abs(ratio - 1) <= rounding + 1e-3, rule);
    const nominal = s.setup.battery.series * 3.7;
    const here = 100 * (s.point.electricalPowerW / nominal / s.point.batteryCurrentA - 1);
    assert.ok(
      Math.abs(Number(off.replace('−', '-')) - here) < 0.06 * Math.abs(here) + 0.1,
      `${rule}: ${here}`
    );
    if (s.setup.motor.maxPowerW != null) {
      const rated = /: (.*? = .*? A) at its/.exec(why['motor-current'].rule ?? '')?.[1] ?? '';
      assert.ok(Math.abs(workOut(rated).ratio - 1) < 0.01, rated);
    }
    for (const id of ['time-full', 'time-mixed'])
      if (why[id]) {
        const [, amps, minutes] = /at ([\d.]+) A lasts ([\d. ]+) min/.exec(why[id].rule ?? '') ?? [];
        assert.ok(Math.abs((Number(amps) * Number(minutes)) / 60 - 1) < 0.01, why[id].rule ?? id);
      }
    const [, unloaded, percent] = /= ([\d ]+) rpm unloaded.*here ([\d.]+) %/.exec(why.rpm.rule ?? '') ?? [];
    const kv = (s.setup.motor.kvRpmPerVolt * s.point.batteryVoltageV) / s.powertrain.gearRatio;
    assert.ok(Math.abs(Number(unloaded.replaceAll(' ', '')) / kv - 1) < 0.006, why.rpm.rule ?? '');
    assert.ok(Math.abs(Number(percent) - (100 * s.point.rpm) / kv) < 0.6, why.rpm.rule ?? '');
  }
});

test('the reader of printed sums refuses a wrong figure, a wrong unit and a missing sum', () => {
  assert.ok(Math.abs(workOut('16.8 V − 11.4 A × 16.0 mΩ = 16.6 V').ratio - 1) < 0.003);
  const wrong = workOut('16.8 V × 11.4 A = 188 W');
  assert.ok(Math.abs(wrong.ratio - 1) > wrong.rounding + 1e-3);
  assert.throws(() => workOut('16.8 V × 11.4 A = 191 V'), /units|Unit/);
  assert.throws(() => workOut('at 45 %'), /no sum/);
});
