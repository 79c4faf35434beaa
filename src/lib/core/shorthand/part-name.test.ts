import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { fieldTitle } from '../document/field-title.ts';
import type { SetupDocument } from '../document/schema.ts';
import { calledOf, isMadeOfFigures, withChangedNames } from './part-name.ts';

const NAMED: SetupDocument = {
  ...PLANE,
  battery: { ...PLANE.battery, name: '4S 2200 30C' },
  motor: { ...PLANE.motor, name: 'Reed 900' },
  esc: { ...PLANE.esc, name: 'Weir 40 *' },
  propulsor: { kind: 'propeller', name: '11x5.5', diameterM: 0.2794, pitchM: 0.1397, blades: 2 }
};
const names = (changes: Parameters<typeof withChangedNames>[1]) =>
  withChangedNames(NAMED, changes)
    .slice(changes.length)
    .map((c) => [c.path, c.value]);

test('a given name stays with what the part is now behind it; one made of figures goes with them', () => {
  assert.deepEqual(names([{ path: 'motor.kvRpmPerVolt', value: 950 }]), [
    [
      'motor.name',
      `Reed 900 (changed: 950 KV${PLANE.motor.massKg ? `, ${1000 * PLANE.motor.massKg} g` : ''})`
    ]
  ]);
  const [[, esc]] = names([{ path: 'esc.continuousA', value: 50 }]);
  assert.match(String(esc), /^Weir 40 \(changed: 50 A/);
  assert.deepEqual(names([{ path: 'propulsor.diameterM', value: 0.254 }]), [['propulsor.name', '']]);
  assert.deepEqual(names([{ path: 'battery.series', value: 3 }]), [['battery.name', '']]);
  // changed twice, it says what it is now, once
  const twice = { ...NAMED, esc: { ...NAMED.esc, name: String(esc) } };
  const again = withChangedNames(twice, [{ path: 'esc.continuousA', value: 70 }]).at(-1);
  assert.match(String(again?.value), /^Weir 40 \(changed: 70 A[^(]*\)$/);
});

test('what is exchanged brings its own name; what has none or is not touched gets none', () => {
  assert.deepEqual(
    names([
      { path: 'motor.name', value: 'Other' },
      { path: 'motor.kvRpmPerVolt', value: 1 }
    ]),
    []
  );
  assert.deepEqual(names([{ path: 'motorless', value: 1 }]), []);
});

test('a name is made of figures where nothing in it says more', () => {
  for (const [part, name, made] of [
    ['propulsor', '11x5.5', true],
    ['propulsor', '11 × 5.5 thin', true],
    ['propulsor', 'Heron 11x5.5', false],
    ['battery', '3S 2200 30C', true],
    ['motor', '2812 900KV', false],
    ['motor', '900KV 106g', true],
    ['esc', '60A 2-6S', true],
    ['esc', 'Weir 40', false]
  ] as const)
    assert.equal(isMadeOfFigures(part, name), made, name);
});

test('a size is said once: by the name, or beside it, never both', () => {
  assert.deepEqual(calledOf('propulsor', NAMED), { name: '', size: '11 × 5.5' });
  assert.equal(calledOf('motor', NAMED).name, 'Reed 900');
  const changed = { ...NAMED, esc: { ...NAMED.esc, name: 'Weir 40 (changed: 50 A)' } };
  assert.deepEqual(calledOf('esc', changed), { name: 'Weir 40 (changed: 50 A)', size: '' });
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
