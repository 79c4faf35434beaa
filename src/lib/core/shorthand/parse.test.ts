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
  ['propulsor', '60mm x 45 3 blade', { diameterM: 0.06, pitchM: 0.045, blades: 3 }],
  ['propulsor', '64mm 11 blades', { diameterM: 0.064, blades: 11 }],
  // of two ratings the lower is the one that lasts; taken for it, the higher would burn a pack
  ['battery', '11.1V 2200mAh 30-60C', { series: 3, capacityAh: 2.2, continuousC: 30, burstC: 60 }],
  ['battery', '4S 2200 30/60C', { series: 4, capacityAh: 2.2, continuousC: 30, burstC: 60 }],
  ['battery', '4S 2200/30C', { series: 4, capacityAh: 2.2, continuousC: 30 }],
  ['esc', '40/50A 2-4S', { continuousA: 40, burstA: 50, minSeries: 2, maxSeries: 4 }],
  ['motor', '900KV 35/45A', { kvRpmPerVolt: 900, maxCurrentA: 35 }],
  // volts of a label are cells, by the chemistry it names
  ['battery', '14.8V 5000mAh 4S 30C', { series: 4, capacityAh: 5, continuousC: 30 }],
  ['battery', '7.2V NiMH 3300', { series: 6, chemistry: 'nimh', capacityAh: 3.3 }],
  ['battery', '6.6V LiFe 2100mAh', { series: 2, chemistry: 'lifepo4', capacityAh: 2.1 }],
  ['battery', '7.6V LiHV 650mAh 60C', { series: 2, chemistry: 'lihv', capacityAh: 0.65, continuousC: 60 }],
  ['motor', '1806-2300 18g', { name: '1806', kvRpmPerVolt: 2300, massKg: 0.018 }],
  ['motor', '4250-600KV 190g', { name: '4250', kvRpmPerVolt: 600, massKg: 0.19 }],
  [
    'esc',
    '80A UBEC 6V 5A 2-6S 85g',
    { continuousA: 80, becV: 6, becA: 5, minSeries: 2, maxSeries: 6, massKg: 0.085 }
  ]
];

test('volts that are six cells of one chemistry or two of another are not guessed', () => {
  const got = parseShorthand('battery', '7.2V 3000mAh');
  assert.deepEqual(got.notRead, ['7.2V']);
  assert.deepEqual(missingFrom('battery', got), ['cells (4S)']);
});

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
