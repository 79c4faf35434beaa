import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  ampacityA,
  keptAmpacityA,
  leadHeatJPerMK,
  leadOuterDiameterM,
  leadTemperatureC,
  shedWPerM,
  spellAmpacityA
} from './lead-heat.ts';
import { conductorResistanceOhm, gaugeAreaM2 } from './lead-resistance.ts';

const GAUGES = [4, 8, 12, 16, 20, 24];

test('thicker leads, cooler air and warmer copper carry more; none carries anything at the air’s own temperature', () => {
  for (let k = 1; k < GAUGES.length; k++)
    assert.ok(ampacityA(GAUGES[k - 1], 60, 25) > ampacityA(GAUGES[k], 60, 25));
  assert.ok(ampacityA(12, 60, 15) > ampacityA(12, 60, 35));
  assert.ok(ampacityA(12, 105, 25) > ampacityA(12, 60, 25));
  assert.equal(ampacityA(12, 25, 25), 0);
  assert.equal(ampacityA(12, 20, 25), 0);
  assert.equal(keptAmpacityA(12, 60, 25), ampacityA(12, 60, 25));
});

test('heat made is heat shed: the surface is between copper and air, and the warmth of a current is that whose current it is', () => {
  for (const awg of GAUGES) {
    const amps = ampacityA(awg, 80, 25);
    const made = amps ** 2 * conductorResistanceOhm(gaugeAreaM2(awg), 1, 80);
    // a surface as warm as the copper would shed more, one as cool as the air nothing
    assert.ok(made < shedWPerM(leadOuterDiameterM(awg), 80, 25));
    assert.ok(made > 0.75 * shedWPerM(leadOuterDiameterM(awg), 80, 25));
    assert.ok(Math.abs(leadTemperatureC(awg, amps, 25) - 80) < 0.01);
  }
  assert.equal(leadTemperatureC(12, 0, 25), 25);
  assert.equal(leadTemperatureC(24, 500, 25), Infinity);
});

test('a short spell carries more: by I² t of the copper and its cover for moments, the steady amps for ever', () => {
  const steady = ampacityA(12, 105, 25);
  assert.equal(spellAmpacityA(12, 105, 25, Infinity), steady);
  let last = Infinity;
  for (const seconds of [5, 20, 60, 200, 1000]) {
    const amps = spellAmpacityA(12, 105, 25, seconds);
    assert.ok(amps < last && amps > steady);
    last = amps;
  }
  // one second: no time to shed anything, I² R t = C ΔT
  const amps = spellAmpacityA(12, 105, 25, 1);
  const byHeat = Math.sqrt((leadHeatJPerMK(12) * 80) / conductorResistanceOhm(gaugeAreaM2(12), 1, 105));
  assert.ok(Math.abs(amps / byHeat - 1) < 0.01, `${amps} against ${byHeat}`);
});

test('what the trade says of silicone leads (common practice, no source): 12 AWG 30 to 45 A to hold, some 85 A at its limit', () => {
  assert.ok(ampacityA(12, 60, 25) > 30 && ampacityA(12, 60, 25) < 45);
  const most = ampacityA(12, 200, 25);
  assert.ok(most > 75 && most < 100, `${most}`);
});
