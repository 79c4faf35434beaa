import { showUnit } from '../units/show.ts';
import { check } from './check.ts';

/** Wear from which a pack is watched, and at which it is worn out: what `shelf/pack-health.ts` finds. */
const WATCHED = 0.75;

/** What was measured of the pack over its life: a worn or swollen one is not flown, whatever its label says. */
export const packHealth = check({
  id: 'pack-health',
  title: 'pack health',
  part: 'battery',
  unit: '',
  wish: 'a sound pack',
  urgency: 1,
  byPack: true,
  candidates: null,
  judge: (s) => {
    const { health } = s.setup.battery;
    if (!health) return null;
    return {
      value: health.wear,
      digits: 2,
      rating: 1,
      marginLimit: WATCHED,
      window: 'worn out at 1',
      working: () =>
        `${health.says}${health.credibleA == null ? '' : ` Realistic continuous current ${showUnit(health.credibleA, 'A')}.`} 1 is worn out: twice the first resistance, less than 80 % of the capacity, or swollen.`
    };
  }
});
