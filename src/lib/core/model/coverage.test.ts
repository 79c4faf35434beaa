/** Bands that know where they are weak: beyond the readings they grow and say so, inside nothing is added. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import type { Propulsor, SetupDocument } from '../document/schema.ts';
import { coverageOf } from './coverage.ts';
import { interpretSetup } from './interpret.ts';

const INCH = 0.0254;
const withProp = (d: number, p: number, more: object = {}): SetupDocument => ({
  ...PLANE,
  propulsor: {
    kind: 'propeller',
    diameterM: d * INCH,
    pitchM: p * INCH,
    blades: 2,
    family: 'thin-electric',
    ...more
  } as Propulsor
});

test('inside the cloud of readings nothing is added', () => {
  assert.deepEqual(coverageOf(withProp(10, 5)), { thrustSd: 0, powerSd: 0, motorSd: 0, says: [] });
});

test('size, pitch, blades, an untold kind and the weight of the motor each widen it, and say so in a sentence', () => {
  const cases: [SetupDocument, RegExp][] = [
    [withProp(24, 12), /this large/],
    [withProp(4, 2.5), /this small/],
    [withProp(10, 14), /a pitch like this/],
    [withProp(11, 7, { blades: 3 }), /3 blades/],
    [withProp(10, 5, { family: undefined }), /kind of blade is not given/],
    [withProp(13, 6, { family: 'folding' }), /few makers/]
  ];
  for (const [setup, words] of cases) {
    const found = coverageOf(setup);
    assert.ok(found.powerSd > 0.05, words.source);
    assert.match(found.says.join(' '), words);
    assert.match(interpretSetup(setup).notes.join(' '), words);
  }
  const heavy = { ...withProp(10, 5), motor: { ...PLANE.motor, massKg: 1.6 } };
  assert.ok(coverageOf(heavy).motorSd > 0.1);
  assert.match(coverageOf(heavy).says.join(), /motors this heavy/);
  assert.ok(
    interpretSetup(heavy).relativeSd.motorResistance >
      interpretSetup(withProp(10, 5)).relativeSd.motorResistance
  );
});

test('the further outside the wider, without a jump at the edge; measured coefficients ask no class', () => {
  const sd = (d: number): number => coverageOf(withProp(d, 0.5 * d)).powerSd;
  assert.ok(sd(16.5) < 0.01 && sd(16.5) > 0);
  assert.ok(sd(20) < sd(28) && sd(200) <= 0.25);
  const measured = withProp(24, 12, { coefficients: { thrust: 0.1, power: 0.04 } });
  assert.deepEqual(coverageOf(measured).says, []);
});
