import assert from 'node:assert/strict';
import { test } from 'node:test';
import { SERVO_SIZE_IDS } from '../parts/bec/load-ids.ts';
import { SERVO_SIZES } from '../parts/bec/servo-sizes.ts';
import { INSULATION_IDS } from '../parts/wiring/insulation-ids.ts';
import { INSULATIONS } from '../parts/wiring/insulation.ts';
import { CONNECTOR_IDS, MOTOR_JOINT_IDS } from './connector-ids.ts';
import { CONNECTORS, MOTOR_JOINTS } from './connectors.ts';
import { ESC_SIZES_A, escSizesAbove } from './esc-sizes.ts';
import { CONNECTORS_A, GAUGES } from './leads.ts';
import { C_RATES, CELL_COUNTS, capacitiesAbove, capacitySold, usualCells } from './packs.ts';
import { PROPELLER_SIZES } from './propeller-sizes.ts';
import { screwDiametersM } from './screws.ts';
import { inchesM, nextPropeller, nextSize } from './steps.ts';
import { kvSold, otherWindings } from './windings.ts';

const rising = (list: readonly number[]): boolean => list.every((x, k) => k === 0 || x > list[k - 1]);

test('lists of what is on sale rise and hold what every shop has', () => {
  for (const list of [ESC_SIZES_A, CONNECTORS_A, C_RATES, CELL_COUNTS]) assert.ok(rising(list), list.join());
  // the gauge number falls as the wire grows
  assert.ok(rising([...GAUGES].reverse()));
  // common practice, no source: the ratings, cells and gauges of everyday powertrains
  for (const a of [20, 30, 40, 60, 80, 100, 120]) assert.ok((ESC_SIZES_A as readonly number[]).includes(a));
  for (const s of [2, 3, 4, 6, 8, 12]) assert.ok((CELL_COUNTS as readonly number[]).includes(s));
  for (const g of [18, 16, 14, 12, 10, 8]) assert.ok((GAUGES as readonly number[]).includes(g));
});

test('propeller sizes rise by diameter, each once, with pitches from a third of it to all of it', () => {
  const seen = new Set<string>();
  for (const [k, [d, p]] of PROPELLER_SIZES.entries()) {
    assert.ok(k === 0 || d >= PROPELLER_SIZES[k - 1][0], `${d} after ${PROPELLER_SIZES[k - 1]?.[0]}`);
    assert.ok(p / d > 0.27 && p / d <= 1.13, `${d}x${p}`);
    assert.ok(!seen.has(`${d}x${p}`), `${d}x${p} twice`);
    seen.add(`${d}x${p}`);
  }
  // common practice, no source
  for (const size of ['5x3', '8x6', '9x6', '10x5', '11x5.5', '12x6', '13x8', '15x10', '18x10'])
    assert.ok(seen.has(size), size);
});

test('an ESC’s place in the row of sizes', () => {
  assert.equal(escSizesAbove(40, 36), 0, 'the next size up');
  assert.equal(escSizesAbove(60, 36), 3, '40, 45 and 50 would have done');
  assert.equal(escSizesAbove(60, 60), 0);
  assert.equal(escSizesAbove(30, 36), -2, 'as 30 and 35 fall short');
});

test('capacities are sold in steps of 50, 100 and 500 mAh', () => {
  for (const [ah, sold] of [
    [0.31, 0.35],
    [0.95, 0.95],
    [0.96, 1],
    [1.01, 1.1],
    [2.2, 2.2],
    [9.91, 10],
    [10.2, 10.5],
    [16, 16]
  ])
    assert.equal(capacitySold(ah), sold, `${ah} Ah`);
  assert.deepEqual(capacitiesAbove(2), [2.3, 2.6, 3, 3.5, 4, 5, 6, 8]);
  assert.ok(capacitiesAbove(0.1).every((c) => c > 0.1));
});

test('cells follow the power, so that the current stays below some 45 A', () => {
  for (const [watts, cells] of [
    [59, 2],
    [60, 3],
    [379, 3],
    [380, 4],
    [699, 4],
    [700, 6],
    [2999, 6],
    [3000, 12]
  ])
    assert.equal(usualCells(watts), cells, `${watts} W`);
});

