/** What cells have by their size, rating and age. From memory of chargers and logs. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { interpretSetup } from '../../model/interpret.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { PLANE } from '../../../../../tests/helpers/setups.ts';
import { estimateCellResistanceOhm } from './cell-resistance.ts';
import { CHEMISTRIES } from './chemistry.ts';
import { settledFactor } from './under-load.ts';

const milliohm = (...of: Parameters<typeof estimateCellResistanceOhm>): number =>
  1000 * estimateCellResistanceOhm(...of);

test('pouch cells (common practice, from memory): 5 Ah of 50C 1.5 to 2.5 mΩ, 22 Ah of 25C 0.8 to 1.2, 1.3 Ah of 100C about 3', () => {
  for (const [ah, c, low, high] of [
    [5, 50, 1.5, 2.5],
    [22, 25, 0.8, 1.2],
    [1.3, 100, 2.6, 4],
    [2.2, 30, 4, 5.5]
  ]) {
    const got = milliohm('lipo', ah, c);
    assert.ok(got >= low && got <= high, `${ah} Ah of ${c}C: ${got} mΩ`);
  }
  // a rating that no cell keeps tells no more than the highest that one does
  assert.equal(milliohm('lipo', 2, 400), milliohm('lipo', 2, 120));
});

test('a round cell of 3 Ah has 25 to 35 mΩ all in: pulse and what settles are counted once', () => {
  const pulse = milliohm('liion', 3, 10);
  const settled = pulse * settledFactor(Infinity, CHEMISTRIES.liion.slowShare);
  assert.ok(pulse >= 15 && settled >= 25 && settled <= 35, `${pulse} in a pulse, ${settled} settled`);
});

test('age: an estimated pack has more resistance and less capacity the older it is, a measured one what was measured', () => {
  const of = (state: 'new' | 'season' | 'old' | null, battery: object = {}) =>
    interpretSetup({
      ...PLANE,
      battery: { ...PLANE.battery, cellResistanceOhm: null, state, ...battery }
    } as SetupDocument);
  const [fresh, season, old] = (['new', 'season', 'old'] as const).map((state) => of(state));
  assert.ok(fresh.packOhm < season.packOhm && season.packOhm < old.packOhm);
  assert.ok(fresh.capacityAh > season.capacityAh && season.capacityAh > old.capacityAh);
  // nothing told: as sold, and less sure than any that is told to be new
  const untold = of(null);
  assert.equal(untold.packOhm, fresh.packOhm);
  assert.ok(untold.relativeSd.batteryResistance > fresh.relativeSd.batteryResistance);
  const measured = { cellResistanceOhm: 0.004 };
  assert.equal(of('old', measured).packOhm, of('new', measured).packOhm);
});
