/** Flight by hand: what the wash takes, and climbs from shallow to upright. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { climbSine, levelDragN, levelThrustN, washLossOf, type Wing } from './polar.ts';

const WING: Wing = { massKg: 1.2, areaM2: 0.3, inducedFactor: 0.06, zeroLiftDrag: 0.04, maxLift: 1.1 };
const RHO = 1.225;
const WEIGHT = 1.2 * 9.80665;

test('the wash takes CD0 S f/A of the thrust and the installation its own, more behind a small disc, never more than a third', () => {
  assert.ok(Math.abs(washLossOf(WING, 0.05) - (0.06 + (0.65 * 0.04 * 0.3) / 0.05)) < 1e-12);
  assert.ok(washLossOf(WING, 0.02) > washLossOf(WING, 0.05));
  assert.equal(washLossOf(WING, 1e-4), 0.35);
  assert.ok(
    Math.abs(levelThrustN({ ...WING, washLoss: 0.2 }, RHO, 15) * 0.8 - levelDragN(WING, RHO, 15)) < 1e-12
  );
});

test('a shallow climb is (T − D)/W; a steep one lifts less than the weight and drags less; upright it is one', () => {
  const v = 14;
  const drag = levelDragN(WING, RHO, v);
  assert.ok(Math.abs(climbSine(WING, RHO, v, drag)) < 1e-12);
  const shallow = climbSine(WING, RHO, v, drag + 0.02 * WEIGHT);
  assert.ok(Math.abs(shallow - 0.02) < 1e-4, `${shallow}`);
  const steep = climbSine(WING, RHO, v, drag + 0.7 * WEIGHT);
  assert.ok(steep > 0.7 && steep < 0.8, `${steep}`);
  // along the path: thrust = drag at that lift + weight's part
  const q = 0.5 * RHO * v * v * WING.areaM2;
  const lift = (WEIGHT * Math.sqrt(1 - steep ** 2)) / q;
  const along = q * (WING.zeroLiftDrag + WING.inducedFactor * lift ** 2) + WEIGHT * steep;
  assert.ok(Math.abs(along - (drag + 0.7 * WEIGHT)) < 1e-9);
  assert.equal(climbSine(WING, RHO, v, drag + 2 * WEIGHT), 1);
});
