/** What is recommended, held against what a club's old hand would take: by Find, the first sketch, the first fit and the shopping list. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { validateSetup } from '../src/lib/core/document/validate.ts';
import { fitAround } from '../src/lib/core/alternatives/fit-around.ts';
import { firstSketch } from '../src/lib/core/alternatives/first-sketch.ts';
import { shoppingLines } from '../src/lib/core/alternatives/shopping.ts';
import { checkSearch, idealOf, type SearchJob } from '../src/lib/core/search/answer-search.ts';
import { placesOf, places } from '../src/lib/core/search/space.ts';
import { Promised } from '../src/lib/core/search/promise.ts';
import { measureOf } from '../src/lib/core/yardstick/by-purpose.ts';
import { scoreOf } from '../src/lib/core/yardstick/worth.ts';
import { shelves } from './helpers/search-shelves.ts';
import { SearchRun } from '../src/lib/core/search/search-run.ts';
import { setupOf, spaceOf } from '../src/lib/core/search/space.ts';
import { analysisOf } from '../src/lib/core/analysis/setup-analysis.ts';
import type { SetupDocument } from '../src/lib/core/document/schema.ts';
import { CLUB_SHELF } from './helpers/club-shelf.ts';
import { otherLabels } from './helpers/other-labels.ts';
import { SECOND_SHELF } from './helpers/second-shelf.ts';
import type { SearchShelf } from '../src/lib/core/search/search-request.ts';
import {
  ELEVEN,
  FURTHER_SETUPS,
  isOnShelf,
  sketchBrief,
  strange,
  TYPICAL_SETUPS,
  type TypicalSetup
} from './helpers/typical-setups.ts';
import { extent, nightly, some } from './helpers/extent.ts';

function jobOf({ craft, count }: TypicalSetup, shelf: SearchShelf = CLUB_SHELF): SearchJob {
  const checked = checkSearch({ brief: { craft, ...(count ? { count } : {}) }, shelf }, null);
  assert.ok(checked.ok, JSON.stringify(checked));
  return checked.value;
}

/** The best few of every combination of the club's shelf, by what such craft are judged by. */
function best(job: SearchJob, count: number): SetupDocument[] {
  const space = spaceOf(job.brief, job.parts, job.limits);
  const run = new SearchRun(space, job.limits, undefined, job.measure);
  return run.findBest(count).map((k) => setupOf(space, run.found.combination(k)));
}

const told = ({ motor, propulsor, battery, esc }: SetupDocument): string =>
  [motor.name, propulsor.name, battery.name, esc?.name].join(' | ');

/** The eleven briefs, one of each use; and all, the cases that hurt among them. */
const eleven = TYPICAL_SETUPS.slice(0, ELEVEN);
const ALL_BRIEFS = [...TYPICAL_SETUPS, ...FURTHER_SETUPS];

test('the first three of Find are what an old hand would take, for each of eleven briefs of which some are tried (common practice, no source)', () => {
  const wrong = some(eleven, 2).flatMap((t) =>
    best(jobOf(t), 3).flatMap((setup) => {
      const why = strange(setup, t);
      return why.length === 0 ? [] : [`${t.name}: ${told(setup)}: ${why.join(', ')}`];
    })
  );
  assert.deepEqual(wrong, []);
});

/** How many of the first three of Find an old hand would take, and what he says of the others. */
function judged(briefs: readonly TypicalSetup[], shelf: SearchShelf): { taken: number; odd: string[] } {
  let taken = 0;
  const odd: string[] = [];
  for (const brief of briefs)
    for (const setup of best(jobOf(brief, shelf), 3)) {
      const why = strange(setup, brief);
      if (why.length === 0) taken++;
      else odd.push(`${brief.name}: ${told(setup)}: ${why.join(', ')}`);
    }
  return { taken, odd };
}

/** Reach: 27 of 30. */
const REACH = 0.9;

for (const [shelfName, shelf, briefs] of [
  // that shelf has no fans
  ["the club's shelf", CLUB_SHELF, ALL_BRIEFS.filter((b) => b.craft.purpose !== 'jet')],
  ['another shelf', SECOND_SHELF, ALL_BRIEFS]
] as const)
  test(`of ${briefs.length} briefs on ${shelfName}, some are tried, nine in ten of the first three lie there`, (t) => {
    const tried = some(briefs, 3, 1);
    const { taken, odd } = judged(tried, shelf);
    t.diagnostic(`${taken} of ${3 * tried.length}`);
    for (const line of odd) t.diagnostic(line);
    assert.ok(taken >= REACH * 3 * tried.length, odd.join('\n'));
  });

