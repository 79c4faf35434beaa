import assert from 'node:assert/strict';
import { test } from 'node:test';
import { labelPlace, markSide } from './label-place.ts';

const PANEL = { left: 40, right: 290, top: 20, bottom: 160 };
const xs = Array.from({ length: 51 }, (_, k) => 40 + 5 * k);
const clearOf = (y: number, x: number, half: number, line: number[]): boolean =>
  xs.every((at, k) => Math.abs(at - x) > half || line[k] < y - 10 || line[k] > y);

test('two curves that cross: each name sits on neither, inside the panel', () => {
  const rising = xs.map((x) => 160 - 0.5 * (x - 40));
  const falling = xs.map((x) => 40 + 0.45 * (x - 40));
  for (const [own, other] of [
    [rising, falling],
    [falling, rising]
  ]) {
    const { x, y } = labelPlace('available', xs, own, [other], PANEL);
    assert.ok(x >= 40 + 29 && x <= 290 - 29, `${x} runs out`);
    assert.ok(y - 10 >= 20 && y <= 160, `${y} runs out`);
    assert.ok(clearOf(y, x, 29, other), 'on the other line');
    assert.ok(clearOf(y, x, 29, own), 'on its own line');
  }
});

test('a curve that ends early is named where it is; one that is nowhere gets a corner', () => {
  const short = xs.map((x) => (x < 140 ? 90 : NaN));
  const { x, y } = labelPlace('volts', xs, short, [], PANEL);
  assert.ok(x < 140 && (y === 85 || y === 105), `${x}, ${y}`);
  assert.deepEqual(
    labelPlace(
      'none',
      xs,
      xs.map(() => NaN),
      [],
      PANEL
    ),
    { x: 53, y: 30 }
  );
});

test('a mark near the right edge is named to its left', () => {
  assert.deepEqual(markSide('stall', 100, PANEL), { x: 103, anchor: 'start' });
  assert.deepEqual(markSide('never beyond', 260, PANEL), { x: 257, anchor: 'end' });
});
