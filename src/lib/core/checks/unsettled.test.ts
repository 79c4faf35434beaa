import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { withChanges, type Change } from '../document/change.ts';
import { mendingOf } from '../alternatives/put-right.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { runChecks } from './run-checks.ts';
import { unsettledOf } from './unsettled.ts';

const KNOWN = withChanges(PLANE, [
  { path: 'esc.maxSeries', value: 6 },
  { path: 'motor.maxCurrentA', value: 60 }
]);
const open = (changes: Change[]): string[] =>
  unsettledOf(runChecks(analysisOf(withChanges(KNOWN, changes), { bands: false }))).map((u) => u.id);

test('a limit that decides is unsettled where every check that answers it lacks a figure', () => {
  assert.deepEqual(open([]), []);
  assert.deepEqual(open([{ path: 'motor.massKg', value: null }]), [], 'a current rating answers too');
  const bare: Change[] = [
    { path: 'motor.massKg', value: null },
    { path: 'motor.maxCurrentA', value: null }
  ];
  assert.deepEqual(open(bare), ['motor']);
  // a size in the name is a mass
  assert.deepEqual(open([...bare, { path: 'motor.name', value: '2820 920KV' }]), []);
  assert.deepEqual(open([{ path: 'esc.continuousA', value: null }]), ['esc']);
  assert.deepEqual(open([{ path: 'esc.maxSeries', value: null }]), ['esc-volts']);
  assert.deepEqual(open([{ path: 'battery.continuousC', value: null }]), ['pack']);
});

test('no proposal says that everything holds while what decides is not known', () => {
  const setup = withChanges(KNOWN, [
    { path: 'motor.massKg', value: null },
    { path: 'motor.maxCurrentA', value: null },
    { path: 'esc.continuousA', value: 20 }
  ]);
  const s = analysisOf(setup, { bands: false });
  const { putRight } = mendingOf(s, runChecks(s));
  assert.ok(putRight.length > 0);
  for (const offer of putRight) {
    assert.ok(!/everything holds/.test(offer.text), offer.text);
    assert.match(offer.text, /how hot the motor gets is not known|tight|over/);
  }
});
