import assert from 'node:assert/strict';
import { test } from 'node:test';
import { plainSearch } from '../../../../tests/helpers/plain-search.ts';
import { shelves } from '../../../../tests/helpers/search-shelves.ts';
import { SearchRun } from './search-run.ts';
import { setupOf, spaceOf } from './space.ts';
import { some } from '../../../../tests/helpers/extent.ts';

for (const searched of some(shelves(), 5, 0))
  test(`${searched.name}: the search is a plain loop over predictions: the same workable ones in the same order, the same rejections`, () => {
    const { brief, parts, limits } = searched;
    const plain = plainSearch(searched);
    const late = (p: (typeof plain)[number]): string[] =>
      limits.maxCurrentA != null && p.current > limits.maxCurrentA
        ? [...p.over, 'limit-current']
        : [...p.over];
    const space = spaceOf(brief, parts, limits);
    const run = new SearchRun(space, limits).finish();
    const workable = plain.map((p, k) => ({ ...p, k, over: late(p) })).filter((p) => p.over.length === 0);
    const { found } = run;
    assert.equal(run.progress.settled, plain.length);
    for (const [objective, value] of [
      ['time', (p: (typeof plain)[number]) => p.time ?? 0],
      ['thrust', (p: (typeof plain)[number]) => p.thrust]
    ] as const) {
      const wanted = [...workable].sort((a, b) => value(b) - value(a) || a.k - b.k);
      const ranked = found.ranked({ yardstick: { [objective]: 1 }, goals: null });
      assert.deepEqual(
        ranked.map((at) => found.combination(at)),
        wanted.map((p) => p.k),
        objective
      );
      ranked.forEach((at, k) => assert.equal(found.value(at, objective), value(wanted[k])));
    }
    for (const p of workable) assert.deepEqual(setupOf(space, p.k).motor, p.setup.motor);
    const counts: Record<string, number> = {};
    for (const p of plain) {
      const [first] = late(p);
      if (first) counts[first] = (counts[first] ?? 0) + 1;
    }
    assert.deepEqual({ ...run.rejections }, Object.fromEntries(Object.entries(counts)));
  });