nightly(
  'on shelves whose labels say something else, a fifth of the parts gone, nine in ten lie there too',
  (t) => {
    for (const seed of [11, 12, 13]) {
      const shelf = otherLabels(SECOND_SHELF, seed);
      // what is not on the shelf any more is nobody's choice
      const briefs = ALL_BRIEFS.filter((brief) => isOnShelf(shelf, brief));
      const { taken, odd } = judged(briefs, shelf);
      t.diagnostic(`seed ${seed}: ${taken} of ${3 * briefs.length}`);
      for (const line of odd) t.diagnostic(line);
      assert.ok(briefs.length > 25, `${briefs.length} briefs`);
      assert.ok(taken >= REACH * 3 * briefs.length, odd.join('\n'));
    }
  }
);

test('first sketches, first fits and shopping lists of all briefs, of which some are tried, lie there too, and nothing of them is over', (t) => {
  const wrong: string[] = [];
  const missed: string[] = [];
  const tried = some(ALL_BRIEFS, 4, 2);
  for (const brief of tried) {
    const say = (what: string, setup: SetupDocument): void => {
      const why = strange(setup, brief);
      if (why.length > 0) wrong.push(`${brief.name}, ${what}: ${why.join(', ')}`);
    };
    const sketch = firstSketch(sketchBrief(brief));
    assert.ok(validateSetup(sketch).ok);
    say('first sketch', sketch);
    say('first fit', fitAround(sketch, { fixed: [] }));
    const job = jobOf(brief);
    const ideal = idealOf(job, spaceOf(job.brief, job.parts, job.limits));
    assert.ok(ideal, brief.name);
    say('shopping list', ideal.setup);
    // a wish that such craft just miss is said, not hidden
    if (ideal.over.length > 0) missed.push(`${brief.name}: ${ideal.over.join()}`);
    // one list for one craft: what a sketch's own list asks for is what the sketch has
    const [esc] = shoppingLines(analysisOf(sketch, { bands: true })).filter((l) => l.part === 'esc');
    assert.match(
      esc.text,
      new RegExp(`\\b${sketch.esc?.continuousA} A or more`),
      `${brief.name}: ${esc.text}`
    );
  }
  t.diagnostic(`${3 * tried.length - wrong.length} of ${3 * tried.length}`);
  assert.deepEqual(wrong, []);
  assert.deepEqual(
    missed.filter((line) => line !== 'endurance, 7 in and heavier: time in ordinary use'),
    []
  );
});

test('the best few are found by bounds, and are those of every combination judged', () => {
  const brief = TYPICAL_SETUPS.find((b) => b.name.startsWith('agile, 3 in')) as TypicalSetup;
  const job = jobOf(brief);
  const space = spaceOf(job.brief, job.parts, job.limits);
  const quick = new SearchRun(space, job.limits, undefined, job.measure);
  const whole = new SearchRun(space, job.limits).findWorkable();
  const of = (run: SearchRun, list: readonly number[]): number[] => list.map((k) => run.found.combination(k));
  assert.deepEqual(of(quick, quick.findBest(3)), of(whole, whole.found.ranked(job.measure, 3)));
  assert.ok(whole.found.length > 3);
});

test('no combination of any made shelf turns out to be worth more than its bound', () => {
  let looked = 0;
  for (const { name, brief, parts, limits } of some(shelves(), 4)) {
    const space = spaceOf(brief, parts, limits);
    const measure = measureOf(space.head.craft, null, limits.maxMassKg);
    const { found, assembler } = new SearchRun(space, limits).findWorkable();
    const promised = new Promised(assembler, measure);
    for (let k = 0; k < found.length; k++) {
      const score = scoreOf((column) => found.value(k, column), measure);
      const most = promised.most(placesOf(space, found.combination(k), places()));
      looked++;
      assert.ok(score <= most + 1e-9, `${name}, ${found.combination(k)}: ${score}, at most ${most}`);
    }
  }
  assert.ok(looked > extent(20, 100), `${looked} looked at`);
});
