import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { StoredPart } from '../../core/document/stored.ts';
import { isWaiting, shelfHere, waitingId, type Waiting } from './waiting.ts';

const part = (id: number, massKg: number): StoredPart => ({
  id,
  revision: 1,
  kind: 'motor',
  name: `Tarn ${id}`,
  document: { name: `Tarn ${id}`, kvRpmPerVolt: 900, massKg },
  measured: {},
  owned: false,
  note: '',
  price: null,
  retired: id === 2,
  fitted: null
});
const waits = (route: Waiting['route'], more: Partial<Waiting>): Waiting => ({
  key: `key-${route}`,
  route,
  of: null,
  body: {},
  says: 'it',
  at: '2026-01-01T00:00:00.000Z',
  refused: null,
  ...more
});
const massOf = (p: StoredPart): unknown => (p.document as { massKg?: number }).massKg;

test('the shelf as it will be: edits on edits, a new part, one less; what was refused is not counted', () => {
  const shelf = [part(1, 0.1), part(2, 0.2), part(3, 0.3)];
  const heavier = { ...shelf[0], document: { ...shelf[0].document, massKg: 0.15 } as StoredPart['document'] };
  const items = [
    waits('editPart', { of: 1, base: shelf[0], body: heavier }),
    waits('editPart', { of: 1, base: heavier, body: { ...heavier, owned: true } }),
    waits('deletePart', { of: 3 }),
    waits('logRun', { of: 1 }),
    waits('createPart', { body: { kind: 'motor', name: 'New', document: { name: 'New' }, measured: {} } }),
    waits('editPart', { of: 2, base: shelf[1], body: { ...shelf[1], note: 'no' }, refused: 'not so' })
  ];
  const here = shelfHere(shelf, items);
  assert.deepEqual(
    here.map((p) => [p.id, p.name, massOf(p), p.owned, p.note, p.retired]),
    [
      [1, 'Tarn 1', 0.15, true, '', false],
      [2, 'Tarn 2', 0.2, false, '', true],
      [waitingId(4), 'New', undefined, false, '', false]
    ]
  );
  assert.ok(waitingId(0) < 0);
  assert.equal(massOf(shelf[0]), 0.1, 'the list itself is as it was');
});

test('an edit shows over what was changed elsewhere meanwhile, and leaves the rest of it', () => {
  const base = part(1, 0.1);
  const mine = { ...base, document: { ...base.document, massKg: 0.15 } as StoredPart['document'] };
  const [here] = shelfHere(
    [{ ...part(1, 0.12), revision: 2, note: 'theirs' }],
    [waits('editPart', { of: 1, base, body: mine })]
  );
  assert.deepEqual([massOf(here), here.note, here.revision], [0.15, 'theirs', 2]);
});

test('what a browser kept is taken up only where it can be sent', () => {
  const base = part(1, 0.1);
  assert.ok(isWaiting(waits('logRun', {})));
  assert.ok(isWaiting(waits('editPart', { of: 1, base, body: base })));
  for (const damaged of [
    null,
    'text',
    [],
    { ...waits('logRun', {}), key: 3 },
    { ...waits('logRun', {}), route: 'deleteCraft' },
    { ...waits('logRun', {}), says: undefined },
    waits('editPart', { of: 1, body: base }),
    waits('editPart', { of: null, base, body: base }),
    waits('editPart', { of: 1, base, body: { ...base, document: 'none' } }),
    waits('createPart', { body: null })
  ])
    assert.ok(!isWaiting(damaged), JSON.stringify(damaged));
});
