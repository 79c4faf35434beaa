import assert from 'node:assert/strict';
import { rmSync } from 'node:fs';
import { after, test } from 'node:test';
import { dataFolder } from '../../../tests/helpers/server.ts';
import { closeDatabase, openDatabase } from './db/open.ts';
import { seedDemo } from './demo/seed.ts';
import { once } from './idempotency.ts';
import { found } from './outcome.ts';
import { logRun } from './runs/runs.ts';

const folder = dataFolder();
const db = openDatabase(folder);
seedDemo(db);
after(() => {
  closeDatabase(db);
  rmSync(folder, { recursive: true, force: true });
});

const runs = (): number => db.prepare('SELECT count(*) FROM run WHERE setup_id = 1').pluck().get() as number;
const reading = {
  throttle: 1,
  speedMs: 0,
  batteryVoltageV: 15.5,
  batteryCurrentA: 31,
  rpm: null,
  thrustN: null
};
const log = (key: string | null, setup = 1) =>
  once(
    db,
    'run',
    key,
    () =>
      logRun(db, setup, { title: 'sent late', verdict: '', readings: [reading] }, '2026-05-01T10:00:00.000Z'),
    (id) => found({ id })
  );
const idOf = (outcome: ReturnType<typeof log>): number => {
  assert.ok(outcome.ok);
  return outcome.value.id;
};

test('what is sent twice under one name is made once; the second answer is the first', () => {
  const before = runs();
  const first = idOf(log('7b1c1f2e-0000-4000-8000-000000000001'));
  assert.equal(idOf(log('7b1c1f2e-0000-4000-8000-000000000001')), first);
  assert.equal(runs(), before + 1);
  assert.notEqual(idOf(log('7b1c1f2e-0000-4000-8000-000000000002')), first);
});

test('without a name, or under one that is none, it is made as often as it is sent', () => {
  const before = runs();
  for (const key of [null, null, 'short', 'short', 'a'.repeat(65), "'; DROP TABLE run; --------"]) log(key);
  assert.equal(runs(), before + 6);
});

test('what was refused under a name may be sent again under it', () => {
  const key = '7b1c1f2e-0000-4000-8000-000000000003';
  assert.equal(log(key, 9999).ok, false);
  const before = runs();
  idOf(log(key));
  assert.equal(runs(), before + 1);
});

test('what was made and deleted since is not made a second time', () => {
  const key = '7b1c1f2e-0000-4000-8000-000000000004';
  const id = idOf(log(key));
  db.prepare("UPDATE run SET deleted_at = '2026-06-01T00:00:00.000Z' WHERE id = ?").run(id);
  const before = runs();
  assert.equal(idOf(log(key)), id);
  assert.equal(runs(), before);
});
