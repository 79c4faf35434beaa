import { show } from '../units/show.ts';
import { judge, type Check } from './check.ts';
import { cells, heavierPropulsors, otherKv } from './ladders.ts';

/** Hover throttle: at most 60 %, best 35 to 50 %. Common practice, no source. */
export const hoverThrottle: Check = {
  id: 'hover-throttle',
  ladders: (s) => [heavierPropulsors(s), cells(s, 'more', 3), otherKv(s, 'higher')],
  run: (c) => {
    if (c.i.setup.craft.kind !== 'multirotor') return null;
    const { hover } = c;
    return judge(
      {
        id: 'hover-throttle',
        title: 'hover throttle',
        part: 'craft',
        unit: '%',
        value: hover ? 100 * hover.throttle : 100,
        band: hover?.band ? [100 * hover.band.throttle[0], 100 * hover.band.throttle[1]] : null,
        rating: 60,
        marginLimit: 50,
        working: hover
          ? `Thrust equals weight at ${show(100 * hover.throttle)} % throttle, ${show(hover.rpm)} rpm, ${show(hover.batteryCurrentA)} A in all. Best between 35 and 50 %, at most 60 %.`
          : 'Full throttle does not lift the craft.'
      },
      c.schools
    );
  }
};
