import assert from 'node:assert/strict';
import { test } from 'node:test';
import { findRoot } from './find-root.ts';
import { curveAt, hermiteCurve, isInside } from './hermite-curve.ts';
import { interpolate } from './interpolate.ts';
import { normalQuantile, normalSample } from './normal-sample.ts';
import { seededRandom } from './random.ts';

test('roots of known functions, badly scaled ones too', () => {
  for (const [f, low, high, want] of [
    [(x: number) => x * x - 2, 0, 2, Math.SQRT2],
    [(x: number) => Math.cos(x) - x, 0, 1, 0.7390851332151607],
    [(x: number) => x ** 9, -1, 1.7, 0],
    [(x: number) => Math.atan(1e6 * (x - 0.3)), 0, 1, 0.3]
  ] as const) {
    const r = findRoot(f, low, high, 1e-12, 400);
    assert.ok(r.ok && Math.abs(r.value - want) < 1e-3, JSON.stringify(r));
  }
});

test('no bracket and a spent limit are outcomes, not exceptions', () => {
  const none = findRoot((x) => x * x + 1, -1, 1);
  assert.ok(!none.ok && none.code === 'no-bracket');
  const spent = findRoot((x) => Math.exp(x) - 1.5, -30, 5, 1e-15, 3);
  assert.ok(!spent.ok && spent.code === 'not-converged');
  const nan = findRoot(() => Number.NaN, 0, 1);
  assert.ok(!nan.ok);
});

test('a Hermite curve reproduces any quadratic exactly, carries on straight, and refuses nonsense', () => {
  const f = (x: number): number => 2 - 3 * x + 0.5 * x * x;
  const x = [0, 0.1, 0.4, 0.5, 1.1];
  const curve = hermiteCurve(x, x.map(f));
  for (let at = 0; at <= 1.1; at += 0.037) assert.ok(Math.abs(curveAt(curve, at) - f(at)) < 1e-12, `${at}`);
  const beyond = curveAt(curve, 2.1) - curveAt(curve, 1.6);
  assert.ok(Math.abs(beyond - (curveAt(curve, 1.6) - curveAt(curve, 1.1))) < 1e-12, 'straight');
  assert.equal(isInside(curve, 1.2), false);
  assert.throws(() => hermiteCurve([0, 0], [1, 2]), /does not rise above/);
  assert.throws(() => hermiteCurve([0, 1], [1]), RangeError);
});

test('interpolation holds its ends; normal quantiles match tables', () => {
  assert.equal(interpolate([0, 1], [2, 4], 0.5), 3);
  assert.equal(interpolate([0, 1], [2, 4], 9), 4);
  // standard normal table: 90 % 1.281552, 97.5 % 1.959964, 99.9 % 3.090232
  for (const [p, z] of [
    [0.9, 1.281552],
    [0.975, 1.959964],
    [0.999, 3.090232],
    [0.01, -2.326348]
  ])
    assert.ok(Math.abs(normalQuantile(p) - z) < 1e-5, `${p}`);
  assert.throws(() => normalQuantile(1), RangeError);
});

test('the quasi-random sample has mean 0, variance 1, no correlation between columns, and is the same every time', () => {
  const n = 1024;
  const d = 9;
  const s = normalSample(n, d);
  const columns = Array.from({ length: d }, (_, k) => Array.from({ length: n }, (_x, i) => s[i * d + k]));
  const mean = (a: number[]): number => a.reduce((x, y) => x + y, 0) / n;
  for (const [k, column] of columns.entries()) {
    assert.ok(Math.abs(mean(column)) < 1e-12, `mean ${k}`);
    assert.ok(Math.abs(mean(column.map((v) => v * v)) - 1) < 1e-12, `variance ${k}`);
    for (let j = 0; j < k; j++)
      assert.ok(Math.abs(mean(column.map((v, i) => v * columns[j][i]))) < 0.15, `correlation ${j} ${k}`);
  }
  assert.deepEqual(normalSample(16, 3), normalSample(16, 3));
  assert.equal(seededRandom(5)(), seededRandom(5)());
});
