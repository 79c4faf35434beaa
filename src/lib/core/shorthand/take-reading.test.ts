import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { validateSetup } from '../document/validate.ts';
import { parseShorthand } from './parse.ts';
import { takeReading } from './take-reading.ts';

const SETUP: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.2 },
  battery: {
    chemistry: 'liion',
    series: 4,
    parallel: 2,
    capacityAh: 6,
    continuousC: 8,
    cellResistanceOhm: 0.02,
    massKg: 0.5
  },
  esc: { name: 'Old', continuousA: 40, burstA: 60, maxSeries: 6, resistanceOhm: 0.002, becKind: 'linear' },
  motor: {
    name: 'Old',
    kvRpmPerVolt: 800,
    resistanceOhm: 0.05,
    noLoadCurrentA: 1,
    maxCurrentA: 30,
    massKg: 0.12,
    poles: 14
  },
  propulsor: {
    kind: 'propeller',
    diameterM: 0.28,
    pitchM: 0.14,
    blades: 3,
    family: 'sport',
    maxRpm: 9000,
    coefficients: { thrust: 0.1, power: 0.05 }
  },
  sources: { 'motor.resistanceOhm': 'measured', 'battery.capacityAh': 'estimated' }
};
const take = (part: 'battery' | 'esc' | 'motor' | 'propulsor', text: string, setup = SETUP) =>
  takeReading(setup, part, parseShorthand(part, text), text);

test('a motor’s label replaces the motor: the old winding is not inherited, it will be estimated', () => {
  const { document, whole, estimated, unknown } = take('motor', '900KV 106g');
  assert.ok(whole, 'a KV names a motor');
  assert.equal(document.motor.kvRpmPerVolt, 900);
  assert.equal(document.motor.resistanceOhm, undefined);
  assert.equal(document.motor.poles, 14);
  assert.equal(document.motor.name, undefined, 'a name made of figures would have to follow them');
  assert.deepEqual(estimated, ['winding resistance', 'no-load current']);
  assert.deepEqual(unknown, ['current rating']);
  assert.deepEqual(document.sources, { 'battery.capacityAh': 'estimated', motor: 'label' });
  assert.ok(validateSetup(document).ok, 'a valid document');
});

test('a pack’s label replaces the pack, its chemistry being LiPo unless it says otherwise', () => {
  const { document, unknown } = take('battery', '3S 2200');
  assert.deepEqual(document.battery, {
    chemistry: 'lipo',
    parallel: 1,
    series: 3,
    capacityAh: 2.2
  });
  assert.deepEqual(unknown, ['C', 'weight']);
  assert.equal(take('battery', '3s2p 5Ah li-ion').document.battery.chemistry, 'liion');
});

test('less than a whole part corrects the one that is there, and marks its name', () => {
  const { document, whole } = take('battery', '30C');
  assert.equal(whole, false);
  assert.equal(document.battery.continuousC, 30);
  assert.equal(document.battery.capacityAh, 6);
  assert.equal(take('esc', '5V/3A').document.esc?.name, 'Old (changed: 40 A, to 6S)');
  assert.equal(take('esc', '5V/3A').document.sources?.['esc.becV' as never], 'label');
  assert.equal(take('esc', '5V/3A').document.esc?.continuousA, 40);
});

test('a propeller’s size replaces the propeller but not its family; measured columns belong to the old one', () => {
  const { document } = take('propulsor', '11x5.5');
  assert.equal(document.propulsor.blades, 2);
  assert.equal(document.propulsor.kind === 'propeller' && document.propulsor.family, 'sport');
  assert.equal(document.propulsor.coefficients, undefined);
  assert.equal(take('propulsor', '8x4x3').document.propulsor.blades, 3);
});

test('a screw stays a screw', () => {
  const boat: SetupDocument = {
    ...SETUP,
    craft: { kind: 'boat', massKg: 3 },
    propulsor: { kind: 'surface-drive', diameterM: 0.05, pitchM: 0.07, blades: 2, immersion: 0.4 }
  };
  const { document } = take('propulsor', '42 mm x1.4', boat);
  assert.deepEqual(document.propulsor, {
    kind: 'surface-drive',
    diameterM: 0.042,
    pitchM: 0.0588,
    blades: 2,
    immersion: 0.4
  });
});

test('nothing of the given setup is touched, and nonsense changes nothing but is no whole part', () => {
  const before = structuredClone(SETUP);
  const { whole } = take('motor', 'blue one');
  assert.equal(whole, false);
  assert.deepEqual(SETUP, before);
});
