/** One refused document of every kind, and the one just inside. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { SENTENCES } from '../text/issues.ts';
import { withChanges, type Change } from './change.ts';
import type { SetupDocument } from './schema.ts';
import { validatePredict, validateSetup } from './validate.ts';

const BASE: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, continuousC: 30, burstC: 60 },
  esc: { continuousA: 40, burstA: 60, minSeries: 2, maxSeries: 4 },
  motor: { kvRpmPerVolt: 1000, poles: 14 },
  propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12 }
};
const fan = { kind: 'ducted-fan', diameterM: 0.07, blades: 11 };
const columns = (more: object): object => ({
  ...BASE.propulsor,
  coefficients: { advanceRatio: [0, 0.3], thrust: [0.1, 0.08], power: [0.045, 0.04], ...more }
});

/** What is set, the code it is refused with and where; null where it is taken. */
const CASES: [set: Record<string, unknown>, code: string | null, path?: string][] = [
  [{}, null],
  [{ 'esc.minSeries': 5 }, 'esc-cells-crossed', 'esc.minSeries'],
  [{ 'esc.minSeries': 4 }, null],
  [{ 'battery.burstC': 29 }, 'burst-c-low', 'battery.burstC'],
  [{ 'battery.burstC': 30 }, null],
  [{ 'esc.burstA': 39 }, 'burst-a-low', 'esc.burstA'],
  [{ 'esc.burstA': 40 }, null],
  [{ 'motor.poles': 13 }, 'odd-poles', 'motor.poles'],
  [{ 'motor.poles': 12 }, null],
  [{ propulsor: { ...fan, hubDiameterM: 0.07 } }, 'hub-large', 'propulsor.hubDiameterM'],
  [{ propulsor: { ...fan, hubDiameterM: 0.069 } }, null],
  [{ propulsor: columns({ thrust: 0.1 }) }, 'columns-mixed', 'propulsor.coefficients'],
  [{ propulsor: columns({ advanceRatio: undefined }) }, 'columns-mixed', 'propulsor.coefficients'],
  [{ propulsor: columns({ thrust: [0.1, 0.08, 0.02] }) }, 'columns-length', 'propulsor.coefficients'],
  [
    { propulsor: columns({ advanceRatio: [0.3, 0.3] }) },
    'columns-order',
    'propulsor.coefficients.advanceRatio'
  ],
  [{ propulsor: columns({ power: [0, 0.04] }) }, 'power-coefficient', 'propulsor.coefficients.power'],
  [{ propulsor: columns({}) }, null],
  // figure of merit CT^1.5 √(2/π)/CP of 1 at CT 0.1: CP 0.02523
  [
    { propulsor: { ...BASE.propulsor, coefficients: { thrust: 0.1, power: 0.0252 } } },
    'merit-above-one',
    'propulsor.coefficients'
  ],
  [{ propulsor: { ...BASE.propulsor, coefficients: { thrust: 0.1, power: 0.0253 } } }, null],
  [{ propulsor: { ...fan, coefficients: { thrust: 0.9, power: 0.5 } } }, null],
  // in flight a figure of merit means nothing
  [{ propulsor: columns({ advanceRatio: [0.2, 0.4], power: [0.02, 0.02] }) }, null],
  [{ 'battery.cutoffCellV': 1.4 }, 'cutoff-low', 'battery.cutoffCellV'],
  [{ 'battery.cutoffCellV': 1.5 }, null],
  [{ 'battery.chemistry': 'nimh', 'battery.cutoffCellV': 0.9 }, null],
  [{ 'battery.series': -1 }, 'range', 'battery.series'],
  [{ 'battery.series': 61 }, 'range', 'battery.series'],
  [{ 'battery.series': 60 }, null],
  [{ 'battery.series': 2.5 }, 'type', 'battery.series'],
  [{ 'battery.capacityAh': 0 }, 'range', 'battery.capacityAh'],
  [{ 'battery.chemistry': 'lead' }, 'choice', 'battery.chemistry'],
  [{ 'craft.massKg': null }, 'type', 'craft.massKg'],
  [{ 'motor.name': 'x'.repeat(121) }, 'length', 'motor.name'],
  [{ 'motor.name': 'x'.repeat(120) }, null],
  [{ format: 'iskarn.setup/2' }, 'constant', 'format'],
  [{ propulsor: { kind: 'oar', diameterM: 1 } }, 'propulsor-kind', 'propulsor']
];

