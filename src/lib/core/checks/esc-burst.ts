import { showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { largerEscs } from './candidates.ts';
import { check, withBand } from './check.ts';
import { perUnit } from './per-unit.ts';

/** Burst rating: the unfavourable end of the band must stay inside it, for the under ten seconds it is good for. */
export const escBurst = check({
  id: 'esc-burst',
  title: 'ESC burst',
  part: 'esc',
  unit: 'A',
  wish: 'an ESC that stands its bursts',
  candidates: (s) => [lighterPropulsors(s), largerEscs(s)],
  judge: (s) => {
    const { value, band } = perUnit(s, 'esc');
    const rating = s.setup.esc?.burstA;
    return {
      value,
      band,
      rating,
      missing: 'the ESC’s burst rating',
      working: () =>
        `A burst rating holds for under ten seconds: ${withBand(value, 'A', band)} against ${rating == null ? 'no figure' : showUnit(rating, 'A')}. It is no substitute for the continuous one.`
    };
  }
});
