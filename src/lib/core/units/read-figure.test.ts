import assert from 'node:assert/strict';
import { test } from 'node:test';
import { enterFigure, numbersOf, readFigure } from './read-figure.ts';

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

test('digits with separators: what they can be, the decimal sign first', () => {
  for (const [text, numbers] of [
    ['27,500', [27.5, 27500]],
    ['27.500', [27.5, 27500]],
    ['27 500', [27500]],
    ['27\u2009500', [27500]],
    ["27'500,5", [27500.5]],
    ['1,234,567', [1234567]],
    ['1.234.567', [1234567]],
    ['1,234.5', [1234.5]],
    ['1.234,5', [1234.5]],
    ['0,125', [0.125]],
    ['12,5', [12.5]],
    ['1234.567', [1234.567]],
    ['12 5', []],
    ['1,23,456', []],
    ['12,5.5', []]
  ] as const)
    assert.deepEqual(numbersOf(text), numbers, text);
});

test('one comma before three digits: decided where only one reading can be, asked where both can', () => {
  const read = (text: string, quantity: Parameters<typeof enterFigure>[1], range?: [number, number]) =>
    enterFigure(text, quantity, {}, { range });
  // by what such figures are
  assert.deepEqual(read('27,500', 'rpm'), { is: 'figure', value: 27500 });
  assert.deepEqual(read('1.250', 'craftMass'), { is: 'figure', value: 1.25 });
  assert.deepEqual(read('2,200 mAh', 'capacity'), { is: 'figure', value: 2.2 });
  assert.deepEqual(read('12.500', 'voltage'), { is: 'figure', value: 12.5 });
  // by the setup: a motor of 920 KV on 12 V turns at thousands, never at 11
  assert.deepEqual(read('8,250', 'rpm', [100, 12000]), { is: 'figure', value: 8250 });
  const power = read('1,200', 'power');
  assert.ok(power.is === 'ask');
  assert.match(power.question, /“1,200” could be 1.2 W or 1200 W: which\?/);
  assert.deepEqual(
    power.ways.map((w) => w.value),
    [1.2, 1200]
  );
  assert.equal(readFigure('1,200', 'power'), undefined, 'nobody is asked: it is no figure');
});

test('a figure that can hardly be meant is asked about, with what may be meant', () => {
  const ways = (text: string, quantity: Parameters<typeof enterFigure>[1]): string => {
    const entry = enterFigure(text, quantity);
    return entry.is === 'ask' ? `${entry.question} ${entry.ways.map((w) => w.value).join('|')}` : entry.is;
  };
  assert.equal(ways('900', 'craftMass'), '900 kg? Did you mean 0.9 kg? 0.9|900');
  assert.equal(ways('2200', 'capacity'), '2200 Ah? Did you mean 2.2 Ah? 2.2|2200');
  assert.equal(ways('280', 'propLength'), '280 in? Did you mean 11.024 in? 0.28|7.112');
  // written with its unit it is what it says
  assert.equal(ways('900 g', 'craftMass'), 'figure');
  assert.equal(ways('0', 'current'), 'figure');
  assert.equal(ways('12 foo', 'current'), 'none');
});

test('times are taken as a clock shows them, in seconds and hours; a throttle of 0.5 is asked about', () => {
  for (const [text, seconds] of [
    ['3:30', 210],
    ['90 s', 90],
    ['45 sec', 45],
    ['1.5 h', 5400],
    ['8 min', 480],
    ['8', 480]
  ] as const)
    assert.deepEqual(enterFigure(text, 'minutes'), { is: 'figure', value: seconds }, text);
  for (const text of ['3:75', '3:3', '90 s', '3:30'])
    assert.equal(enterFigure(text, 'current').is, 'none', text);
  const half = enterFigure('0.5', 'share');
  assert.equal(half.is, 'ask');
  assert.deepEqual(half.is === 'ask' ? half.ways.map((w) => w.value) : [], [0.5, 0.005]);
  assert.deepEqual(enterFigure('50', 'share'), { is: 'figure', value: 0.5 });
});
