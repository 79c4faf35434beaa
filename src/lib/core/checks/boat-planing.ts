import { hullOf } from '../model/hull.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { showUnit } from '../units/show.ts';
import { heavierPropulsors } from './propulsor-candidates.ts';
import { cells, otherKv } from './candidates.ts';
import { check } from './check.ts';

/** Planing hulls: on the plane or ploughing. Froude number on beam of 1.6 is taken as planing. */
export const boatPlaning = check({
  id: 'boat-planing',
  title: 'planing',
  part: 'craft',
  unit: 'm/s',
  rail: 'craft',
  wish: 'power to get on the plane',
  slow: true,
  urgency: 3,
  candidates: (s) => [heavierPropulsors(s), cells(s, 'more', 3), otherKv(s, 'higher')],
  judge: (s) => {
    const { boat } = s;
    const { craft } = s.setup;
    if (!boat || craft.hull === 'displacement') return null;
    const beam = hullOf(craft).beamM;
    const needed = 1.6 * Math.sqrt(GRAVITY_MS2 * beam);
    return {
      direction: 'above',
      value: boat.topSpeedMs,
      band: boat.band?.topSpeedMs,
      rating: needed,
      marginLimit: 1.3 * needed,
      working: () =>
        `On the plane from 1.6 × √(g × beam ${showUnit(beam, 'm')}) = ${showUnit(needed, 'm/s')}; top speed ${showUnit(boat.topSpeedMs, 'm/s')}${boat.hump ? ': it does not climb over its own bow wave' : ''}.`
    };
  }
});
