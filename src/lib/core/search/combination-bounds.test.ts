import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  madeShelf,
  RANGES,
  SEARCH_BRIEFS,
  shelves,
  type RangeName
} from '../../../../tests/helpers/search-shelves.ts';
import { CHECKS } from '../checks/all-checks.ts';
import { isOver } from '../checks/check.ts';
import { Assembler } from './assembler.ts';
import { CombinationBounds } from './combination-bounds.ts';
import { places, placesOf, spaceOf, type Space } from './space.ts';
import { some } from '../../../../tests/helpers/extent.ts';

/** Combinations of a space that are looked at. */
const LOOKED_AT = Number(process.env.ISKARN_FORESIGHT ?? 1200);

const seen = new Map<string, { said: number; asked: number }>();
function never(name: string, space: Space): void {
  const assembler = new Assembler(space);
  const foresight = new CombinationBounds(assembler);
  const step = Math.max(1, Math.floor(space.size / LOOKED_AT)) | 1;
  for (let k = 0; k < space.size; k += step) {
    const at = placesOf(space, k, places());
    foresight.look(at);
    const s = assembler.situation(at);
    for (const check of CHECKS) {
      const said = foresight.isOver(check.id);
      const count = seen.get(check.id) ?? { said: 0, asked: 0 };
      count.asked++;
      if (said !== null) {
        count.said++;
        const judged = check.judge(s);
        assert.equal(said, isOver(judged), `${name}, ${check.id} of ${k}: ${JSON.stringify(judged)}`);
      }
      seen.set(check.id, count);
    }
  }
}

for (const { name, brief, parts, limits } of some(shelves(), 4, 1))
  test(`${name}: what is foreseen is what is found`, () => never(name, spaceOf(brief, parts, limits)));

for (const range of Object.keys(RANGES) as RangeName[])
  for (const seed of some([31, 32], 1))
    test(`a large shelf of ${range}s, ${seed}: what is foreseen is what is found`, () =>
      never(
        range,
        spaceOf(SEARCH_BRIEFS[range], {
          ...madeShelf(seed, range, { motor: 40, propulsor: 12, battery: 20, esc: 8 }),
          receiverSupply: []
        })
      ));

test('most of what would have to be followed is foreseen', () => {
  for (const id of ['time', 'pack-temperature', 'motor-temperature', 'credible-current', 'watts-per-gram']) {
    const { said, asked } = seen.get(id) as { said: number; asked: number };
    assert.ok(said > 0.4 * asked, `${id}: ${said} of ${asked}`);
  }
});
