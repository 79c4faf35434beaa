import assert from 'node:assert/strict';
import { test } from 'node:test';
import { interpretSetup } from '../model/interpret.ts';
import type { SetupDocument } from '../document/schema.ts';
import { operatingPoint, solveOperatingPoint } from './operating-point.ts';

const setup: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.2 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, cellResistanceOhm: 0.006 },
  wiring: { resistanceOhm: 0.003 },
  esc: { resistanceOhm: 0.003 },
  motor: {
    kvRpmPerVolt: 1000,
    resistanceOhm: 0.07,
    loadedResistanceFactor: 1,
    noLoadCurrentA: 0.9,
    noLoadVoltageV: 10
  },
  propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127, blades: 2, family: 'thin-electric' }
};
const model = interpretSetup(setup).model;
const solve = (throttle: number, speedMs: number, volts = 11.4, m = model) => {
  const p = operatingPoint();
  solveOperatingPoint(m, { openCircuitV: volts, packOhm: m.packResistanceOhm }, throttle, speedMs, p);
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

const at = (document: SetupDocument, throttle: number, speedMs: number, volts = 11.4) => {
  const m = interpretSetup(document).model;
  return solve(throttle, speedMs, volts, m);
};

test('under load: regulation and heat as the loaded resistance has them, speed 68 to 82 % of KV × volts', () => {
  const { loadedResistanceFactor: _, ...label } = setup.motor;
  const loaded = at({ ...setup, motor: label }, 1, 0);
  const bare = at(setup, 1, 0);
  const share = (p: typeof loaded): number => (p.omegaRadS * 30) / Math.PI / (1000 * p.batteryVoltageV);
  assert.ok(share(loaded) > 0.68 && share(loaded) < 0.82, `${share(loaded)}`);
  assert.ok(share(bare) > 0.82);
  const m = interpretSetup({ ...setup, motor: label }).model;
  assert.ok(Math.abs(m.windingResistanceOhm / (2.33 * 0.07 + 0.01) - 1) < 1e-9);
  assert.ok(Math.abs(loaded.lossCopperW / (loaded.motorCurrentA ** 2 * m.windingResistanceOhm) - 1) < 1e-9);
});

test('switching and ripple losses fade out: nothing jumps between 99.9 % and full throttle', () => {
  const { loadedResistanceFactor: _, ...label } = setup.motor;
  const document = { ...setup, motor: label };
  const nearly = at(document, 0.999, 0);
  const full = at(document, 1, 0);
  assert.ok(Math.abs(nearly.batteryCurrentA / full.batteryCurrentA - 1) < 0.004);
  assert.ok(Math.abs(nearly.lossEscW / full.lossEscW - 1) < 0.03);
  // at half throttle the ripple is there, and none where a given factor of 1 leaves nothing beyond the resistance
  assert.ok(interpretSetup(document).model.rippleS > 0);
  assert.equal(interpretSetup(setup).model.rippleS, 0);
  const half = at(document, 0.5, 0);
  const sum =
    half.lossWiringW +
    half.lossEscW +
    half.lossCopperW +
    half.lossIronW +
    half.lossPropulsorW +
    half.lossGearW;
  assert.ok(Math.abs(sum / half.electricalPowerW - 1) < 1e-9, 'energy closes with the ripple in it');
});

test('closed throttle in a dive: a folding propeller folds, a braked one stands and drags, a free one turns', () => {
  const folding = {
    ...setup,
    propulsor: { ...setup.propulsor, family: 'folding' as const }
  } as SetupDocument;
  const folded = at(folding, 0, 20);
  assert.deepEqual([folded.omegaRadS, Math.abs(folded.thrustN)], [0, 0]);
  const braked = at({ ...setup, esc: { ...setup.esc, brake: 'on' } }, 0, 20);
  const free = at(setup, 0, 20);
  assert.equal(braked.omegaRadS, 0);
  assert.ok(braked.thrustN < 0 && free.thrustN < 0 && free.omegaRadS > 0);
});
