import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../../core/document/schema.ts';
import { collide, chosenDocument } from './conflict.ts';
import { dropDraft, keepDraft, readDraft, type DraftStorage } from './draft.ts';
import { mayYetSucceed } from '../../api/client.ts';
import { fieldOwnsUndo } from './undo-keys.ts';

const document = (series = 3, kv = 1000): SetupDocument => ({
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1 },
  battery: { chemistry: 'lipo', series, capacityAh: 2.2 },
  motor: { kvRpmPerVolt: kv },
  propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12 }
});

function storage(): DraftStorage & { kept: Map<string, string> } {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
    removeItem: (key) => void kept.delete(key)
  };
}

test('a draft comes back as it was kept, and is gone when it is dropped', () => {
  const s = storage();
  assert.equal(readDraft(s, 4), null);
  const draft = { document: document(4), label: 'cells', revision: 7, base: document() };
  keepDraft(s, 4, draft);
  assert.deepEqual(readDraft(s, 4), draft);
  assert.equal(readDraft(s, 5), null, 'each setup has its own');
  dropDraft(s, 4);
  assert.equal(readDraft(s, 4), null);
});

test('a damaged draft is set aside, not thrown away, and breaks nothing', () => {
  for (const text of [
    '{',
    'null',
    '[]',
    '7',
    '"x"',
    '{"document":null}',
    '{"document":{"format":"iskarn.setup/1"}}',
    '{"document":{"format":"x"}}'
  ]) {
    const s = storage();
    s.setItem('iskarn-draft-4', text);
    assert.equal(readDraft(s, 4), 'damaged', text);
    assert.equal(s.kept.get('iskarn-damaged-draft-4'), text);
    assert.equal(readDraft(s, 4), null, 'only once');
  }
});

test('a draft of an earlier version names no revision: it never counts as newer', () => {
  const s = storage();
  s.setItem('iskarn-draft-4', JSON.stringify({ document: document(4), label: 'cells' }));
  const draft = readDraft(s, 4);
  assert.ok(draft && draft !== 'damaged');
  assert.equal(draft.revision, -1);
});

test('a browser that keeps nothing loses only the safety net', () => {
  const none: DraftStorage = {
    getItem: () => {
      throw new Error('forbidden');
    },
    setItem: () => {
      throw new Error('full');
    },
    removeItem: () => {
      throw new Error('forbidden');
    }
  };
  keepDraft(none, 1, { document: document(), label: '', revision: 1, base: document() });
  dropDraft(none, 1);
  assert.equal(readDraft(none, 1), null);
});

const stored = (d: SetupDocument) => ({
  id: 1,
  revision: 9,
  craftId: 1,
  document: d,
  inUse: true,
  pinned: true,
  canUndo: true,
  canRedo: false,
  undoLabel: null,
  redoLabel: null,
  changedFrom: null
});

test('edits that met elsewhere: the same, merged, or put to the user', () => {
  const base = document();
  assert.equal(collide(base, document(4), 'mine', stored(document(4)), false).kind, 'same');
  const merged = collide(base, document(4), 'mine', stored(document(3, 900)), false);
  assert.ok(merged.kind === 'merged' && merged.document.battery.series === 4);
  assert.equal(merged.document.motor.kvRpmPerVolt, 900);
  const choice = collide(base, document(4, 800), 'mine', stored(document(5)), false);
  assert.ok(choice.kind === 'choose');
  assert.deepEqual(
    choice.conflict.figures.map((f) => [f.path, f.disputed]),
    [
      ['battery.series', true],
      ['motor.kvRpmPerVolt', false]
    ]
  );
  const picked = chosenDocument(choice.conflict, ['motor.kvRpmPerVolt']);
  assert.deepEqual([picked.battery.series, picked.motor.kvRpmPerVolt], [5, 800]);
  // a draft is asked for even where nothing is disputed
  assert.equal(collide(base, document(4), 'mine', stored(document(3, 900)), true).kind, 'choose');
});

test('only what may succeed is sent again', () => {
  const refused = (status: number) => ({ ok: false as const, status, message: '' });
  for (const status of [0, 408, 429, 502, 503, 504, 507])
    assert.ok(mayYetSucceed(refused(status)), String(status));
  for (const status of [400, 403, 404, 409, 413, 422, 500])
    assert.ok(!mayYetSucceed(refused(status)), String(status));
});

test('Ctrl+Z in a text field is the field’s; a figure’s only while something is typed', () => {
  assert.equal(fieldOwnsUndo(null), false);
  for (const field of [
    { tagName: 'TEXTAREA' },
    { tagName: 'INPUT', type: 'text' },
    { tagName: 'INPUT', type: 'search' },
    { tagName: 'DIV', isContentEditable: true },
    { tagName: 'INPUT', type: 'text', dataset: { figure: 'typed' } }
  ])
    assert.equal(fieldOwnsUndo(field), true, JSON.stringify(field));
  for (const field of [
    { tagName: 'BODY' },
    { tagName: 'BUTTON' },
    { tagName: 'SELECT' },
    { tagName: 'INPUT', type: 'checkbox' },
    { tagName: 'INPUT', type: 'range' },
    { tagName: 'INPUT', type: 'text', dataset: { figure: 'taken' } }
  ])
    assert.equal(fieldOwnsUndo(field), false, JSON.stringify(field));
});
