import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { banded, bandedUnit } from './banded.ts';
import { UNIT_SPACE } from './show.ts';

/** The space that stands between thousands and before units, as a plain one. */
const plain = (text: string): string => text.replaceAll(UNIT_SPACE, ' ');

test('a wide band stands in its figure’s place, with the digits that it leaves', () => {
  assert.equal(plain(bandedUnit(50.2, [42.8, 57.6], 'A')), '43 to 58 A');
  assert.equal(plain(bandedUnit(12030, [11790, 12410], 'rpm')), '11 800 to 12 400 rpm');
  assert.equal(banded(1370, [1232, 1513]), '1200 to 1500');
  assert.equal(banded(0.35, [0.31, 0.39]), '0.31 to 0.39');
  assert.equal(banded(3.59, [3.42, 3.71]), '3.4 to 3.7');
});

test('a figure that is sure looks sure', () => {
  assert.equal(banded(50.2, [49.9, 50.6]), '50.2');
  assert.equal(banded(50.2, null), '50.2');
  assert.equal(banded(50.2, undefined, 2), '50');
  assert.equal(banded(50.2, [50.2, 50.2]), '50.2');
  assert.equal(banded(50.2, [NaN, 60]), '50.2', 'a band that is not known is none');
  assert.equal(banded(0, [-1, 1]), '−1 to 1');
});

test('what is written lies within half a last digit of the band, whatever its size', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 1e5, noNaN: true }),
      fc.double({ min: 0.05, max: 1.5, noNaN: true }),
      (value, width) => {
        const band: [number, number] = [value * (1 - width / 2), value * (1 + width / 2)];
        const [low, high] = banded(value, band)
          .replaceAll(UNIT_SPACE, '')
          .split(/ *to */)
          .map(Number);
        const last = 10 ** Math.floor(Math.log10((band[1] - band[0]) / 2));
        assert.ok(Math.abs(low - band[0]) <= 0.5001 * last && Math.abs(high - band[1]) <= 0.5001 * last);
      }
    )
  );
});
