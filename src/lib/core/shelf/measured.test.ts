import assert from 'node:assert/strict';
import { test } from 'node:test';
import { interpretSetup } from '../model/interpret.ts';
import type { SetupDocument } from '../document/schema.ts';
import { predict } from '../predict/predict.ts';
import { asUsed, labelDifferences, withShelfPart } from './measured.ts';

const SETUP: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.2 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, continuousC: 30 },
  motor: { kvRpmPerVolt: 800, massKg: 0.1 },
  propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127 },
  sources: { 'motor.kvRpmPerVolt': 'estimated', 'battery.capacityAh': 'estimated' }
};
const MOTOR = {
  kind: 'motor' as const,
  name: 'Drawer 2',
  document: { kvRpmPerVolt: 1000, resistanceOhm: 0.06, noLoadCurrentA: 1, massKg: 0.1 },
  measured: { kvRpmPerVolt: 930, resistanceOhm: 0.063 }
};

test('a difference tells how far the label is off, and whether that is more than labels commonly are', () => {
  const list = labelDifferences(MOTOR);
  assert.deepEqual(
    list.map((d) => [d.field, d.beyond]),
    [
      ['kvRpmPerVolt', true],
      ['resistanceOhm', false]
    ]
  );
  assert.ok(Math.abs(list[0].off + 0.07) < 1e-9, `off ${list[0].off}`);
  assert.match(list[0].sentence, /−7\.0 % against the label, more than the ±4\.5 % that is common/);
});

test('no label figure, no difference; the volts of a test are no claim', () => {
  const unlabelled = {
    ...MOTOR,
    document: { kvRpmPerVolt: 1000 },
    measured: { resistanceOhm: 0.05, noLoadVoltageV: 11 }
  };
  assert.deepEqual(labelDifferences(unlabelled), []);
});

test('a part is used with its measured figures and its name', () => {
  assert.deepEqual(asUsed(MOTOR), {
    ...MOTOR.document,
    kvRpmPerVolt: 930,
    resistanceOhm: 0.063,
    name: 'Drawer 2'
  });
});

test('put into a setup, measured figures carry their source, stale sources of that part go, others stay', () => {
  const next = withShelfPart(SETUP, MOTOR);
  assert.deepEqual(next.sources, {
    'battery.capacityAh': 'estimated',
    motor: 'shelf',
    'motor.kvRpmPerVolt': 'measured',
    'motor.resistanceOhm': 'measured'
  });
  assert.equal(SETUP.motor.kvRpmPerVolt, 800, 'the setup it came from is untouched');
});

test('measuring narrows the band of the current', () => {
  const width = (s: SetupDocument): number => {
    const band = predict({ setup: s }).points[0].band?.batteryCurrentA;
    assert.ok(band, 'a band');
    return (band[1] - band[0]) / (band[1] + band[0]);
  };
  const label = withShelfPart(SETUP, { ...MOTOR, measured: {} });
  const measured = withShelfPart(SETUP, { ...MOTOR, measured: { kvRpmPerVolt: 1000, resistanceOhm: 0.06 } });
  assert.ok(width(measured) < width(label), `${width(measured)} after ${width(label)}`);
  assert.ok(interpretSetup(measured).relativeSd.kv < interpretSetup(label).relativeSd.kv, 'KV is surer');
});

test('a receiver supply goes to its own place', () => {
  const supply = {
    kind: 'receiver-supply' as const,
    name: 'R',
    document: { kind: 'switching' as const, outputV: 5 },
    measured: {}
  };
  const next = withShelfPart(SETUP, supply);
  assert.deepEqual(next.receiverSupply, { kind: 'switching', outputV: 5, name: 'R' });
  assert.deepEqual(next.sources, SETUP.sources);
});
