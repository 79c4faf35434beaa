import { ESC_SIZES_A, escSizesAbove } from '../standard-sizes/esc-sizes.ts';
import { chosenSchool } from '../document/schools.ts';
import { show, showUnit } from '../units/show.ts';
import { smallerEscs } from './candidates.ts';
import { check } from './check.ts';
import { perUnit } from './per-unit.ts';

/** Standard sizes that an ESC may lie above what is needed before it protects the motor less. Common practice, no source. */
const SIZES_ABOVE = 2;

/** An ESC far larger than needed: only weight and money, or less protection for the motor; practitioners differ. */
export const escOversize = check({
  id: 'esc-oversize',
  title: 'ESC larger than needed',
  part: 'esc',
  unit: 'sizes',
  wish: 'a smaller ESC',
  candidates: (s) => [smallerEscs(s)],
  judge: (s) => {
    const rating = s.setup.esc?.continuousA;
    if (rating == null) return null;
    const { value: amps } = perUnit(s, 'esc');
    const needed = ESC_SIZES_A.find((a) => a >= 1.25 * amps) ?? ESC_SIZES_A[ESC_SIZES_A.length - 1];
    const value = Math.max(escSizesAbove(rating, needed), 0);
    const school = chosenSchool('esc-oversize', s.schools);
    return {
      value,
      rating: ESC_SIZES_A.length,
      margin: 'esc-oversize',
      limitOf: (id) => (id === 'two-sizes' ? SIZES_ABOVE : ESC_SIZES_A.length),
      working: () =>
        `${showUnit(amps, 'A')} at worst wants a ${needed} A ESC by 1.25 times; ${show(rating)} A lies ${value === 0 ? 'no size' : value === 1 ? 'one size' : `${value} sizes`} above it. ${school.why[0].toUpperCase()}${school.why.slice(1)}.`
    };
  }
});
