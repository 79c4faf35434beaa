import assert from 'node:assert/strict';
import { test } from 'node:test';
import { missingFrom, parseShorthand, type ShorthandPart } from './parse.ts';

const CASES: [ShorthandPart, string, Record<string, number | string>][] = [
  ['battery', '4S 2200 30C', { series: 4, capacityAh: 2.2, continuousC: 30 }],
  ['battery', '3s2p 5Ah', { series: 3, parallel: 2, capacityAh: 5 }],
  [
    'battery',
    '6S 1,3 Ah 75C/150C LiHV 210 g',
    { series: 6, capacityAh: 1.3, continuousC: 75, burstC: 150, chemistry: 'lihv', massKg: 0.21 }
  ],
  [
    'battery',
    'Li-ion 6s3p 10500mAh 8C',
    { chemistry: 'liion', series: 6, parallel: 3, capacityAh: 10.5, continuousC: 8 }
  ],
  ['motor', '2812 900KV 170g', { name: '2812', kvRpmPerVolt: 900, massKg: 0.17 }],
  [
    'motor',
    'KV1400 56 g 18A 230W 14 poles',
    { kvRpmPerVolt: 1400, massKg: 0.056, maxCurrentA: 18, maxPowerW: 230, poles: 14 }
  ],
  [
    'motor',
    '920kv 0,45A@10V 130mohm',
    { kvRpmPerVolt: 920, noLoadCurrentA: 0.45, noLoadVoltageV: 10, resistanceOhm: 0.13 }
  ],
  ['esc', '60A 2-6S 5V/3A', { continuousA: 60, minSeries: 2, maxSeries: 6, becV: 5, becA: 3 }],
  ['esc', '30A burst 40A 4S linear', { continuousA: 30, burstA: 40, maxSeries: 4, becKind: 'linear' }],
  ['propulsor', '11x5.5', { diameterM: 0.2794, pitchM: 0.1397 }],
  ['propulsor', '5x4.3x3', { diameterM: 0.127, pitchM: 0.10922, blades: 3 }],
  ['propulsor', '11 × 5,5 slow', { diameterM: 0.2794, pitchM: 0.1397, family: 'slow-flyer' }],
  ['propulsor', '42 mm x1.4 2-blade', { diameterM: 0.042, pitchM: 0.0588, blades: 2 }],
  ['propulsor', '60mm x 45 3 blade', { diameterM: 0.06, pitchM: 0.045, blades: 3 }]
];

for (const [part, text, want] of CASES) {
  test(`${part}: "${text}"`, () => {
    const got = parseShorthand(part, text);
    const found = Object.fromEntries(got.changes.map((c) => [c.path.replace(`${part}.`, ''), c.value]));
    assert.deepEqual(found, want, JSON.stringify(got));
    assert.deepEqual(got.notRead, []);
    assert.deepEqual(missingFrom(part, got), []);
  });
}

test('what was not understood is said, and what is missing', () => {
  const got = parseShorthand('battery', 'big blue 30C');
  assert.deepEqual(got.notRead, ['big', 'blue']);
  assert.equal(missingFrom('battery', got).length, 2);
  assert.deepEqual(parseShorthand('motor', '').changes, []);
});

test('a bare pair can be read as millimetres instead: one key away', () => {
  const other = parseShorthand('propulsor', '42x36').other;
  assert.ok(other, 'there is another reading');
  assert.equal(other.changes[0].value, 0.042);
  assert.equal(parseShorthand('propulsor', '11x5.5 in').other, null);
});
