import { plugsOf } from '../model/plugs.ts';
import { showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { largerConnectors } from './wiring-candidates.ts';
import { check } from './check.ts';
import { packAmps, standingOf } from './standing.ts';

/** Connector rating. */
export const connectorCurrent = check({
  id: 'connector-current',
  title: 'connector',
  part: 'wiring',
  unit: 'A',
  wish: 'a larger connector',
  gives: ['room'],
  candidates: (s) => [largerConnectors(s), lighterPropulsors(s)],
  judge: (s) => {
    const { ratingA: rating, weakest } = plugsOf(s.setup);
    if (rating === null) return null;
    const value = packAmps(standingOf(s));
    return {
      value,
      band: s.worst.band?.batteryCurrentA,
      rating,
      working: () => `${showUnit(value, 'A')} through ${weakest} made for ${showUnit(rating, 'A')}.`
    };
  }
});
