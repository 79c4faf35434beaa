import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupSummary } from '../core/compare/glance.ts';
import type { SetupDocument } from '../core/document/schema.ts';
import { Summaries, type Beside, type SummaryRequest } from './summaries.ts';

const summary = (amps: number): SetupSummary => ({
  yardstick: { title: 'thrust / weight', quantity: 'ratio', value: 1 },
  seconds: 1,
  doing: '',
  amps,
  finding: 'holds',
  over: 0,
  tight: null,
  unknown: null,
  wish: null,
  noPackHolds: null
});
const setup = (id: number, revision = 1): SummaryRequest => ({
  id,
  revision,
  document: () => ({ name: String(id * 100 + revision) }) as unknown as SetupDocument
});
const BESIDE: Beside = { packs: [], schools: {} };

function counted() {
  const batches: string[][] = [];
  const summaries = new Summaries(async (documents) => {
    batches.push(documents.map((d) => d.name as string));
    await Promise.resolve();
    return documents.map((d) => summary(Number(d.name)));
  });
  return { summaries, batches };
}

test('a summary is worked out once per revision, whoever asks and however often', async () => {
  const { summaries, batches } = counted();
  const both = await Promise.all([
    summaries.all([setup(1), setup(2)], BESIDE),
    summaries.all([setup(2), setup(3)], BESIDE)
  ]);
  assert.deepEqual(
    both.map((list) => list.map((s) => s?.amps)),
    [
      [101, 201],
      [201, 301]
    ]
  );
  assert.deepEqual(batches.flat().sort(), ['101', '201', '301']);
  await summaries.all([setup(1), setup(2), setup(3)], BESIDE);
  assert.equal(batches.flat().length, 3, 'nothing is worked out again');
});

test('another revision, another school or another owned pack is another summary', async () => {
  const { summaries, batches } = counted();
  await summaries.all([setup(1)], BESIDE);
  assert.equal((await summaries.all([setup(1, 2)], BESIDE))[0]?.amps, 102);
  await summaries.all([setup(1)], { packs: [], schools: { 'pack-current': '2x' } });
  await summaries.all([setup(1)], {
    packs: [{ chemistry: 'lipo', series: 3, capacityAh: 2 }],
    schools: {}
  });
  assert.equal(batches.length, 4);
});

test('what is known is told without waiting; what is not is not made up', async () => {
  const { summaries } = counted();
  assert.equal(summaries.known(setup(5), BESIDE), undefined);
  await summaries.all([setup(5)], BESIDE);
  assert.equal(summaries.known(setup(5), BESIDE)?.amps, 501);
});

test('many are worked out in batches, in their order', async () => {
  const { summaries, batches } = counted();
  const many = Array.from({ length: 50 }, (_, k) => setup(k + 1));
  const found = await summaries.all(many, BESIDE);
  assert.deepEqual(
    found.map((s) => s?.amps),
    many.map((s) => s.id * 100 + 1)
  );
  assert.ok(batches.length > 3 && batches.every((b) => b.length <= 12));
});

test('where the work fails the list has gaps, and the next who asks gets it done', async () => {
  let fails = true;
  const summaries = new Summaries(async (documents) => {
    if (fails) throw new Error('too much at once');
    return documents.map(() => summary(1));
  });
  assert.deepEqual(await summaries.all([setup(1)], BESIDE), [null]);
  fails = false;
  assert.equal((await summaries.all([setup(1)], BESIDE))[0]?.amps, 1);
});
