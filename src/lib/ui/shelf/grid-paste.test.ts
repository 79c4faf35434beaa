import assert from 'node:assert/strict';
import { test } from 'node:test';
import { pasted } from './grid-paste.ts';

const GRID = [
  ['11.1', '10x5', '30'],
  ['', '', '']
];

test('a paste spreads over cells from where it is made, and adds the rows that it needs', () => {
  assert.deepEqual(pasted(GRID, '10x6\t31\r\n11x5\t 34 \n11x7\t40\n', { row: 0, column: 1 }, 3), [
    ['11.1', '10x6', '31'],
    ['', '11x5', '34'],
    ['', '11x7', '40']
  ]);
  assert.deepEqual(GRID[0], ['11.1', '10x5', '30'], 'the grid that was there is left alone');
});

test('what would stand right of the grid is left out; one cell is the field’s own affair', () => {
  assert.deepEqual(pasted(GRID, 'a\tb\tc', { row: 1, column: 2 }, 3)?.[1], ['', '', 'a']);
  assert.equal(pasted(GRID, '12.4', { row: 0, column: 0 }, 3), null);
  assert.equal(pasted(GRID, '12.4\n', { row: 0, column: 0 }, 3), null);
  assert.equal(pasted(GRID, 'x\n'.repeat(2000), { row: 0, column: 0 }, 3)?.length, 500);
});
