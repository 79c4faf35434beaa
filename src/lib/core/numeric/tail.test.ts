import assert from 'node:assert/strict';
import { test } from 'node:test';
import { chiSquareTail, normalTail } from './tail.ts';

test('tails against the printed tables (any statistics handbook)', () => {
  for (const [z, p] of [
    [0, 1],
    [1, 0.3173],
    [1.28155, 0.2],
    [1.96, 0.05],
    [3, 0.0027]
  ])
    assert.ok(Math.abs(normalTail(z) - p) < 5e-5, `${z}: ${normalTail(z)}`);
  assert.equal(normalTail(-1.96), normalTail(1.96));
  for (const [x, n, p] of [
    [5.991, 2, 0.05],
    [9.488, 4, 0.05],
    [18.307, 10, 0.05],
    [4.605, 2, 0.1],
    [3.94, 10, 0.95]
  ])
    assert.ok(Math.abs(chiSquareTail(x, n) - p) < 0.01, `${x}, ${n}: ${chiSquareTail(x, n)}`);
});
