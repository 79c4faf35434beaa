/**
 * Rows typical of their class, from memory: a single one is known to about 15 % in current, makers' thrust is a tenth optimistic.
 * The families of blades, fans, hulls and what an aeroplane's wash takes were fitted to these rows, so this test shows that they
 * are met as a whole and no class is bent, and is no check of what was not seen.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { rms } from '../helpers/bench-rows.ts';
import { classRows, errorOf, heldAgainst, isInside } from '../helpers/class-rows.ts';

const held = classRows().flatMap(heldAgainst);
const of = (key: string): number[] => held.filter((h) => h.key === key).map(errorOf);

test('current within 15 % rms and thrust within 12 % over all classes', () => {
  assert.ok(held.length >= 80);
  assert.ok(rms(of('current')) <= 0.15, `current ${rms(of('current'))}`);
  assert.ok(rms(of('thrust')) <= 0.12, `thrust ${rms(of('thrust'))}`);
});

test('no class of three rows or more is off by more than 12 % on the whole', () => {
  for (const name of new Set(held.map((h) => h.row.class)))
    for (const key of ['current', 'thrust'] as const) {
      const own = held.filter((h) => h.row.class === name && h.key === key).map(errorOf);
      const mean = own.reduce((a, b) => a + b, 0) / own.length;
      assert.ok(own.length < 3 || Math.abs(mean) <= 0.12, `${name}, ${key}: ${mean}`);
    }
});

test('about eight middles in ten lie inside the 10 to 90 % band, and not because it is wide', () => {
  const share = held.filter(isInside).length / held.filter((h) => h.band !== null).length;
  assert.ok(share >= 0.72 && share <= 0.88, `${share}`);
  const halves = held
    .filter((h) => h.key === 'current' && h.band)
    .map((h) => ((h.band?.[1] ?? 0) - (h.band?.[0] ?? 0)) / 2 / h.got)
    .sort((a, b) => a - b);
  assert.ok(halves[halves.length >> 1] <= 0.2, `${halves[halves.length >> 1]}`);
});

test('a displacement hull stays below its bow wave whatever drives it: a tug at 0.9 to 1.5 m/s, four times the power no twice the speed', () => {
  const tug = classRows().find((r) => r.id === 'S09');
  assert.ok(tug);
  const top = (series: number): number =>
    heldAgainst({
      ...tug,
      request: {
        ...tug.request,
        setup: { ...tug.request.setup, battery: { ...tug.request.setup.battery, series } }
      }
    }).find((h) => h.key === 'topSpeedMs')?.got ?? 0;
  assert.ok(top(3) > 0.9 && top(3) < 1.5, `${top(3)}`);
  assert.ok(top(6) < 1.3 * top(3), `${top(6)} and ${top(3)}`);
});
