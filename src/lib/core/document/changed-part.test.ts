import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { withChangedNames } from './changed-part.ts';
import { fieldTitle } from './field-title.ts';
import type { SetupDocument } from './schema.ts';

const NAMED: SetupDocument = {
  ...PLANE,
  motor: { ...PLANE.motor, name: 'Reed 900' },
  esc: { ...PLANE.esc, name: 'Weir 40 *' }
};
const names = (changes: Parameters<typeof withChangedNames>[1]) =>
  withChangedNames(NAMED, changes)
    .slice(changes.length)
    .map((c) => [c.path, c.value]);

test('a part that is changed is no longer the one on the shelf: its name is marked, once', () => {
  assert.deepEqual(names([{ path: 'motor.kvRpmPerVolt', value: 950 }]), [['motor.name', 'Reed 900 *']]);
  assert.deepEqual(names([{ path: 'esc.continuousA', value: 50 }]), [['esc.name', 'Weir 40 *']]);
  // what is exchanged brings its own name; what has none or is not touched gets none
  assert.deepEqual(
    names([
      { path: 'motor.name', value: 'Other' },
      { path: 'motor.kvRpmPerVolt', value: 1 }
    ]),
    []
  );
  assert.deepEqual(
    names([
      { path: 'battery.series', value: 3 },
      { path: 'motorless', value: 1 }
    ]),
    []
  );
});

test('a figure in a hobbyist’s words, by its path', () => {
  for (const [path, title] of [
    ['motor.kvRpmPerVolt', 'KV'],
    ['propulsor.pitchM', 'pitch'],
    ['esc.name', 'name of the ESC'],
    ['craft.massKg', 'all-up weight'],
    ['motor.toString', 'toString'],
    ['nothing.here', 'here']
  ])
    assert.equal(fieldTitle(path), title, path);
});
