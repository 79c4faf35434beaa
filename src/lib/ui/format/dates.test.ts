import assert from 'node:assert/strict';
import { test } from 'node:test';
import { day } from './dates.ts';

test('a day of the log is the same wherever it is read; what is no moment stays as it is', () => {
  assert.equal(day('2026-11-05T23:30:00.000Z'), '5 Nov 2026');
  assert.equal(day('2026-01-31'), '31 Jan 2026');
  assert.equal(day('last week'), 'last week');
});
