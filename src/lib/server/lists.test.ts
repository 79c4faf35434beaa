import assert from 'node:assert/strict';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { closeDatabase, openDatabase } from './db/open.ts';
import { DEMO_CRAFTS } from './demo/crafts.ts';
import { seedDemo } from './demo/seed.ts';
import { besideOf, countSetups, listHangar, listSetupRows } from './lists.ts';
import { getSetup } from './setups.ts';

const folder = mkdtempSync(join(tmpdir(), 'iskarn-lists-'));
const db = openDatabase(folder);
seedDemo(db);
after(() => {
  closeDatabase(db);
  rmSync(folder, { recursive: true, force: true });
});

test('the hangar in pages: every craft once, in its order, with the setup in use and the others', () => {
  const whole = listHangar(db, 0, 100);
  assert.equal(whole.total, DEMO_CRAFTS.length);
  assert.deepEqual(
    whole.crafts.map((c) => [c.name, c.setups]),
    DEMO_CRAFTS.map((c) => [c.name, c.setups.length])
  );
  for (const craft of whole.crafts) {
    assert.ok(craft.used?.inUse, craft.name);
    assert.equal(craft.others.length, craft.setups - 1);
    assert.ok(!craft.others.some((o) => o.inUse || o.id === craft.used?.id));
  }
  const pages = [0, 3, 6, 9].flatMap((from) => listHangar(db, from, 3).crafts.map((c) => c.id));
  assert.deepEqual(
    pages,
    whole.crafts.map((c) => c.id)
  );
});

test('a craft’s setups: as many as are asked for, the open one and the one in use among them, in the order they were made', () => {
  const [craft] = listHangar(db, 0, 1).crafts;
  const all = listSetupRows(db, craft.id, 0);
  assert.equal(all.length, countSetups(db, craft.id));
  assert.deepEqual(
    all.map((r) => r.id),
    [...all.map((r) => r.id)].sort((a, b) => a - b)
  );
  const last = all[all.length - 1];
  const two = listSetupRows(db, craft.id, last.id, 2).map((r) => r.id);
  assert.deepEqual(two, [craft.used?.id, last.id].sort());
  assert.deepEqual(listSetupRows(db, craft.id, 0, 60, all.length), [], 'all are passed over');
  assert.equal(last.document().name, last.name);
  assert.equal(last.massKg, last.document().craft.massKg);
  db.prepare("UPDATE setup SET deleted_at = '2026-01-01' WHERE id = ?").run(last.id);
  assert.ok(!listSetupRows(db, craft.id, 0).some((r) => r.id === last.id));
  assert.equal(countSetups(db, craft.id), all.length - 1);
});

test('a list depends on the owned packs and the schools beside its setups', () => {
  const before = besideOf(db);
  assert.ok(before.packs.length > 0 && before.packs.every((p) => p.series >= 1));
  db.prepare("UPDATE part SET owned = 0 WHERE kind = 'battery'").run();
  assert.deepEqual(besideOf(db).packs, []);
});

test('a setup that nothing followed cannot be redone, one that was edited can be undone', () => {
  const [craft] = listHangar(db, 1, 1).crafts;
  const setup = getSetup(db, craft.used?.id ?? 0);
  assert.ok(setup.ok);
  assert.deepEqual([setup.value.canRedo, setup.value.redoLabel], [false, null]);
});
