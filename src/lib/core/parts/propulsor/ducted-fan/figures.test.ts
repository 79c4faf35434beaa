import assert from 'node:assert/strict';
import { test } from 'node:test';
import { fanFigures } from './figures.ts';

const AREA = 0.0027;
const RHO = 1.225;
const near = (value: number, expected: number, what: string): void =>
  assert.ok(
    Math.abs(value - expected) <= 1e-9 * Math.abs(expected) + 1e-12,
    `${what}: ${value}, expected ${expected}`
  );

for (const speed of [0, 12, 35])
  test(`thrust is the air's gain of momentum at ${speed} m/s`, () => {
    const f = fanFigures(9, 500, speed, 40000, 0.064, AREA, RHO);
    near(f.massFlowKgS * (f.jetMs - speed), 9, 'momentum');
    near(f.massFlowKgS, RHO * AREA * f.jetMs, 'continuity');
  });

test('standing still the jet is sqrt(T / (rho A)), and its power half T times it', () => {
  const f = fanFigures(9, 500, 0, 40000, 0.064, AREA, RHO);
  near(f.jetMs, Math.sqrt(9 / (RHO * AREA)), 'jet');
  near(0.5 * f.massFlowKgS * f.jetMs ** 2, 0.5 * 9 * f.jetMs, 'power of the jet');
  near(f.thrustPerWattNW, 9 / 500, 'per watt');
  near(f.loadingNM2, 9 / AREA, 'loading');
  near(f.tipSpeedMs, (Math.PI * 0.064 * 40000) / 60, 'tip');
});

test('no thrust: the jet is the wind, and nothing divides by zero', () => {
  const still = fanFigures(0, 0, 0, 0, 0.064, AREA, RHO);
  assert.deepEqual(Object.values(still), [0, 0, 0, 0, 0]);
  near(fanFigures(-1, 10, 20, 1000, 0.064, AREA, RHO).jetMs, 20, 'windmilling');
});
