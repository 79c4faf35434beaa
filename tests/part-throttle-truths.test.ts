/**
 * Part throttle after a calibration, against trains that another, simpler sum makes up: its own root by bisection, a drop under load
 * that grows with speed, its own loss of the ripple, other shares of friction. Only the blades' coefficients are the product's.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { calibrate } from '../src/lib/core/calibration/calibrate.ts';
import type { Measurement } from '../src/lib/core/calibration/schema.ts';
import type { SetupDocument } from '../src/lib/core/document/schema.ts';
import { interpretSetup } from '../src/lib/core/model/interpret.ts';
import { normalFrom, seededRandom } from '../src/lib/core/numeric/random.ts';
import { propulsorLoad } from '../src/lib/core/parts/propulsor/performance.ts';
import { predict } from '../src/lib/core/predict/predict.ts';
import { benchRows } from './helpers/bench-rows.ts';
import { extent } from './helpers/extent.ts';

/** What is really so of a powertrain. */
interface Truth {
  readonly kv: number;
  /** Resistance under load over the label's when it hardly turns, and how that grows by 2000 rad/s. */
  readonly loaded: number;
  readonly growth: number;
  readonly inductanceH: number;
  readonly chopping: number;
  readonly power: number;
}

const load = new Float64Array(2);
const CHOPPED_HZ = 24_000;

/** Amps and rpm of a powertrain at a duty and held volts. */
function run(setup: SetupDocument, t: Truth, duty: number, volts: number): { amps: number; rpm: number } {
  const { model: m } = interpretSetup(setup);
  const { motor } = setup;
  const rest = motor.resistanceOhm as number;
  const k = 60 / (2 * Math.PI * motor.kvRpmPerVolt * t.kv);
  const current = (w: number): number =>
    (duty * volts - k * w) / (t.loaded * rest * (1 + (t.growth * w) / 2000) + m.escResistanceOhm);
  let low = 0;
  let high = (duty * volts) / k;
  for (let step = 0; step < 80; step++) {
    const w = 0.5 * (low + high);
    propulsorLoad(m.performance, w / (2 * Math.PI), 0, m.diameterM, load);
    const friction = (motor.noLoadCurrentA as number) * (0.6 + (0.4 * w * k) / 10);
    const left = k * (current(w) - friction) - m.densityKgM3 * m.diameterM ** 3 * load[1] * t.power;
    if (left > 0) low = w;
    else high = w;
  }
  const w = 0.5 * (low + high);
  const ripple = (volts * duty * (1 - duty)) / (t.inductanceH * CHOPPED_HZ);
  const lossW = (ripple ** 2 / 12) * 1.2 * rest;
  const chopped = duty < 1 ? t.chopping * current(w) + lossW / volts : 0;
  return { amps: duty * current(w) + chopped, rpm: (w * 60) / (2 * Math.PI) };
}

const rows = benchRows().filter((row) => row.request.setup.propulsor.kind === 'propeller');

for (const [title, throttles] of [
  ['one run at full throttle', [1]],
  ['runs at three throttles', [0.5, 0.75, 1]]
] as const)
  test(`calibrated on ${title}, half throttle and less hold eight truths in ten, and not by being wide`, () => {
    const random = seededRandom(5);
    const between = (a: number, b: number): number => a + (b - a) * random();
    const noisy = (value: number, sd: number): number => value * (1 + sd * normalFrom(random));
    const seen = { 0.35: [], 0.5: [], 0.6: [] } as Record<
      number,
      { off: number; inside: boolean; half: number }[]
    >;
    for (let trial = 0; trial < extent(32, 80); trial++) {
      const { setup } = rows[trial % rows.length].request;
      const volts = 3.7 * setup.battery.series;
      const truth: Truth = {
        kv: between(0.95, 1.05),
        loaded: between(1.8, 2.6),
        growth: between(0, 0.15),
        inductanceH: 3e-4 * Math.pow(1.5, between(-1, 1)) * (setup.motor.resistanceOhm as number),
        chopping: between(0.005, 0.012),
        power: Math.exp(between(-0.12, 0.12))
      };
      const measurements = throttles.map((throttle): Measurement => {
        const read = run(setup, truth, throttle, volts);
        return {
          throttle,
          speedMs: 0,
          batteryVoltageV: volts,
          batteryCurrentA: noisy(read.amps, 0.015),
          rpm: noisy(read.rpm, 0.005)
        };
      });
      const fitted = calibrate({ setup, measurements }).setup;
      for (const throttle of [0.35, 0.5, 0.6]) {
        const [p] = predict({
          setup: fitted,
          points: [{ throttle, speedMs: 0, batteryVoltageV: volts }],
          checks: false
        }).points;
        const [low, high] = p.band?.batteryCurrentA ?? [0, 0];
        const { amps } = run(setup, truth, throttle, volts);
        seen[throttle].push({
          off: p.batteryCurrentA / amps - 1,
          inside: amps >= low && amps <= high,
          half: (high - low) / 2 / p.batteryCurrentA
        });
      }
    }
    for (const [throttle, all] of Object.entries(seen)) {
      const middle = (of: (s: (typeof all)[number]) => number): number =>
        all.map(of).sort((a, b) => a - b)[all.length >> 1];
      const inside = all.filter((s) => s.inside).length / all.length;
      assert.ok(inside >= 0.75, `${throttle}: ${inside} inside`);
      assert.ok(
        Math.abs(middle((s) => s.off)) < 0.02,
        `${throttle}: ${middle((s) => s.off)} off at the median`
      );
      assert.ok(middle((s) => s.half) < 0.08, `${throttle}: ±${middle((s) => s.half)}`);
    }
  });
