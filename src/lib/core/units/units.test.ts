import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  FOOT_M,
  INCH_M,
  KM_PER_HOUR_MS,
  KNOT_MS,
  MILE_PER_HOUR_MS,
  OUNCE_KG,
  POUND_KG,
  radSToRpm,
  rpmToRadS
} from './convert.ts';
import { AIR_DENSITY_KG_M3, CELSIUS_ZERO_K, GRAVITY_MS2, WATER_DENSITY_KG_M3 } from './constants.ts';
import { displayUnit, QUANTITIES, type QuantityName } from './quantity.ts';
import { show, showUnit } from './show.ts';
import { unitOfField } from './unit-of-field.ts';

test('conversion factors are the exact ones (international yard and pound agreement, 1959; ISO 80000-3)', () => {
  assert.equal(INCH_M, 0.0254);
  assert.equal(FOOT_M, 0.3048);
  assert.equal(POUND_KG, 0.45359237);
  assert.ok(Math.abs(OUNCE_KG - POUND_KG / 16) < 1e-15);
  assert.ok(Math.abs(MILE_PER_HOUR_MS - (5280 * FOOT_M) / 3600) < 1e-12);
  assert.ok(Math.abs(KNOT_MS - 0.514444) < 1e-6);
  assert.ok(Math.abs(36 * KM_PER_HOUR_MS - 10) < 1e-12);
  assert.equal(GRAVITY_MS2, 9.80665);
  assert.equal(CELSIUS_ZERO_K, 273.15);
  assert.ok(Math.abs(AIR_DENSITY_KG_M3 - 1.225) < 1e-9 && Math.abs(WATER_DENSITY_KG_M3 - 999.1) < 0.05);
});

test('60 rpm are 2π radians per second, there and back', () => {
  assert.ok(Math.abs(rpmToRadS(60) - 2 * Math.PI) < 1e-12);
  assert.ok(Math.abs(radSToRpm(rpmToRadS(8403)) - 8403) < 1e-9);
});

test('numbers are shown with three digits, thousands apart from five digits up, minus signs as such', () => {
  for (const [value, text] of [
    [0, '0'],
    [31.27, '31.3'],
    [0.08449, '0.0845'],
    [7658.4, '7658'],
    [12_400.2, '12 400'],
    [1_234_567, '1 234 567'],
    [-0.9668, '−0.967'],
    [-1568, '−1568'],
    [-15_680, '−15 680'],
    [1e-9, '0.000000'],
    [Number.NaN, 'not known'],
    [Infinity, 'not known'],
    [-Infinity, 'not known']
  ] as const)
    assert.equal(show(value), text, `${value}`);
  assert.equal(show(31.27, 2), '31');
  assert.equal(show(0.0106103, 4), '0.01061');
  assert.equal(showUnit(16.48, 'V', 4), '16.48 V');
  assert.equal(showUnit(3, ''), '3.00');
});

test('a chosen unit is used, an unknown one is not, and no name of an object’s own is taken for one', () => {
  assert.equal(displayUnit('propLength').label, 'in');
  assert.equal(displayUnit('propLength', { propLength: 'mm' }).inSi, 0.001);
  assert.equal(displayUnit('propLength', { propLength: 'furlong' }).label, 'in');
  assert.equal(displayUnit('speed', { speed: 'constructor' }).label, 'm/s');
  assert.equal(displayUnit('speed', { mass: 'oz' }).label, 'm/s');
});

test('every way to show a quantity: one of it in SI', () => {
  // one of each unit in SI (NIST SP 811, 2008, appendix B; grams and ounces of thrust by standard gravity)
  const one: Record<string, number> = {
    'propLength in': 0.0254,
    'screwLength mm': 0.001,
    'length ft': 0.3048,
    'area dm2': 0.01,
    'area ft2': 0.09290304,
    'mass g': 0.001,
    'mass oz': 0.0283495,
    'craftMass lb': 0.4535924,
    'thrust g': 0.00980665,
    'thrust oz': 0.2780139,
    'speed km/h': 0.2777778,
    'speed mph': 0.44704,
    'speed kn': 0.5144444,
    'milliohm mΩ': 0.001,
    'capacity mAh': 0.001,
    'share %': 0.01,
    'minutes min': 60
  };
  for (const [id, si] of Object.entries(one)) {
    const [quantity, unit] = id.split(' ') as [QuantityName, string];
    const inSi = (QUANTITIES[quantity] as Record<string, { inSi: number }>)[unit].inSi;
    assert.ok(Math.abs(inSi / si - 1) < 1e-6, `${id}: ${inSi}`);
  }
  for (const units of Object.values(QUANTITIES))
    for (const u of Object.values(units)) assert.ok(u.step > 0 && u.digits >= 3 && u.inSi > 0);
});

test('the unit of a field is read from its ending', () => {
  for (const [field, unit] of [
    ['craft.wingAreaM2', 'm2'],
    ['motor.kvRpmPerVolt', 'rpm/V'],
    ['esc.maxElectricalRpm', 'rpm'],
    ['motor.resistanceOhm', 'ohm'],
    ['motor.lineInductanceH', 'H'],
    ['battery.capacityAh', 'Ah'],
    ['craft.massKg', 'kg'],
    ['motor.timingDeg', 'deg'],
    ['propulsor.diameterM', 'm'],
    ['esc.continuousA', 'A'],
    ['battery.cutoffCellV', 'V'],
    ['motor.maxPowerW', 'W'],
    ['battery.continuousC', 'C'],
    ['battery.series', ''],
    ['gearRatio', '']
  ])
    assert.equal(unitOfField(field), unit, field);
});
