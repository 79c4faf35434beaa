import assert from 'node:assert/strict';
import { test } from 'node:test';
import { DEMO_CRAFTS, setupDocument } from '../../server/demo/crafts.ts';
import { predict } from '../predict/predict.ts';
import { belongingsOf, completeChanges, withBelongings } from './belongings.ts';
import { withChanges, type Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';

const base: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'multirotor', massKg: 0.255 },
  battery: {
    chemistry: 'lipo',
    series: 4,
    capacityAh: 0.65,
    continuousC: 60,
    burstC: 120,
    cellResistanceOhm: 0.012,
    massKg: 0.08
  },
  esc: { continuousA: 20, burstA: 25, massKg: 0.008, resistanceOhm: 0.004 },
  motor: { kvRpmPerVolt: 3800, massKg: 0.017 },
  count: 4,
  propulsor: { kind: 'propeller', diameterM: 0.0762, pitchM: 0.05, massKg: 0.0012, maxRpm: 40000 }
};
const exchange = (changes: Change[]) => withBelongings(base, withChanges(base, changes), changes);

test('a larger pack brings its weight, its resistance and the craft’s all-up weight, and says so', () => {
  const { document, said } = exchange([{ path: 'battery.capacityAh', value: 1.65 }]);
  // 80 g × 1.65/0.65 = 203 g; the craft gains the difference
  assert.ok(Math.abs((document.battery.massKg ?? 0) - 0.2031) < 1e-4, `${document.battery.massKg} kg`);
  assert.ok(Math.abs(document.craft.massKg - (0.255 + 0.1231)) < 6e-4, `${document.craft.massKg} kg`);
  assert.ok(Math.abs((document.battery.cellResistanceOhm ?? 0) - (0.012 * 0.65) / 1.65) < 1e-5);
  assert.match(said.join(), /All-up weight 255 g → 378 g: the pack adds 123 g/);
  assert.equal(document.sources?.['battery.massKg' as never], 'estimated');
});

test('the demo’s small quadcopter cannot have the time of a larger pack at the weight of the old one', () => {
  const gnat = DEMO_CRAFTS.find((c) => c.name === 'Gnat');
  assert.ok(gnat);
  const setup = setupDocument(gnat, gnat.setups[0]);
  const changes = [{ path: 'battery.capacityAh', value: 1.65 }];
  const honest = withBelongings(setup, withChanges(setup, changes), changes).document;
  const time = (d: SetupDocument): number =>
    predict({ setup: d, bands: false, checks: false }).endurance.find((e) => e.at === 'hover')?.seconds ?? 0;
  const [light, heavy] = [time(withChanges(setup, changes)), time(honest)];
  assert.ok(honest.craft.massKg > setup.craft.massKg + 0.05, `${honest.craft.massKg} kg`);
  assert.ok(heavy < 0.9 * light, `${light} s at the old weight, ${heavy} s at its own`);
});

test('a pack without a weight counts by its estimate; a fixed all-up weight moves by the difference', () => {
  const bare: SetupDocument = { ...base, battery: { ...base.battery, massKg: null } };
  const changes = [{ path: 'battery.capacityAh', value: 1.3 }];
  const { document } = withBelongings(bare, withChanges(bare, changes), changes);
  // 14.8 V × 0.65 Ah / 145 Wh/kg = 66 g more
  assert.ok(Math.abs(document.craft.massKg - 0.255 - (14.8 * 0.65) / 145) < 6e-4, `${document.craft.massKg}`);
});

test('an airframe’s weight stays; the sum follows by itself and is said', () => {
  const framed: SetupDocument = { ...base, craft: { ...base.craft, airframeMassKg: 0.1 } };
  const changes = [{ path: 'battery.capacityAh', value: 1.3 }];
  const { changes: more, said } = belongingsOf(framed, withChanges(framed, changes), changes);
  assert.ok(!more.some((c) => c.path === 'craft.massKg'));
  assert.match(said.join(), /All-up weight .* → .*the pack adds/);
});

test('an ESC’s burst rating, resistance and weight go with its rating, times the number of them', () => {
  const { document } = exchange([{ path: 'esc.continuousA', value: 40 }]);
  assert.equal(document.esc?.burstA, 50);
  assert.equal(document.esc?.resistanceOhm, 0.002);
  const each = (document.esc?.massKg ?? 0) - 0.008;
  assert.ok(each > 0.004 && Math.abs(document.craft.massKg - base.craft.massKg - 4 * each) < 6e-4);
});

test('figures that are changed on purpose are left alone', () => {
  const { document, said } = exchange([
    { path: 'battery.capacityAh', value: 1.3 },
    { path: 'battery.massKg', value: 0.1 },
    { path: 'craft.massKg', value: 0.3 },
    { path: 'battery.cellResistanceOhm', value: 0.01 }
  ]);
  assert.equal(document.battery.massKg, 0.1);
  assert.equal(document.craft.massKg, 0.3);
  assert.equal(document.battery.cellResistanceOhm, 0.01);
  assert.deepEqual(said, []);
});

test('a weight that becomes known, a name or a note is no exchange', () => {
  for (const changes of [
    [{ path: 'battery.massKg', value: 0.09 }],
    [{ path: 'battery.name', value: 'another label' }],
    [{ path: 'motor.resistanceOhm', value: 0.1 }]
  ] as Change[][])
    assert.equal(exchange(changes).document.craft.massKg, base.craft.massKg, JSON.stringify(changes));
});

test('burst C keeps its ratio to the continuous C; a propulsor’s rpm limit keeps its tip speed', () => {
  assert.equal(exchange([{ path: 'battery.continuousC', value: 90 }]).document.battery.burstC, 180);
  const larger = exchange([{ path: 'propulsor.diameterM', value: 0.1016 }]).document.propulsor;
  assert.equal(larger.maxRpm, 30000);
  assert.ok((larger.massKg ?? 0) > 0.0012);
});

test('a whole part from the shelf keeps its own figures and moves the all-up weight', () => {
  const swapped: SetupDocument = {
    ...base,
    battery: { chemistry: 'lipo', series: 4, capacityAh: 1.3, cellResistanceOhm: 0.004, massKg: 0.15 }
  };
  const { document } = withBelongings(base, swapped);
  assert.equal(document.battery.cellResistanceOhm, 0.004);
  assert.equal(document.battery.massKg, 0.15);
  assert.ok(Math.abs(document.craft.massKg - 0.325) < 1e-9, `${document.craft.massKg}`);
  const unknown = withBelongings(base, { ...base, motor: { kvRpmPerVolt: 3000 } });
  assert.equal(unknown.document.craft.massKg, base.craft.massKg);
  assert.match(unknown.said.join(), /weight of the motor is not known/);
});

test('what is there and back again leaves the weight where it was', () => {
  const there = completeChanges(base, [{ path: 'battery.capacityAh', value: 1.3 }]);
  const away = withChanges(base, there);
  const home = withChanges(away, completeChanges(away, [{ path: 'battery.capacityAh', value: 0.65 }]));
  assert.ok(Math.abs(home.craft.massKg - base.craft.massKg) < 1e-4, `${home.craft.massKg}`);
  assert.deepEqual(completeChanges(away, there), [...there], 'complete changes need nothing more');
});
