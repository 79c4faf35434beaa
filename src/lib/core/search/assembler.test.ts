import assert from 'node:assert/strict';
import { test } from 'node:test';
import { shelves } from '../../../../tests/helpers/search-shelves.ts';
import { interpretSetup } from '../model/interpret.ts';
import { Assembler } from './assembler.ts';
import { places, placesOf, setupOf, spaceOf } from './space.ts';
import { some } from '../../../../tests/helpers/extent.ts';

/** What of an interpreted document a search uses. */
const used = (i: ReturnType<typeof interpretSetup>) => {
  const { model, setup, motorAtLoad, packOhm, capacityAh, packInUse, exitAreaM2, discAreaM2, fluid } = i;
  const { performance: _table, ...numbers } = model;
  return { numbers, setup, motorAtLoad, packOhm, capacityAh, packInUse, exitAreaM2, discAreaM2, fluid };
};

for (const { name, brief, parts, limits } of some(shelves(), 6, 1))
  test(`${name}: put together from parts, every combination is the document interpreted, to the last digit`, () => {
    const space = spaceOf(brief, parts, limits);
    const assembler = new Assembler(space);
    assert.ok(space.size > 50, `${space.size} combinations`);
    for (let k = 0; k < space.size; k += Math.ceil(space.size / 200)) {
      const whole = interpretSetup(setupOf(space, k));
      const at = placesOf(space, k, places());
      const put = assembler.interpreted(at);
      assert.deepEqual(used(put), used(whole));
      assert.equal(put.model.performance, whole.model.performance);
      assert.equal(assembler.massKg(at), whole.setup.craft.massKg);
    }
  });

test('a combination’s number and its places are one and the same', () => {
  const [{ brief, parts, limits }] = shelves();
  const space = spaceOf(brief, parts, limits);
  const seen = new Set<string>();
  for (let k = 0; k < space.size; k++) seen.add(JSON.stringify(placesOf(space, k, places())));
  assert.equal(seen.size, space.size);
});
