/** Instruments that everyone owns: rpm by ear, thrust on a kitchen scale. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { propellerSound } from '../../../../../tests/helpers/propeller-sound.ts';
import { normalFrom, seededRandom } from '../../numeric/random.ts';
import { rpmByEar } from './rpm-by-ear.ts';
import { spectrumOf } from './spectrum.ts';
import { thrustFromScale } from './thrust-scale.ts';
import { extent } from '../../../../../tests/helpers/extent.ts';

test('the spectrum finds a tone at its frequency and leaves noise at its floor', () => {
  const random = seededRandom(3);
  const rate = 48_000;
  const s = spectrumOf(
    Float32Array.from(
      { length: 2 * rate },
      (_, k) => 0.1 * Math.sin((2 * Math.PI * 1234 * k) / rate) + 0.1 * normalFrom(random)
    ),
    rate
  );
  const loudest = s.overFloorDb.indexOf(Math.max(...s.overFloorDb));
  assert.ok(Math.abs(loudest * s.binHz - 1234) <= s.binHz);
  // a sine of 0.1 in white noise of 0.1 rms: half its power in a bin of 48 000/2 bins wide noise, Hann: over 30 dB
  assert.ok(s.overFloorDb[loudest] > 30);
  const rest = [...s.overFloorDb].filter((_, k) => Math.abs(k - loudest) > 4 && k > 4);
  assert.ok(Math.abs(rest.reduce((a, b) => a + b, 0) / rest.length) < 1);
  assert.throws(() => spectrumOf(new Float32Array(100), rate), /tenth of a second/);
});

test('rpm by ear: 2 and 3 blades, 3 000 to 35 000 rpm, as much noise as sound, a harmonic missing: within 1 % for 95 of 100', () => {
  const random = seededRandom(77);
  let right = 0;
  let wrong = 0;
  const count = extent(25, 100);
  for (let seed = 0; seed < count; seed++) {
    const blades = 2 + (seed % 2);
    const rpm = 3000 * (35 / 3) ** random();
    const missing = 1 + Math.floor(4 * random());
    const heard = rpmByEar(propellerSound({ rpm, blades, seed, noiseDb: 0, missing }), 48_000, { blades });
    const near = heard.rpm !== null && Math.abs(heard.rpm / rpm - 1) < 0.01;
    if (heard.sure && near) right++;
    if (heard.sure && !near) wrong++;
  }
  assert.ok(right >= 0.95 * count, `${right} of ${count} right`);
  assert.equal(wrong, 0);
});

test('noise alone is not sure; a short or a thin sound is not sure rather than wrong', () => {
  const random = seededRandom(8);
  const noise = Float32Array.from({ length: 48_000 }, () => 0.1 * normalFrom(random));
  assert.equal(rpmByEar(noise, 48_000, { blades: 2 }).sure, false);
  const hum = Float32Array.from(
    { length: 48_000 },
    (_, k) => 0.3 * Math.sin((2 * Math.PI * 100 * k) / 48_000)
  );
  assert.equal(rpmByEar(hum, 48_000, { blades: 2 }).sure, false);
  assert.equal(rpmByEar(new Float32Array(48_000), 48_000, { blades: 2 }).rpm, null);
  for (let seed = 0; seed < 30; seed++) {
    const rpm = 4000 + 900 * seed;
    const heard = rpmByEar(propellerSound({ rpm, blades: 2, seed, noiseDb: 6, seconds: 0.3 }), 48_000, {
      blades: 2
    });
    if (heard.sure) assert.ok(Math.abs((heard.rpm as number) / rpm - 1) < 0.01, `${heard.rpm} of ${rpm}`);
  }
});

test('KV × volts marks what can be: a sound taken for three blades instead of two does not fit', () => {
  const sound = propellerSound({ rpm: 9000, blades: 2, seed: 5, noiseDb: -10 });
  const known = rpmByEar(sound, 48_000, { blades: 2, unloadedRpm: 12_500 });
  assert.equal(known.candidates.find((c) => Math.abs(c.rpm / 9000 - 1) < 0.01)?.fits, true);
  assert.ok(known.candidates.filter((c) => Math.abs(c.rpm / 4500 - 1) < 0.01).every((c) => c.fits === false));
  assert.ok(known.sure && Math.abs((known.bladePassHz as number) - 300) < 3);
});

test('a kitchen scale: straight, by a lever, by a line at an angle, by hand; what cannot be is told', () => {
  assert.ok(Math.abs(thrustFromScale(1.35, 0.15, { kind: 'direct' }).thrustN - 1.2 * 9.80665) < 1e-9);
  // moments about the pivot: 1.2 kg at 300 mm hold 0.9 kg at 400
  const lever = thrustFromScale(1.35, 0.15, { kind: 'lever', thrustArmM: 0.4, scaleArmM: 0.3 });
  assert.ok(Math.abs(lever.thrustN - 0.9 * 9.80665) < 1e-9);
  assert.match(lever.working, /300 mm \/ 400 mm/);
  const line = thrustFromScale(1.2, 0, { kind: 'tilted', angleDeg: 60 });
  assert.ok(Math.abs(line.thrustN - 2.4 * 9.80665) < 1e-6);
  // two degrees at 60 are tan 60 × 0.035 = 6 %
  assert.ok(line.relativeSd > 0.06 && line.relativeSd < 0.07, String(line.relativeSd));
  // a pull and a push, however the sign
  assert.equal(
    thrustFromScale(0.1, 0.5, { kind: 'direct' }).thrustN,
    thrustFromScale(0.5, 0.1, { kind: 'direct' }).thrustN
  );
  assert.ok(thrustFromScale(0.02, 0, { kind: 'direct' }).relativeSd > 0.1);
  assert.throws(() => thrustFromScale(1, 1, { kind: 'direct' }), /no pull/);
  assert.throws(() => thrustFromScale(1, 0, { kind: 'lever', thrustArmM: 0, scaleArmM: 1 }), /more than 0/);
  assert.throws(() => thrustFromScale(1, 0, { kind: 'tilted', angleDeg: 85 }), /too steep/);
});
