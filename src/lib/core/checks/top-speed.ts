import { showUnit } from '../units/show.ts';
import { pitches } from './propulsor-candidates.ts';
import { cells, otherKv } from './candidates.ts';
import { check } from './check.ts';

/** Top speed against the wanted one, for boats and for aeroplanes with a wing. */
export const topSpeed = check({
  id: 'top-speed',
  title: 'top speed',
  part: 'craft',
  unit: 'm/s',
  wish: 'more speed',
  slow: true,
  gives: ['speed'],
  candidates: (s) => [pitches(s, 'up'), cells(s, 'more'), otherKv(s, 'higher')],
  judge: (s) => {
    const wanted = s.setup.craft.targetSpeedMs;
    const way = s.level ?? s.boat;
    if (wanted == null || !way) return null;
    const value = way.topSpeedMs ?? 0;
    return {
      direction: 'above',
      value,
      band: way.band?.topSpeedMs ?? null,
      rating: wanted,
      working: () =>
        `Thrust meets ${s.kind === 'boat' ? 'the hull’s resistance' : 'drag'} at ${showUnit(value, 'm/s')}; wanted ${showUnit(wanted, 'm/s')}.`
    };
  }
});
