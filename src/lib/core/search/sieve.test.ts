import assert from 'node:assert/strict';
import { test } from 'node:test';
import { plainSearch } from '../../../../tests/helpers/plain-search.ts';
import { shelves } from '../../../../tests/helpers/search-shelves.ts';
import { Assembler } from './assembler.ts';
import { MASKED, Sieve } from './sieve.ts';
import { places, placesOf, spaceOf } from './space.ts';
import { some } from '../../../../tests/helpers/extent.ts';

const named = (mask: number): string[] => MASKED.filter((_, k) => (mask >>> k) & 1);

for (const searched of some(shelves(), 5, 2))
  test(`${searched.name}: the sieve says of every combination what the checks say, and passes every workable one`, () => {
    const { brief, parts, limits } = searched;
    const space = spaceOf(brief, parts, limits);
    const sieve = new Sieve(new Assembler(space), limits);
    const plain = plainSearch(searched);
    assert.equal(plain.length, space.size);
    const masks = new Uint32Array(sieve.rowSize);
    const quick = new Uint32Array(sieve.rowSize);
    const beyond = new Float32Array(sieve.rowSize);
    const failed = new Set<string>();
    for (let row = 0; row < sieve.rows; row++) {
      sieve.row(row, masks, true, beyond);
      sieve.row(row, quick, false);
      for (let k = 0; k < sieve.rowSize; k++) {
        const combination = row * sieve.rowSize + k;
        const found = plain[combination];
        const at = placesOf(space, combination, places());
        const settled = (id: string): boolean => sieve.settles(id as never, at);
        const said = named(masks[k]).filter((id) => !id.startsWith('limit-'));
        assert.deepEqual(said.filter(settled), found.over.filter(settled), `combination ${combination}`);
        // what it leaves to the checks, it never calls over where they do not
        for (const id of said) assert.ok(found.over.includes(id), `${id} of ${combination}`);
        assert.equal(
          named(masks[k]).includes('limit-current'),
          found.current > (limits.maxCurrentA ?? Infinity),
          `current of ${combination}`
        );
        assert.equal(quick[k] === 0, masks[k] === 0, `quick pass of ${combination}`);
        assert.ok(masks[k] === 0 || beyond[k] > 0 || said.length > 0);
        said.forEach((id) => failed.add(id));
      }
    }
    assert.ok(failed.size >= 3, `only ${[...failed].join(', ')} fail on this shelf`);
  });