test('windings are named to 5, 10 and 50 rpm per volt', () => {
  assert.equal(kvSold(187), 185);
  assert.equal(kvSold(203), 200);
  assert.equal(kvSold(937), 940);
  assert.equal(kvSold(2035), 2050);
  assert.deepEqual(otherWindings(1000, 'lower'), [950, 900, 850, 800, 700, 600, 500]);
  assert.deepEqual(otherWindings(1000, 'higher'), [1050, 1100, 1200, 1300, 1450, 1600, 1800]);
  assert.ok(!otherWindings(20, 'lower').includes(20), 'never the same one');
  assert.ok(otherWindings(6, 'lower').every((kv) => kv >= 5));
});

test('the next size of a row, and none at its end', () => {
  assert.equal(nextSize([1, 2, 3], 2, true), 3);
  assert.equal(nextSize([1, 2, 3], 2, false), 1);
  assert.equal(nextSize([1, 2, 3], 2.5, false), 2);
  assert.equal(nextSize([1, 2, 3], 3, true), null);
  assert.equal(nextSize([1, 2, 3], 1, false), null);
  assert.equal(nextSize([1, 2, 3], 2.00001, true), 3, 'a rounded 2 is a 2');
});

test('the next propeller keeps its slope; inches are written without noise', () => {
  assert.equal(inchesM(11), 0.2794);
  assert.equal(inchesM(5.5), 0.1397);
  // 11 × 5.5 is half its diameter in pitch: of the 12 in. ones 12 × 6 is too
  assert.deepEqual(nextPropeller({ diameterM: 0.2794, pitchM: 0.1397 }, true), {
    diameterM: 0.3048,
    pitchM: 0.1524
  });
  // of the 10 in. ones 10 × 5
  assert.deepEqual(nextPropeller({ diameterM: 0.2794, pitchM: 0.1397 }, false), {
    diameterM: 0.254,
    pitchM: 0.127
  });
  // square ones stay square
  assert.deepEqual(nextPropeller({ diameterM: inchesM(8), pitchM: inchesM(8) }, true), {
    diameterM: inchesM(9),
    pitchM: inchesM(7.5)
  });
  assert.equal(nextPropeller({ diameterM: inchesM(30), pitchM: inchesM(10) }, true), null);
  assert.equal(nextPropeller({ diameterM: inchesM(2), pitchM: inchesM(1.2) }, false), null);
});

test('screws go by the millimetre, each once, none below five', () => {
  assert.deepEqual(screwDiametersM(0.04, 0.9, 1.1, 5), [0.036, 0.038, 0.04, 0.042, 0.044]);
  assert.deepEqual(screwDiametersM(0.01, 0.95, 1.05, 5), [0.01, 0.011]);
  assert.ok(screwDiametersM(0.006, 0.5, 1, 6).every((d) => d >= 0.005));
});

test('names that are written out are those of their tables; plugs carry more the larger they are, and lose less', () => {
  const names = (list: readonly { id: string }[]): string[] => list.map((x) => x.id);
  assert.deepEqual([...CONNECTOR_IDS], names(CONNECTORS));
  assert.deepEqual([...MOTOR_JOINT_IDS], names(MOTOR_JOINTS));
  assert.deepEqual([...INSULATION_IDS], names(INSULATIONS));
  assert.deepEqual([...SERVO_SIZE_IDS], names(SERVO_SIZES));
  for (const list of [CONNECTORS.filter((c) => c.keyed), CONNECTORS.filter((c) => !c.keyed)])
    for (let k = 1; k < list.length; k++) {
      assert.ok(list[k].continuousA > list[k - 1].continuousA && list[k].shortA > list[k].continuousA);
      assert.ok(list[k].pairOhm < list[k - 1].pairOhm && list[k].pairKg > list[k - 1].pairKg);
    }
  for (const size of SERVO_SIZES) assert.ok(size.idleA < size.movingA && size.movingA < size.stallA);
});
