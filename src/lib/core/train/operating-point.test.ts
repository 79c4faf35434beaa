import assert from 'node:assert/strict';
import { test } from 'node:test';
import { interpretSetup } from '../setup/interpret.ts';
import type { SetupDocument } from '../setup/schema.ts';
import { operatingPoint, solveOperatingPoint } from './operating-point.ts';

const setup: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.2 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, cellResistanceOhm: 0.006 },
  wiring: { resistanceOhm: 0.003 },
  esc: { resistanceOhm: 0.003 },
  motor: { kvRpmPerVolt: 1000, resistanceOhm: 0.07, noLoadCurrentA: 0.9, noLoadVoltageV: 10 },
  propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127, blades: 2, family: 'thin-electric' }
};
const model = interpretSetup(setup).model;
const solve = (throttle: number, speedMs: number, volts = 11.4, m = model) => {
  const p = operatingPoint();
  solveOperatingPoint(m, volts, m.packResistanceOhm, throttle, speedMs, p);
  assert.ok(p.converged, `throttle ${throttle}, ${speedMs} m/s`);
  return p;
};

test('closed throttle standing: nothing turns, nothing flows', () => {
  const p = solve(0, 0);
  assert.equal(p.state, 'off');
  assert.equal(p.omegaRadS, 0);
  assert.equal(p.batteryCurrentA, 0);
});

test('closed throttle in a dive: the propeller windmills and drags', () => {
  const p = solve(0, 30);
  assert.equal(p.state, 'windmilling');
  assert.ok(p.omegaRadS > 100 && p.thrustN < 0 && p.shaftPowerW < 0);
});

test('throttle too small for friction: stalled, the circuit still carries its current', () => {
  const p = solve(0.002, 0);
  assert.equal(p.state, 'stalled');
  assert.equal(p.omegaRadS, 0);
  assert.ok(p.motorCurrentA > 0);
});

test('fast dive at low throttle: the motor brakes and current flows back', () => {
  const p = solve(0.2, 45);
  assert.equal(p.state, 'windmilling');
  assert.ok(p.motorCurrentA < 0 && p.batteryCurrentA < 0);
});

test('an empty pack and a very weak one still have an answer', () => {
  assert.ok(solve(1, 0, 3 * 3.27).omegaRadS > 0);
  const weak = { ...model, packResistanceOhm: 5 };
  assert.ok(solve(1, 0, 11.4, weak).batteryVoltageV > 0);
});

test('unloaded (CP nearly nothing) it turns at the no-load speed with the no-load current', () => {
  const free = { ...model, powerFactor: 1e-9 };
  const p = solve(1, 0, 10 + 0.9 * (model.packResistanceOhm + 0.006), free);
  assert.ok(Math.abs(p.motorCurrentA - 0.9) < 0.01, `${p.motorCurrentA}`);
  assert.ok(Math.abs(p.omegaRadS - model.noLoadRadS) < 2, `${p.omegaRadS} of ${model.noLoadRadS}`);
});

test('finite differences: +10 % CP gives +6 to +8.5 % current and −1 to −2.5 % rpm', () => {
  const one = solve(1, 0);
  const more = solve(1, 0, 11.4, { ...model, powerFactor: 1.1 });
  const current = more.batteryCurrentA / one.batteryCurrentA - 1;
  const rpm = more.omegaRadS / one.omegaRadS - 1;
  assert.ok(current > 0.055 && current < 0.085, `${current}`);
  assert.ok(rpm < -0.008 && rpm > -0.026, `${rpm}`);
});

test('solving twice into the same record gives the same record', () => {
  assert.deepEqual(solve(0.7, 12), solve(0.7, 12));
});
