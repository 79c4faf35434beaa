import assert from 'node:assert/strict';
import { test } from 'node:test';
import { randomSetups } from '../../../../tests/helpers/random-setup.ts';
import { withChanges } from './change.ts';
import { fieldTitle } from './field-title.ts';
import { differences, differentPaths, mergeFigures, withFigures } from './merge.ts';
import type { SetupDocument } from './schema.ts';
import { showValue } from './show-value.ts';

const base: SetupDocument = {
  format: 'iskarn.setup/1',
  name: 'Base',
  craft: { kind: 'fixed-wing', massKg: 1.2 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2 },
  motor: { kvRpmPerVolt: 1000 },
  propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127 },
  sources: { 'motor.kvRpmPerVolt': 'label' },
  fixed: ['motor']
};
const changed = (path: string, value: number | string | null): SetupDocument =>
  withChanges(base, [{ path, value }]);

test('changes of different figures both survive', () => {
  const merged = mergeFigures(base, changed('battery.series', 4), changed('motor.kvRpmPerVolt', 900));
  assert.deepEqual(merged.conflicts, []);
  assert.equal(merged.document.battery.series, 4);
  assert.equal(merged.document.motor.kvRpmPerVolt, 900);
  assert.deepEqual([merged.mine, merged.theirs], [['battery.series'], ['motor.kvRpmPerVolt']]);
});

test('one figure changed by both is a conflict unless both made the same of it', () => {
  const dispute = mergeFigures(base, changed('battery.series', 4), changed('battery.series', 5));
  assert.deepEqual(dispute.conflicts, [{ path: 'battery.series', mine: 4, theirs: 5 }]);
  assert.deepEqual(
    mergeFigures(base, changed('battery.series', 4), changed('battery.series', 4)).conflicts,
    []
  );
});

test('a propulsor of another kind is one figure, and so is a list; a source with a dot in its name too', () => {
  const screw: SetupDocument = {
    ...base,
    propulsor: { kind: 'submerged-screw', diameterM: 0.05, pitchM: 0.05 }
  };
  assert.deepEqual(differentPaths(base, screw), ['propulsor']);
  assert.equal(mergeFigures(base, screw, changed('propulsor.pitchM', 0.15)).conflicts.length, 1);
  assert.deepEqual(differentPaths(base, { ...base, fixed: ['esc'] }), ['fixed']);
  assert.deepEqual(differentPaths(base, { ...base, sources: { 'motor.kvRpmPerVolt': 'measured' } }), [
    'sources:motor.kvRpmPerVolt'
  ]);
});

test('a figure that is missing and one that is null are the same', () => {
  assert.deepEqual(differentPaths(base, { ...base, gearRatio: null }), []);
  assert.deepEqual(differences(base, { ...base, esc: { continuousA: 40 } }), [
    { path: 'esc', mine: null, theirs: { continuousA: 40 } }
  ]);
});

test('figures chosen of mine over theirs give just those; all of them give mine', () => {
  const next = randomSetups(3);
  for (let k = 0; k < 40; k++) {
    const [mine, theirs] = [next(), next()];
    const paths = differences(mine, theirs).map((d) => d.path);
    assert.deepEqual(differentPaths(withFigures(theirs, mine, paths), mine), []);
    assert.deepEqual(differentPaths(withFigures(theirs, mine, []), theirs), []);
    // merging with oneself, or with what did not change, changes nothing
    assert.deepEqual(differentPaths(mergeFigures(mine, mine, theirs).document, theirs), []);
    assert.deepEqual(differentPaths(mergeFigures(theirs, mine, theirs).document, mine), []);
  }
});

test('figures are named and shown in words', () => {
  assert.equal(fieldTitle('battery.series'), 'cells in series');
  assert.equal(fieldTitle('propulsor.diameterM'), 'diameter');
  assert.equal(fieldTitle('receiverSupply.outputV'), 'volts of the receiver supply');
  assert.equal(fieldTitle('name'), 'name');
  assert.equal(fieldTitle('motor.name'), 'name of the motor');
  assert.equal(fieldTitle('constructor'), 'constructor');
  assert.equal(showValue('battery.series', 4), '4');
  assert.match(showValue('craft.massKg', 1.25), /^1\.25.kg$/);
  assert.match(showValue('battery.cellResistanceOhm', 0.005515), /^5\.515.mΩ$/);
  assert.match(showValue('battery.massKg', 0.152), /^152.g$/);
  assert.equal(showValue('fixed', ['motor', 'esc']), 'motor, esc');
  assert.equal(showValue('propulsor', { name: '11 × 5.5', kind: 'propeller' }), '11 × 5.5');
  assert.equal(showValue('gearRatio', null), '–');
});

test('sources of different figures are no dispute; each goes with its own', () => {
  const mine: SetupDocument = { ...base, sources: { ...base.sources, 'battery.massKg': 'estimated' } };
  const theirs: SetupDocument = { ...base, sources: { 'esc.burstA': 'estimated' } };
  const merged = mergeFigures(base, mine, theirs);
  assert.deepEqual(merged.conflicts, []);
  assert.deepEqual(merged.document.sources, { 'esc.burstA': 'estimated', 'battery.massKg': 'estimated' });
});
