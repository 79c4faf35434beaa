import { showUnit } from '../units/show.ts';
import { heavierPropulsors } from './propulsor-candidates.ts';
import { cells, otherKv } from './candidates.ts';
import { check } from './check.ts';

/** Climb that gets a model over what stands in its way, and the least that is one at all, m/s. Common practice, no source. */
const GOOD_MS = 2;
const LEAST_MS = 0.7;

/** Climb at full throttle. */
export const climb = check({
  id: 'climb',
  title: 'climb',
  part: 'craft',
  unit: 'm/s',
  wish: 'more climb',
  slow: true,
  gives: ['room', 'weight'],
  candidates: (s) => [heavierPropulsors(s), cells(s, 'more'), otherKv(s, 'higher')],
  judge: (s) => {
    const { level } = s;
    if (!level) return null;
    const value = level.climbMs ?? 0;
    return {
      direction: 'above',
      value,
      band: level.band?.climbMs ?? null,
      rating: LEAST_MS,
      marginLimit: GOOD_MS,
      working: () =>
        `${level.climbSpeedMs === null ? 'Thrust does not meet the drag of level flight' : `(thrust − drag) × speed over weight is greatest at ${showUnit(level.climbSpeedMs, 'm/s')}`}: ${showUnit(value, 'm/s')} upwards. Trees and a tail wind want ${showUnit(GOOD_MS, 'm/s')}.`
    };
  }
});
