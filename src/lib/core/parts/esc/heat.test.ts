/** An ESC as two warmths: what its rating means, and how soon it is hot beyond it. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { conductionW, EscWarmth } from './heat.ts';

const near = (got: number, wanted: number, share = 1e-6): void =>
  assert.ok(Math.abs(got - wanted) <= share * Math.abs(wanted), `${got}, wanted ${wanted}`);

test('at its rating it drops 0.2 V, and comes to 55 K above a free stream in the end', () => {
  for (const rated of [12, 40, 150]) {
    near(conductionW(rated, rated), 0.2 * rated);
    near(new EscWarmth(rated, 'stack', null, 1).after(conductionW(rated, rated), 1e6), 55);
  }
});

test('where it sits decides how warm: an arm, a fuselage, a closed hull, water', () => {
  const rise = (place: 'arm' | 'fuselage' | 'hull' | 'water'): number =>
    new EscWarmth(40, place, null, 1).steady(8);
  assert.ok(rise('water') < rise('arm') && rise('arm') < rise('fuselage') && rise('fuselage') < rise('hull'));
});

test('its switches are hot within half a minute, its board later; a pause cools it; steps of any length agree', () => {
  const heat = conductionW(60, 30);
  const one = new EscWarmth(30, 'stack', null, 1);
  const half = one.after(heat, 30);
  assert.ok(half > 0.5 * one.steady(heat) && half < one.steady(heat));
  const fine = new EscWarmth(30, 'stack', null, 1);
  let last = 0;
  for (let k = 0; k < 300; k++) last = fine.after(heat, 0.1);
  near(last, half, 1e-9);
  assert.ok(one.after(0, 60) < half);
});
