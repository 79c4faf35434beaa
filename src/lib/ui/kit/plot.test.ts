import assert from 'node:assert/strict';
import { test } from 'node:test';
import { movedApart, plotBox } from './plot.ts';

test('labels that would lie on each other are moved down, in their order; others stay where they are', () => {
  const labels = [
    { id: 'c', y: 60 },
    { id: 'b', y: 12 },
    { id: 'a', y: 10 }
  ];
  assert.deepEqual(movedApart(labels), [
    { id: 'a', y: 10 },
    { id: 'b', y: 23 },
    { id: 'c', y: 60 }
  ]);
  assert.deepEqual(labels[1], { id: 'b', y: 12 }, 'what was given is left as it is');
});

test('a plot’s box is what its margins leave', () => {
  const box = plotBox(300, 200, { left: 40, right: 10, top: 20, bottom: 30 });
  assert.deepEqual(box, { left: 40, right: 290, top: 20, bottom: 170, width: 300, height: 200 });
});
