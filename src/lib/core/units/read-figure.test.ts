import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readFigure } from './read-figure.ts';

test('a figure is read as people type it: with its unit, another unit, a comma, blanks between thousands', () => {
  for (const [text, quantity, si] of [
    ['30', 'current', 30],
    ['30 A', 'current', 30],
    ['30a', 'current', 30],
    ['1200 g', 'craftMass', 1.2],
    ['1.2', 'craftMass', 1.2],
    ['1,2 kg', 'craftMass', 1.2],
    ['1 200 g', 'craftMass', 1.2],
    ['0.1 kg', 'mass', 0.1],
    ['170', 'mass', 0.17],
    ['2200 mAh', 'capacity', 2.2],
    ['11 in', 'propLength', 0.2794],
    ['280 mm', 'propLength', 0.28],
    ['42', 'screwLength', 0.042],
    ['1e3', 'kv', 1000],
    ['-3', 'temperature', -3],
    ['8 min', 'minutes', 480],
    ['45 %', 'share', 0.45],
    ['30 mΩ', 'milliohm', 0.03]
  ] as const)
    assert.equal(readFigure(text, quantity), si, `${text} for ${quantity}`);
  assert.equal(
    readFigure('1200', 'craftMass', { craftMass: 'lb' })?.toFixed(2),
    '544.31',
    'the chosen unit is meant'
  );
});

test('nothing is nothing; what is no figure of that kind is told apart from it', () => {
  assert.equal(readFigure('', 'current'), null);
  assert.equal(readFigure('  ', 'current'), null);
  for (const text of ['abc', '30 kg', '12-14', 'A', '1.2.3', '0x10', '1e999', '30 A 5', 'Infinity'])
    assert.equal(readFigure(text, 'current'), undefined, text);
});
