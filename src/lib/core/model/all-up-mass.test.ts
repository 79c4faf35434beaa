import assert from 'node:assert/strict';
import { test } from 'node:test';
import { interpretSetup } from './interpret.ts';
import type { SetupDocument } from '../document/schema.ts';
import { partMasses, withAllUpMass } from './all-up-mass.ts';

const SETUP: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 9 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, massKg: 0.185 },
  esc: { continuousA: 40, massKg: 0.038 },
  motor: { kvRpmPerVolt: 900, massKg: 0.106 },
  count: 2,
  propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12, massKg: 0.018 }
};

test('a fixed all-up weight is left alone', () => {
  assert.equal(withAllUpMass(SETUP), SETUP);
});

test('with an airframe, the chosen parts add to it, motors and ESCs by their number', () => {
  const settled = withAllUpMass({ ...SETUP, craft: { ...SETUP.craft, airframeMassKg: 0.7 } });
  const sum = 0.7 + 0.185 + 2 * (0.038 + 0.106 + 0.018);
  assert.ok(Math.abs(settled.craft.massKg - sum) < 1e-6, `${settled.craft.massKg} for ${sum} kg`);
  assert.equal(SETUP.craft.massKg, 9, 'the given document is untouched');
});

test('the prediction flies the settled weight, so that a heavier pack counts', () => {
  const craft = { ...SETUP.craft, airframeMassKg: 0.7 };
  const light = interpretSetup({ ...SETUP, craft }).setup.craft.massKg;
  const heavy = interpretSetup({ ...SETUP, craft, battery: { ...SETUP.battery, massKg: 0.385 } }).setup.craft
    .massKg;
  assert.ok(Math.abs(heavy - light - 0.2) < 1e-6, `${heavy} after ${light}`);
});

test('a separate receiver supply weighs too', () => {
  const titles = partMasses({ ...SETUP, receiverSupply: { kind: 'switching', massKg: 0.009 } }).map(
    (p) => p.title
  );
  assert.ok(titles.includes('receiver supply'), titles.join());
});

/** Masses of everyday parts, from memory of parts on a scale; the estimate should come within a third. */
const EVERYDAY: [what: string, setup: Partial<SetupDocument>, title: string, kg: number][] = [
  ['3S 2.2 Ah LiPo', { battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2 } }, 'pack', 0.18],
  ['6S 5 Ah LiPo', { battery: { chemistry: 'lipo', series: 6, capacityAh: 5 } }, 'pack', 0.76],
  ['4S 0.65 Ah LiPo', { battery: { chemistry: 'lipo', series: 4, capacityAh: 0.65 } }, 'pack', 0.078],
  ['6S 10.5 Ah Li-ion', { battery: { chemistry: 'liion', series: 6, capacityAh: 10.5 } }, 'pack', 1.1],
  ['4-cell 2 Ah NiMH', { battery: { chemistry: 'nimh', series: 4, capacityAh: 2 } }, 'pack', 0.16],
  ['60 A ESC', { esc: { continuousA: 60 }, count: 1 }, 'ESC', 0.055],
  ['20 A ESC', { esc: { continuousA: 20 }, count: 1 }, 'ESC', 0.02]
];
for (const [what, change, title, kg] of EVERYDAY)
  test(`a ${what} without a mass is estimated near ${kg} kg and says so`, () => {
    const found = partMasses({ ...SETUP, ...change }).find((p) => p.title === title);
    assert.ok(found, `${title} is listed`);
    assert.equal(found.estimated, true);
    assert.ok(Math.abs(found.kg / kg - 1) < 0.33, `${found.kg} kg`);
  });
