import assert from 'node:assert/strict';
import { test } from 'node:test';
import { coefficientsAt } from '../performance.ts';
import { screwCoefficients } from '../submerged-screw/table.ts';
import { surfaceDriveTable, ventilationFactor } from './table.ts';

const PLAIN = { diameterM: 0.042, pitchM: 0.059, blades: 2, expandedAreaRatio: 0.45 };
const SCREW = { ...PLAIN, immersion: 0.5 };
const PITCH_RATIO = 0.059 / 0.042;

test('a ventilated blade keeps half its wetted thrust standing, 0.85 of it near its pitch, straight between', () => {
  assert.equal(ventilationFactor(0, 1.4), 0.5);
  assert.ok(Math.abs(ventilationFactor(0.56, 1.4) - 0.675) < 1e-12, 'half way');
  assert.ok(Math.abs(ventilationFactor(1.12, 1.4) - 0.85) < 1e-12);
  assert.ok(Math.abs(ventilationFactor(1.3, 1.4) - 0.85) < 1e-12);
  assert.equal(ventilationFactor(-0.1, 1.4), 0.5);
});

test('standing, a surface drive pushes a quarter of the whole wetted screw: half immersed, half ventilated', () => {
  const drive = surfaceDriveTable(SCREW);
  const wetted = screwCoefficients(PLAIN, 0);
  const standing = coefficientsAt(drive, 0, 60, SCREW.diameterM);
  assert.ok(
    Math.abs(standing.thrust / (0.25 * wetted.thrust) - 1) < 0.02,
    `${standing.thrust} of ${wetted.thrust}`
  );
  // torque as the thrust, and 1.14 over; the screw's is KQ, CP = 2π KQ
  assert.ok(
    Math.abs(standing.power / (2 * Math.PI * 0.25 * 1.14 * wetted.torque) - 1) < 0.02,
    `${standing.power} of ${wetted.torque}`
  );
});

test('thrust goes with what is immersed and vanishes at 0.93 of the pitch', () => {
  const half = surfaceDriveTable(SCREW);
  const less = surfaceDriveTable({ ...SCREW, immersion: 0.3 });
  for (const j of [0.3, 0.8, 1.1]) {
    const a = coefficientsAt(half, j, 60, SCREW.diameterM).thrust;
    const b = coefficientsAt(less, j, 60, SCREW.diameterM).thrust;
    assert.ok(Math.abs(b / a - 0.6) < 1e-6, `J ${j}`);
  }
  const zero = 0.93 * PITCH_RATIO;
  const at = (j: number): number => coefficientsAt(half, j, 60, SCREW.diameterM).thrust;
  assert.ok(at(0.9 * zero) > 0 && at(1.08 * zero) < 0, `${at(0.9 * zero)}, ${at(1.08 * zero)}`);
});
