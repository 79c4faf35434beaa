import { showUnit } from '../units/show.ts';
import { judge, withBand, type Check } from './check.ts';
import { perUnit } from './per-unit.ts';
import { largerEscs, lighterPropulsors } from './ladders.ts';

/** Burst rating: the unfavourable end of the band must stay inside it, for the under ten seconds it is good for. */
export const escBurst: Check = {
  id: 'esc-burst',
  ladders: (s) => [lighterPropulsors(s), largerEscs(s)],
  run: (c) => {
    const { value, band } = perUnit(c, 'esc');
    const rating = c.i.setup.esc?.burstA;
    return judge(
      {
        id: 'esc-burst',
        title: 'ESC burst',
        part: 'esc',
        unit: 'A',
        value,
        band,
        rating,
        missing: 'the ESC’s burst rating',
        working: `A burst rating holds for under ten seconds: ${withBand(value, 'A', band)} against ${rating == null ? 'no figure' : showUnit(rating, 'A')}. It is no substitute for the continuous one.`
      },
      c.schools
    );
  }
};
