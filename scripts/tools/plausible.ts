import assert from 'node:assert/strict';
import type { PredictAnswer } from '../../src/lib/core/predict/answer.ts';
import type { PredictedPoint } from '../../src/lib/core/powertrain/predicted.ts';

/** Every number in a value, with its path. */
export function numbersIn(value: unknown, path = ''): [string, number][] {
  if (typeof value === 'number') return [[path, value]];
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([key, inner]) => numbersIn(inner, path ? `${path}.${key}` : key));
}

/** Asserts that an answer holds no NaN or infinity. */
export function assertFinite(answer: PredictAnswer, what: string): void {
  for (const [path, value] of numbersIn(answer))
    assert.ok(Number.isFinite(value), `${what}: ${path} is ${value}`);
}

/** Asserts that the energy of a point closes to 0.1 % both ways. */
export function assertEnergyCloses(p: PredictedPoint, what: string): void {
  const l = p.lossW;
  const after =
    l.wiring + l.esc + l.motorCopper + l.motorIron + l.gear + l.auxiliary + l.propulsor + p.thrustPowerW;
  const scale = Math.max(Math.abs(p.electricalPowerW), 1e-3);
  assert.ok(
    Math.abs(after - p.electricalPowerW) < 1e-3 * scale,
    `${what}: ${after} W of ${p.electricalPowerW} W accounted for`
  );
  const source = p.openCircuitV * p.batteryCurrentA;
  assert.ok(
    Math.abs(p.electricalPowerW + l.battery - source) < 1e-3 * scale,
    `${what}: source gives ${source} W`
  );
}

/** Asserts what no propulsor may beat: ideal efficiency in flight, figure of merit 1 at standstill. */
export function assertMomentumLimit(p: PredictedPoint, count: number, what: string): void {
  if (p.thrustN <= 0 || p.shaftPowerW <= 0) return;
  const shaft = count * p.shaftPowerW - p.lossW.gear;
  assert.ok(
    p.idealPowerW <= shaft * 1.0001,
    `${what}: ideal ${p.idealPowerW} W, at the propulsor ${shaft} W`
  );
}