for (const [set, code, path] of CASES)
  test(`${JSON.stringify(set).slice(0, 90)}: ${code ?? 'taken'}`, () => {
    const changes = Object.entries(set).map(([at, value]) => ({ path: at, value }) as Change);
    const checked = validateSetup(JSON.parse(JSON.stringify(withChanges(BASE, changes))));
    if (code === null) {
      assert.ok(checked.ok, JSON.stringify(checked));
      assert.deepEqual(checked.notes, []);
      return;
    }
    assert.ok(!checked.ok);
    assert.deepEqual([checked.errors[0].code, checked.errors[0].path], [code, path]);
    assert.equal(checked.errors[0].severity, 'error');
    assert.match(checked.errors[0].message, /\.$|\?$/, 'a sentence');
    // the same refusal inside a request says where in the request
    const asked = validatePredict({ setup: JSON.parse(JSON.stringify(withChanges(BASE, changes))) });
    assert.ok(!asked.ok && asked.errors[0].path === `setup.${path}`);
  });

test('a field that no schema knows is told and refuses nothing; hundreds of them are another document', () => {
  const odd = validateSetup({ ...BASE, colour: 'red', motor: { ...BASE.motor, windings: 9 } });
  assert.ok(odd.ok);
  assert.deepEqual([...odd.notes].sort(), [
    '"colour" is not a field Iskarn knows; it was not used.',
    '"motor.windings" is not a field Iskarn knows; it was not used.'
  ]);
  const many = (n: number): object =>
    Object.fromEntries(Array.from({ length: n }, (_, k) => [`field${k}`, k]));
  const some = validateSetup({ ...BASE, ...many(80) });
  assert.ok(some.ok);
  assert.equal(some.notes.length, 51);
  assert.equal(some.notes[50], 'and 30 more fields that were not used.');
  const other = validateSetup({ ...BASE, ...many(300) });
  assert.ok(!other.ok && other.errors[0].code === 'other-document');
});

test('a point is fed in one way only', () => {
  const ask = (point: object) => validatePredict({ setup: BASE, points: [{ throttle: 1 }, point] });
  assert.ok(ask({ stateOfCharge: 0.5 }).ok);
  const both = ask({ stateOfCharge: 0.5, restingCellV: 3.8 });
  assert.ok(!both.ok);
  assert.deepEqual([both.errors[0].code, both.errors[0].path], ['several-supplies', 'points.1']);
  assert.ok(!ask({ batteryVoltageV: 11, restingCellV: 3.8 }).ok);
});

test('a missing figure is named in words', () => {
  const { motor: _motor, ...rest } = BASE;
  const checked = validateSetup(rest);
  assert.ok(!checked.ok);
  assert.deepEqual([checked.errors[0].code, checked.errors[0].path], ['missing', 'motor']);
  const bare = validateSetup({ ...BASE, motor: {} });
  assert.ok(!bare.ok);
  assert.equal(bare.errors[0].message, 'motor lacks "kvRpmPerVolt" (KV); add it.');
});

test('limits are told as they are: above, from, up to', () => {
  const say = SENTENCES.range as (v: object) => string;
  assert.equal(
    say({ name: 'x', value: 0, above: 0, high: 5 }),
    'x is 0; it should be more than 0 and at most 5.'
  );
  assert.equal(
    say({ name: 'x', value: 0, low: 1, high: 5 }),
    'x is 0; it should be at least 1 and at most 5.'
  );
  assert.equal(say({ name: 'x', value: 0, low: 1 }), 'x is 0; it should be at least 1.');
  assert.equal(say({ name: 'x', value: 0, above: 1 }), 'x is 0; it should be more than 1.');
  assert.equal(say({ name: 'x', value: 9, high: 5 }), 'x is 9; it should be at most 5.');
});
