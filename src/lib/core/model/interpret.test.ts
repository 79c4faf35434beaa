/** A document made into numbers, by hand. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { interpretSetup, supplyOf } from './interpret.ts';

const BASE: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.5, wingAreaM2: 0.3 },
  environment: { airTemperatureC: 25 },
  battery: {
    chemistry: 'lipo',
    series: 4,
    parallel: 2,
    capacityAh: 4.4,
    cellResistanceOhm: 0.005,
    temperatureC: 25
  },
  wiring: { resistanceOhm: 0.003 },
  esc: { continuousA: 60, resistanceOhm: 0.002 },
  motor: { kvRpmPerVolt: 900, resistanceOhm: 0.03, noLoadCurrentA: 1.6, noLoadVoltageV: 10, poles: 14 },
  propulsor: { kind: 'propeller', diameterM: 0.2794, pitchM: 0.1397, blades: 2, family: 'thin-electric' }
};
const near = (got: number, wanted: number, what = '', share = 1e-6): void =>
  assert.ok(Math.abs(got - wanted) <= share * Math.abs(wanted), `${what}: ${got}, by hand ${wanted}`);

test('cells side by side divide the pack’s resistance, cells in series add up', () => {
  near(interpretSetup(BASE).packOhm, (4 * 0.005) / 2, '4S2P');
  near(interpretSetup({ ...BASE, battery: { ...BASE.battery, parallel: 1 } }).packOhm, 4 * 0.005, '4S1P');
  near(
    interpretSetup({ ...BASE, battery: { ...BASE.battery, series: 1, parallel: 5 } }).packOhm,
    0.001,
    '1S5P'
  );
});

test('a cell that is not told its resistance gets it by the capacity of one strand', () => {
  const without = { ...BASE, battery: { ...BASE.battery, cellResistanceOhm: null, continuousC: 20 } };
  // 11 mΩ of 1 Ah over the 2.2 Ah of a strand to the power of 0.75, four in a row, two strands
  near(interpretSetup(without).packOhm, (4 * (0.011 / 2.2 ** 0.75)) / 2, 'estimated');
});

test('a motor’s constants: 60/(2π KV), resistance under load, speed without load at its volts', () => {
  const { model, motorAtLoad } = interpretSetup(BASE);
  const k = 60 / (2 * Math.PI * 900);
  near(model.motorConstant, k, 'k');
  const loaded = 0.03 * 2.33 + 0.01;
  near(model.windingResistanceOhm, loaded, 'under load');
  near(motorAtLoad.restOhm, 0.03, 'at rest');
  near(model.noLoadRadS, (10 - 1.6 * 0.03) / k, 'no-load speed');
  near(model.restShare, 0.03 / loaded, 'rest');
  const hot = interpretSetup(BASE, 85).model;
  // IEC 60028: 0.393 %/K referred to 20 °C; magnets lose 0.11 %/K
  near(hot.windingResistanceOhm, (loaded * (1 + 0.00393 * 65)) / (1 + 0.00393 * 5), 'warm copper', 1e-3);
  near(hot.motorConstant, k * (1 - 0.0011 * 60), 'warm magnets', 1e-3);
});

test('how surely a figure is known follows from where the document says it comes from', () => {
  const sd = (sources: Record<string, string>) =>
    interpretSetup({ ...BASE, sources: sources as SetupDocument['sources'] }).relativeSd;
  near(sd({}).kv, 0.035);
  near(sd({ 'motor.kvRpmPerVolt': 'measured' }).kv, 0.01);
  near(sd({}).noLoadCurrent, 0.2);
  near(sd({ 'motor.noLoadCurrentA': 'measured' }).noLoadCurrent, 0.05);
  // a pack whose age nobody told: its resistance has risen by nobody knows how much
  near(sd({ 'battery.cellResistanceOhm': 'label' }).batteryResistance, Math.hypot(0.2, 0.18));
  near(sd({}).batteryResistance, 0.12);
  near(sd({}).wiringResistance, 0.15);
  near(sd({ 'esc.resistanceOhm': 'estimated' }).escResistance, 0.39);
});

test('a propeller’s family is not remarked on where it is given, and is where it is not', () => {
  assert.deepEqual(interpretSetup(BASE).notes, []);
  const { family: _family, ...bare } = BASE.propulsor as { family?: string };
  const notes = interpretSetup({ ...BASE, propulsor: bare as SetupDocument['propulsor'] }).notes;
  assert.match(notes.join(' '), /taken as thin-electric/);
  const steep = { ...BASE.propulsor, pitchM: 0.6 } as SetupDocument['propulsor'];
  assert.match(interpretSetup({ ...BASE, propulsor: steep }).notes.join(' '), /twice the diameter/);
});

test('screws outside the series are remarked on and their band is half as wide again', () => {
  const boat = (propulsor: object): SetupDocument => ({
    ...BASE,
    craft: { kind: 'boat', massKg: 3, hull: 'displacement' },
    propulsor: {
      kind: 'submerged-screw',
      diameterM: 0.05,
      pitchM: 0.05,
      blades: 3,
      expandedAreaRatio: 0.5,
      ...propulsor
    } as SetupDocument['propulsor']
  });
  const inside = interpretSetup(boat({}));
  assert.deepEqual(inside.notes, []);
  near(inside.relativeSd.thrust, 0.1);
  near(inside.relativeSd.power, 0.11);
  const cases: object[] = [
    { pitchM: 0.08 },
    { pitchM: 0.02 },
    { expandedAreaRatio: 1.2 },
    { expandedAreaRatio: 0.2 },
    { blades: 2, expandedAreaRatio: 0.35 }
  ];
  for (const geometry of cases) {
    const outside = interpretSetup(boat(geometry));
    assert.match(outside.notes.join(' '), /Outside the B-series/, JSON.stringify(geometry));
    near(outside.relativeSd.thrust, 0.15);
    near(outside.relativeSd.power, 0.165);
  }
  const drive = (pitchM: number) =>
    interpretSetup(
      boat({ kind: 'surface-drive', pitchM, blades: 2, immersion: 0.5, expandedAreaRatio: 0.45 })
    );
  near(drive(0.06).relativeSd.thrust, 0.27);
  near(drive(0.09).relativeSd.thrust, 0.27 * 1.5);
  near(drive(0.09).relativeSd.power, 0.27 * 1.5);
});

test('what feeds a point: charge, resting volts, or volts held', () => {
  const i = interpretSetup(BASE);
  const full = supplyOf(i, {});
  near(full.openCircuitV, 16.8);
  assert.equal(full.stateOfCharge, 1);
  assert.ok(full.packOhm > i.packOhm, 'a meter is read after the pack has settled');
  const resting = supplyOf(i, { restingCellV: 3.84 });
  near(resting.openCircuitV, 4 * 3.84);
  near(resting.stateOfCharge as number, 0.5);
  near(resting.packOhm, i.packOhm);
  const held = supplyOf(i, { batteryVoltageV: 14 });
  assert.deepEqual([held.openCircuitV, held.packOhm, held.stateOfCharge], [14, 0, null]);
});

test('the medium: air for propellers, water for screws, a given density before either', () => {
  const sea = interpretSetup({ ...BASE, environment: { airTemperatureC: 15 } });
  near(sea.model.densityKgM3, 1.225, 'ISO 2533', 1e-4);
  assert.equal(sea.inWater, false);
  const screw: SetupDocument = {
    ...BASE,
    craft: { kind: 'boat', massKg: 3 },
    environment: { water: 'salt', waterTemperatureC: 15 },
    propulsor: { kind: 'submerged-screw', diameterM: 0.05, pitchM: 0.05 }
  };
  // ITTC 7.5-02-01-03: 1026.0 kg/m³ at 15 °C
  near(interpretSetup(screw).model.densityKgM3, 1026, 'sea water', 1e-4);
  near(interpretSetup({ ...screw, environment: { water: 'fresh' } }).model.densityKgM3, 999.1, '', 1e-4);
  near(interpretSetup({ ...screw, environment: { fluidDensityKgM3: 900 } }).model.densityKgM3, 900);
});

test('gear, count, coaxial pairs, placement and a closed throttle', () => {
  assert.equal(interpretSetup(BASE).model.gearEfficiency, 1);
  near(interpretSetup({ ...BASE, gearRatio: 3 }).model.gearEfficiency, 0.95);
  near(interpretSetup({ ...BASE, gearRatio: 3, gearEfficiency: 0.9 }).model.gearEfficiency, 0.9);
  const placed = (placement: 'stand' | 'nose' | 'pusher' | 'tandem-rear'): number =>
    interpretSetup({ ...BASE, propulsor: { ...BASE.propulsor, placement } as SetupDocument['propulsor'] })
      .model.thrustShare;
  assert.deepEqual((['stand', 'nose', 'pusher', 'tandem-rear'] as const).map(placed), [1, 0.97, 0.95, 0.9]);
  const coaxial: SetupDocument = {
    ...BASE,
    craft: { kind: 'multirotor', massKg: 2, rotorLayout: 'coaxial' }
  };
  near(interpretSetup(coaxial).model.thrustShare, 0.9);
  assert.equal(interpretSetup(BASE).model.atRest, 'free');
  assert.equal(interpretSetup({ ...BASE, esc: { ...BASE.esc, brake: 'on' } }).model.atRest, 'braked');
  const folds = { ...BASE.propulsor, family: 'folding' } as SetupDocument['propulsor'];
  assert.equal(interpretSetup({ ...BASE, propulsor: folds }).model.atRest, 'folded');
});

test('wake and thrust deduction by hull, for screws in water only', () => {
  const boat = (hull: 'planing-mono' | 'hydroplane' | 'displacement') =>
    interpretSetup({
      ...BASE,
      craft: { kind: 'boat', massKg: 3, hull },
      propulsor: { kind: 'submerged-screw', diameterM: 0.05, pitchM: 0.05, blades: 3 }
    });
  assert.deepEqual(
    (['planing-mono', 'hydroplane', 'displacement'] as const).map((h) => [
      boat(h).model.wakeFraction,
      boat(h).thrustDeduction
    ]),
    [
      [0.03, 0.03],
      [0, 0],
      [0.2, 0.12]
    ]
  );
  const airBoat = interpretSetup({ ...BASE, craft: { kind: 'boat', massKg: 3 } });
  assert.deepEqual([airBoat.model.wakeFraction, airBoat.thrustDeduction], [0, 0]);
});
