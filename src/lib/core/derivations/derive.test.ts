import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT, JET, PLANE as EVERYDAY, QUAD as MEASURED_QUAD } from '../../../../tests/helpers/setups.ts';
import type { SetupDocument } from '../document/schema.ts';
import { powerPath } from '../match/power-path.ts';
import { answerOf } from '../predict/predict.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { whyAll } from './derive.ts';

const PLANE: SetupDocument = {
  ...EVERYDAY,
  motor: { ...EVERYDAY.motor, maxPowerW: 700 },
  sources: { 'motor.kvRpmPerVolt': 'measured' }
};
/** A motor known by KV and weight alone. */
const QUAD: SetupDocument = { ...MEASURED_QUAD, motor: { kvRpmPerVolt: 920, massKg: 0.056 } };

const whyOf = (setup: SetupDocument, throttle = 1, speedMs = 0) => {
  const s = analysisOf(setup, { point: { throttle, speedMs, stateOfCharge: 1 }, bands: true });
  return { answer: answerOf(s), why: whyAll(s) };
};
/** The number behind the last "=" of a derivation. */
const result = (numbers: string): number =>
  Number((/=\s*(−?[\d.\u2009\u202f ]+)[^=]*$/.exec(numbers)?.[1] ?? 'NaN').replace(/[^\d.]/g, ''));
const agrees = (numbers: string, value: number, what: string): void => {
  const shown = result(numbers);
  assert.ok(Math.abs(shown - value) <= 0.006 * Math.abs(value) + 1e-9, `${what}: "${numbers}" for ${value}`);
};

for (const [name, setup, throttle, speed] of [
  ['full throttle, standing', PLANE, 1, 0],
  ['part throttle, flying', PLANE, 0.6, 12],
  ['a jet', JET, 1, 0],
  ['a jet in flight', JET, 1, 30],
  ['a quadcopter', QUAD, 0.5, 0],
  ['behind an output limit', { ...QUAD, outputLimit: 0.66 }, 1, 0],
  ['a boat', BOAT, 1, 8]
] as const)
  test(`every derivation ends in the number it explains: ${name}`, () => {
    const { answer, why } = whyOf(setup, throttle, speed);
    const p = answer.points[0];
    agrees(why['motor-current'].numbers, p.motorCurrentA, 'motor current');
    agrees(why['battery-current'].numbers, p.batteryCurrentA, 'pack current');
    agrees(why['battery-voltage'].numbers, p.batteryVoltageV, 'pack volts');
    agrees(why.power.numbers, p.electricalPowerW, 'power');
    agrees(why.thrust.numbers, p.thrustN, 'thrust');
    agrees(why['pitch-speed'].numbers, p.pitchSpeedMs, 'pitch speed');
    agrees(why['loss-battery'].numbers, p.lossW.battery, 'heat in the pack');
    agrees(why['loss-wiring'].numbers, p.lossW.wiring + p.lossW.auxiliary, 'heat in the leads');
    agrees(why['in-wiring'].numbers, p.electricalPowerW, 'at the plug');
  });

test('the watts on the power path are the watts their derivations give', () => {
  for (const setup of [PLANE, JET, QUAD, BOAT]) {
    const s = analysisOf(setup);
    const path = powerPath(s.point);
    const why = whyAll(s);
    for (const stage of path.stages) {
      agrees(why[`in-${stage.part}`].numbers, stage.inW, `into the ${stage.part}`);
      agrees(why[`loss-${stage.part}`].numbers, stage.lossW, `lost in the ${stage.part}`);
    }
    agrees(why.useful.numbers, path.usefulW, 'useful');
  }
});

test('a fan’s figures are derived', () => {
  const { answer, why } = whyOf(JET);
  assert.ok(answer.fan, 'a fan');
  agrees(why['jet-speed'].numbers, answer.fan.jetMs, 'jet');
  agrees(why['fan-flow'].numbers, 1000 * answer.fan.massFlowKgS, 'air');
  agrees(why['fan-tip'].numbers, answer.fan.tipSpeedMs, 'tips');
  assert.equal(whyOf(PLANE).answer.fan, null);
});

test('every derivation names source and tolerance of the unknowns in it, as the document has them', () => {
  const { why } = whyOf(PLANE);
  assert.ok(
    why['motor-current'].sources.some((s) => /^KV: measured, ±1\.3 %/.test(s)),
    why['motor-current'].sources.join('; ')
  );
  assert.match(why['motor.resistanceOhm'].sources[0], /label, ±22 %/);
  assert.match(why['motor.kvRpmPerVolt'].sources[0], /measured/);
});

test('a figure that was not given tells from what it was estimated', () => {
  const { why } = whyOf(QUAD);
  assert.match(why['motor.resistanceOhm'].numbers, /not given: .* Ω, from Km under load = /);
  assert.match(why['motor.resistanceOhm'].sources[0], /estimated/);
});

test('a given weight says so; an airframe adds the parts up', () => {
  assert.equal(whyOf(PLANE).why['all-up'].formula, 'as given in the brief');
  const { why } = whyOf({ ...PLANE, craft: { ...PLANE.craft, airframeMassKg: 1 } });
  assert.match(why['all-up'].numbers, /^1\.00 kg \+ pack/);
  assert.match(why['all-up'].numbers, /estimated/);
});
