import assert from 'node:assert/strict';
import { after, test } from 'node:test';
import { closePool } from './pool.ts';
import { computePage, forgetPages } from './page-cache.ts';
import { PLANE } from '../../../../tests/helpers/setups.ts';

after(closePool);

test('a page is worked out once for the same setup and settings, for whoever asks at the same time too', async () => {
  forgetPages();
  const first = computePage('matchPage', PLANE, [], {});
  const again = computePage('matchPage', structuredClone(PLANE), [], {});
  assert.equal(first, again);
  const other = computePage('matchPage', { ...PLANE, craft: { ...PLANE.craft, massKg: 1.3 } }, [], {});
  const schools = computePage('matchPage', PLANE, [], { 'hover-share': 'careful' });
  assert.notEqual(first, other);
  assert.notEqual(first, schools);
  const [a, b] = await Promise.all([first, other, schools]);
  assert.ok(a.drawn.ok && b.drawn.ok);
  assert.notEqual(a.drawn.picture.weightN, b.drawn.picture.weightN);
  forgetPages();
  const anew = computePage('matchPage', PLANE, [], {});
  assert.notEqual(anew, first);
  // the threads are ended after the last test: nothing may be under way then
  await anew;
});

test('what could not be worked out is asked for anew', async () => {
  forgetPages();
  const failing = computePage('matchPage', PLANE, null as never, {});
  await assert.rejects(failing);
  const again = computePage('matchPage', PLANE, null as never, {});
  assert.notEqual(again, failing);
  await assert.rejects(again);
});
