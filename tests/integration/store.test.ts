import assert from 'node:assert/strict';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { listCrafts } from '../../src/lib/server/crafts.ts';
import { migrate, openDatabase } from '../../src/lib/server/db/open.ts';
import { seedDemo } from '../../src/lib/server/demo/seed.ts';
import { createPart, editPart, listParts, markPart } from '../../src/lib/server/parts.ts';
import {
  createSetup,
  deleteSetup,
  duplicateSetup,
  editSetup,
  getSetup,
  listRevisions,
  listSetups,
  redoSetup,
  restoreSetup,
  undoSetup,
  useSetup
} from '../../src/lib/server/setups.ts';

const folder = mkdtempSync(join(tmpdir(), 'iskarn-store-'));
const db = openDatabase(folder);
seedDemo(db);
after(() => {
  db.close();
  rmSync(folder, { recursive: true, force: true });
});

const value = <T>(outcome: { ok: true; value: T } | { ok: false; message: string }): T => {
  assert.ok(outcome.ok, JSON.stringify(outcome));
  return outcome.value;
};

test('demo: at least two fixed-wing craft, 12 motors, 20 propulsors, 8 ESCs, 10 packs; seeding again adds nothing', () => {
  assert.ok(listCrafts(db).filter((c) => c.kind === 'fixed-wing').length >= 2);
  for (const [kind, least] of [
    ['motor', 12],
    ['propulsor', 20],
    ['esc', 8],
    ['battery', 10]
  ] as const)
    assert.ok(listParts(db, kind).length >= least, kind);
  const before = listParts(db).length;
  seedDemo(db);
  assert.equal(listParts(db).length, before);
});

test('an edit is a revision; undo and redo walk them, also after reopening the file', () => {
  const first = listSetups(db)[0];
  const edited = { ...first.document, name: 'one' };
  value(editSetup(db, first.id, edited, 'first edit'));
  value(editSetup(db, first.id, { ...edited, name: 'two' }, 'second edit'));
  const again = openDatabase(folder);
  try {
    const undone = value(undoSetup(again, first.id));
    assert.equal(undone.document.name, 'one');
    assert.equal(undone.redoLabel, 'second edit');
    assert.equal(value(undoSetup(again, first.id)).document.name, first.document.name);
    assert.equal(undoSetup(again, first.id).ok, false);
    assert.equal(value(redoSetup(again, first.id)).document.name, 'one');
    assert.equal(value(redoSetup(again, first.id)).document.name, 'two');
    assert.equal(redoSetup(again, first.id).ok, false);
    assert.equal(listRevisions(again, first.id).length, 3);
  } finally {
    again.close();
  }
});

test('an edit after an undo goes its own way; the same document again is no edit', () => {
  const { id } = listSetups(db)[1];
  const { document } = value(getSetup(db, id));
  value(editSetup(db, id, { ...document, name: 'left' }, 'left'));
  value(undoSetup(db, id));
  value(editSetup(db, id, { ...document, name: 'right' }, 'right'));
  value(editSetup(db, id, { ...document, name: 'right' }, 'right again'));
  assert.equal(listRevisions(db, id).length, 3);
  assert.equal(value(undoSetup(db, id)).redoLabel, 'right');
});

test('bad input stores nothing and names the field', () => {
  const { id, document } = listSetups(db)[0];
  const before = listRevisions(db, id).length;
  const bad = editSetup(db, id, { ...document, battery: { ...document.battery, series: 4000 } }, 'bad');
  assert.ok(!bad.ok && bad.code === 'invalid');
  assert.match(bad.message, /cells in series is 4000; it should be 1 and at most 60/);
  assert.equal(listRevisions(db, id).length, before);
  assert.deepEqual(value(getSetup(db, id)).document, document);
});

test('duplicate, use, delete, restore; a second setup does not take "in use" away by itself', () => {
  const original = listSetups(db)[0];
  const copy = value(duplicateSetup(db, original.id));
  assert.match(copy.document.name ?? '', /copy$/);
  assert.equal(copy.inUse, false);
  value(useSetup(db, copy.id));
  assert.equal(listSetups(db, original.craftId).filter((s) => s.inUse).length, 1);
  value(deleteSetup(db, copy.id));
  assert.equal(getSetup(db, copy.id).ok, false);
  assert.equal(deleteSetup(db, copy.id).ok, false);
  assert.equal(value(restoreSetup(db, copy.id)).id, copy.id);
});

test('a craft that is not there takes no setup', () => {
  const made = createSetup(db, 99999, listSetups(db)[0].document);
  assert.ok(!made.ok && made.code === 'not-found');
});

test('parts: created, changed, taken off the shelf and put back; nonsense is refused', () => {
  const made = value(
    createPart(db, { kind: 'esc', name: 'Test 33', document: { continuousA: 33 }, owned: true })
  );
  assert.equal(made.owned, true);
  assert.equal(value(editPart(db, made.id, { ...made, name: 'Test 35' })).name, 'Test 35');
  value(markPart(db, made.id, true));
  assert.ok(!listParts(db, 'esc').some((p) => p.id === made.id));
  value(markPart(db, made.id, false));
  assert.ok(listParts(db, 'esc').some((p) => p.id === made.id));
  for (const bad of [
    { kind: 'wing', name: 'x', document: {} },
    { kind: 'esc', name: ' ', document: {} },
    { kind: 'esc', name: 'x', document: { continuousA: -1 } }
  ])
    assert.equal(createPart(db, bad).ok, false);
});

test('a file from a newer program is refused in words', () => {
  const other = mkdtempSync(join(tmpdir(), 'iskarn-newer-'));
  const newer = openDatabase(other);
  newer.pragma('user_version = 999');
  assert.throws(() => migrate(newer), /Update the program/);
  newer.close();
  rmSync(other, { recursive: true, force: true });
});
