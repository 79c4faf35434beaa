/**
 * Craft from every corner of the hobby: each must give sensible figures. Ranges: common practice, no source, wide
 * enough for a generic propulsor, narrow enough to catch a wrong model.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../../src/lib/core/document/schema.ts';
import { validateSetup } from '../../src/lib/core/document/validate.ts';
import type { PredictAnswer } from '../../src/lib/core/predict/answer.ts';
import { predict } from '../../src/lib/core/predict/predict.ts';
import { assertEnergyCloses, assertFinite } from '../../scripts/tools/plausible.ts';

const inch = 0.0254;
type Part<K extends keyof SetupDocument> = NonNullable<SetupDocument[K]>;

interface Spec {
  name: string;
  craft: Part<'craft'>;
  battery: Part<'battery'>;
  motor: Part<'motor'>;
  esc?: Part<'esc'>;
  propulsor: Part<'propulsor'>;
  gearRatio?: number;
  count?: number;
  environment?: Part<'environment'>;
  expect: (a: PredictAnswer) => [what: string, value: number | null | undefined, low: number, high: number][];
}

const lipo = (series: number, capacityAh: number, continuousC: number): Part<'battery'> => ({
  chemistry: 'lipo',
  series,
  capacityAh,
  continuousC
});
const prop = (
  d: number,
  p: number,
  family: 'thin-electric' | 'sport' | 'slow-flyer' | 'multirotor' | 'folding',
  blades = 2
): Part<'propulsor'> => ({
  kind: 'propeller',
  diameterM: d * inch,
  pitchM: p * inch,
  blades,
  family
});
const tw = (a: PredictAnswer, massKg: number): number => a.points[0].thrustN / (massKg * 9.80665);

const CRAFTS: Spec[] = [
  {
    name: 'wing pusher, 1.1 kg, 2212 1400 KV, 8 × 6 on 3 cells',
    craft: {
      kind: 'fixed-wing',
      massKg: 1.1,
      wingAreaM2: 0.3,
      wingSpanM: 1.2,
      zeroLiftDragCoefficient: 0.025,
      maxLiftCoefficient: 0.9
    },
    battery: lipo(3, 2.2, 30),
    motor: { kvRpmPerVolt: 1400, massKg: 0.056, noLoadVoltageV: 10 },
    propulsor: prop(8, 6, 'thin-electric'),
    expect: (a) => [
      ['amps', a.points[0].batteryCurrentA, 13, 30],
      ['thrust/weight', tw(a, 1.1), 0.5, 1.2],
      ['top speed', a.level?.topSpeedMs, 20, 35],
      ['stall', a.level?.stallSpeedMs, 7, 10]
    ]
  },
  {
    name: 'glider with a folding 12 × 6, 1.6 kg, 3 cells',
    craft: {
      kind: 'fixed-wing',
      massKg: 1.6,
      wingAreaM2: 0.48,
      wingSpanM: 2.6,
      zeroLiftDragCoefficient: 0.022,
      maxLiftCoefficient: 1.15
    },
    battery: lipo(3, 3, 30),
    motor: { kvRpmPerVolt: 910, massKg: 0.102 },
    propulsor: prop(12, 6, 'folding'),
    expect: (a) => [
      ['amps', a.points[0].batteryCurrentA, 20, 50],
      ['climb', a.level?.climbMs, 3, 13],
      ['cruise amps', a.level?.cruiseCurrentA, 0.8, 4],
      ['cruise minutes', (a.endurance.find((e) => e.at === 'cruise')?.seconds ?? 0) / 60, 35, 150]
    ]
  },
  {
    name: '3D plane, 1.3 kg, 13 × 4 on 4 cells: hangs on the prop',
    craft: {
      kind: 'fixed-wing',
      massKg: 1.3,
      wingAreaM2: 0.35,
      wingSpanM: 1.2,
      zeroLiftDragCoefficient: 0.06,
      maxLiftCoefficient: 1.2
    },
    battery: lipo(4, 2.2, 40),
    motor: { kvRpmPerVolt: 820, massKg: 0.14 },
    propulsor: prop(13, 4, 'thin-electric'),
    expect: (a) => [
      ['thrust/weight', tw(a, 1.3), 1.8, 3.2],
      ['amps', a.points[0].batteryCurrentA, 35, 75],
      ['climb', a.level?.climbMs, 10, 25]
    ]
  },
  {
    name: 'pylon-style racer, 4.7 × 4.7 near 30 000 rpm',
    craft: {
      kind: 'fixed-wing',
      massKg: 0.65,
      wingAreaM2: 0.11,
      wingSpanM: 0.9,
      zeroLiftDragCoefficient: 0.02,
      maxLiftCoefficient: 0.9
    },
    battery: lipo(4, 1.3, 70),
    motor: { kvRpmPerVolt: 2150, massKg: 0.085 },
    propulsor: prop(4.7, 4.7, 'thin-electric'),
    expect: (a) => [
      ['rpm', a.points[0].rpm, 25000, 36000],
      ['top speed', a.level?.topSpeedMs, 40, 70],
      ['amps', a.points[0].batteryCurrentA, 18, 60]
    ]
  },
  {
    name: 'indoor model, 30 g, one cell, 3 × 2',
    craft: {
      kind: 'fixed-wing',
      massKg: 0.03,
      wingAreaM2: 0.05,
      wingSpanM: 0.4,
      zeroLiftDragCoefficient: 0.06,
      maxLiftCoefficient: 0.9
    },
    battery: { ...lipo(1, 0.15, 20), cellResistanceOhm: 0.12 },
    motor: {
      kvRpmPerVolt: 5000,
      resistanceOhm: 0.55,
      noLoadCurrentA: 0.15,
      noLoadVoltageV: 3.7,
      massKg: 0.0035
    },
    propulsor: prop(3, 2, 'thin-electric'),
    expect: (a) => [
      ['grams', (a.points[0].thrustN / 9.80665) * 1000, 15, 40],
      ['amps', a.points[0].batteryCurrentA, 0.6, 2],
      ['stall', a.level?.stallSpeedMs, 2, 4.5]
    ]
  },
  {
    name: '3-inch quadcopter, 250 g, 4 cells',
    craft: { kind: 'multirotor', massKg: 0.25 },
    battery: lipo(4, 0.65, 60),
    motor: { kvRpmPerVolt: 3800, massKg: 0.015, resistanceOhm: 0.13, noLoadCurrentA: 0.6 },
    propulsor: prop(3, 3, 'multirotor', 3),
    count: 4,
    expect: (a) => [
      ['hover throttle', a.hover?.throttle, 0.25, 0.45],
      ['hover amps', a.hover?.batteryCurrentA, 3, 7],
      ['thrust/weight', tw(a, 0.25), 3, 8],
      ['hover minutes', (a.endurance.find((e) => e.at === 'hover')?.seconds ?? 0) / 60, 3.5, 10]
    ]
  },
  {
    name: '15-inch quadcopter, 3.2 kg, 6 cells',
    craft: { kind: 'multirotor', massKg: 3.2 },
    battery: lipo(6, 10, 25),
    motor: { kvRpmPerVolt: 380, massKg: 0.15, resistanceOhm: 0.09, noLoadCurrentA: 0.5, noLoadVoltageV: 20 },
    propulsor: prop(15, 5, 'multirotor'),
    count: 4,
    expect: (a) => [
      ['hover throttle', a.hover?.throttle, 0.35, 0.5],
      ['hover minutes', (a.endurance.find((e) => e.at === 'hover')?.seconds ?? 0) / 60, 28, 45],
      ['top speed', a.forward?.topSpeedMs, 12, 50]
    ]
  },
  {
    name: 'X8 lifter, coaxial, 9 kg',
    craft: { kind: 'multirotor', massKg: 9, rotorLayout: 'coaxial' },
    battery: lipo(6, 22, 25),
    motor: { kvRpmPerVolt: 380, massKg: 0.15, noLoadVoltageV: 20 },
    propulsor: prop(15, 5, 'multirotor'),
    count: 8,
    expect: (a) => [
      ['hover throttle', a.hover?.throttle, 0.4, 0.75],
      ['hover amps', a.hover?.batteryCurrentA, 35, 95],
      ['hover minutes', (a.endurance.find((e) => e.at === 'hover')?.seconds ?? 0) / 60, 10, 32]
    ]
  },
  {
    name: '70 mm jet on 4 cells',
    craft: {
      kind: 'fixed-wing',
      massKg: 1.3,
      wingAreaM2: 0.18,
      wingSpanM: 0.9,
      zeroLiftDragCoefficient: 0.03,
      maxLiftCoefficient: 1
    },
    battery: lipo(4, 2.6, 45),
    motor: { kvRpmPerVolt: 2850, massKg: 0.13, resistanceOhm: 0.016, noLoadCurrentA: 3 },
    esc: { continuousA: 80 },
    propulsor: { kind: 'ducted-fan', diameterM: 0.07, hubDiameterM: 0.029, blades: 12 },
    expect: (a) => [
      ['amps', a.points[0].batteryCurrentA, 45, 85],
      ['kg', a.points[0].thrustN / 9.80665, 1, 1.8],
      ['top speed', a.level?.topSpeedMs, 27, 55]
    ]
  },
  {
    name: 'geared motor, 6:1, slow 15 × 8',
    craft: {
      kind: 'fixed-wing',
      massKg: 2,
      wingAreaM2: 0.55,
      wingSpanM: 2.4,
      zeroLiftDragCoefficient: 0.03,
      maxLiftCoefficient: 1.1
    },
    battery: lipo(3, 3.3, 30),
    motor: { kvRpmPerVolt: 3400, massKg: 0.11, resistanceOhm: 0.022, noLoadCurrentA: 1.8 },
    propulsor: prop(15, 8, 'folding'),
    gearRatio: 6,
    expect: (a) => [
      ['rpm', a.points[0].rpm, 4000, 6800],
      ['amps', a.points[0].batteryCurrentA, 22, 65],
      ['gear loss share', a.points[0].lossW.gear / a.points[0].shaftPowerW, 0.049, 0.051]
    ]
  },
  {
    name: '12-cell surface-drive boat, 600 KV, 45 mm × 1.4',
    craft: {
      kind: 'boat',
      massKg: 4.5,
      hull: 'planing-mono',
      waterlineLengthM: 0.95,
      beamM: 0.26,
      deadriseDeg: 20
    },
    battery: lipo(12, 5, 50),
    motor: {
      kvRpmPerVolt: 600,
      massKg: 0.62,
      resistanceOhm: 0.012,
      noLoadCurrentA: 2.5,
      noLoadVoltageV: 20,
      cooling: 'water'
    },
    propulsor: { kind: 'surface-drive', diameterM: 0.045, pitchM: 0.063, blades: 2, immersion: 0.5 },
    expect: (a) => [
      ['loaded rpm', a.boat?.loadedRpm, 21000, 30500],
      ['top speed', a.boat?.topSpeedMs, 16, 30],
      ['amps', a.boat?.batteryCurrentA, 35, 200],
      ['slip', a.boat?.slip, 0.02, 0.45]
    ]
  },
  {
    name: 'slow workboat, 3-blade B-series screw, salt water',
    craft: { kind: 'boat', massKg: 12, hull: 'displacement', waterlineLengthM: 1.1, beamM: 0.32 },
    battery: lipo(3, 10, 20),
    motor: { kvRpmPerVolt: 550, massKg: 0.095, cooling: 'water' },
    propulsor: { kind: 'submerged-screw', diameterM: 0.06, pitchM: 0.06, blades: 3, expandedAreaRatio: 0.5 },
    environment: { water: 'salt', waterTemperatureC: 12 },
    expect: (a) => [
      ['top speed', a.boat?.topSpeedMs, 1.0, 3],
      ['bollard pull', a.points[0].thrustN, 12, 60],
      ['slip', a.boat?.slip, 0.2, 0.75]
    ]
  }
];

for (const { name, expect, ...parts } of CRAFTS) {
  test(name, () => {
    const checked = validateSetup({ format: 'iskarn.setup/1', name, ...parts });
    assert.ok(checked.ok, JSON.stringify(checked));
    const answer = predict({ setup: checked.value });
    assertFinite(answer, name);
    assertEnergyCloses(answer.points[0], name);
    const misses = expect(answer).filter(
      ([, value, low, high]) => value == null || !(value >= low && value <= high)
    );
    assert.deepEqual(misses, [], JSON.stringify(misses));
    // what the label lacks is estimated aloud
    for (const e of answer.estimates) assert.ok(e.working.length > 5 && e.relativeSd > 0, e.path);
  });
}

test('bigger and slower beats smaller and faster at equal thrust', () => {
  const power = (d: number, p: number, kv: number): number => {
    const setup: SetupDocument = {
      format: 'iskarn.setup/1',
      craft: { kind: 'multirotor', massKg: 1.5 },
      battery: { ...lipo(4, 5, 30), cellResistanceOhm: 0.003 },
      motor: { kvRpmPerVolt: kv, massKg: 0.08 },
      count: 4,
      propulsor: prop(d, p, 'multirotor')
    };
    return predict({ setup, bands: false, checks: false }).hover?.electricalPowerW ?? Infinity;
  };
  const [small, middle, large] = [power(8, 4, 1200), power(10, 4.5, 850), power(13, 5, 520)];
  assert.ok(large < middle && middle < small, `${small} ${middle} ${large}`);
});
