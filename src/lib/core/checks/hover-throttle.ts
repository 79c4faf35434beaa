import { show } from '../units/show.ts';
import { heavierPropulsors } from './propulsor-candidates.ts';
import { cells, otherKv } from './candidates.ts';
import { check } from './check.ts';

/** Hover throttle: at most 60 %, best 35 to 50 %. Common practice, no source. */
export const hoverThrottle = check({
  id: 'hover-throttle',
  title: 'hover throttle',
  part: 'craft',
  unit: '%',
  rail: 'craft',
  wish: 'more thrust or less weight',
  gives: ['room', 'weight'],
  urgency: 2,
  candidates: (s) => [heavierPropulsors(s), cells(s, 'more', 3), otherKv(s, 'higher')],
  judge: (s) => {
    if (s.setup.craft.kind !== 'multirotor') return null;
    const { hover } = s;
    return {
      value: hover ? 100 * hover.throttle : 100,
      band: hover?.band ? [100 * hover.band.throttle[0], 100 * hover.band.throttle[1]] : null,
      rating: 60,
      marginLimit: 50,
      working: () =>
        hover
          ? `Thrust equals weight at ${show(100 * hover.throttle)} % throttle, ${show(hover.rpm)} rpm, ${show(hover.batteryCurrentA)} A in all. Best between 35 and 50 %, at most 60 %.`
          : 'Full throttle does not lift the craft.'
    };
  }
});
