import { WINDING_LIMIT_C } from '../parts/motor/heat.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { airOf } from '../powertrain/heat-run.ts';
import { wattsPerGram } from '../parts/motor/estimate.ts';
import { showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { cells, otherKv } from './candidates.ts';
import { check, mayEstimate, withBand } from './check.ts';
import { perUnit } from './per-unit.ts';

/** Rating of one motor, A: the document's, or one estimated where it says that it may be; null where none is known. */
export function motorRatingA(s: SetupAnalysis): number | null {
  const { motor } = s.setup;
  if (motor.maxCurrentA != null) return motor.maxCurrentA;
  if (!mayEstimate(s, 'motor.maxCurrentA') || motor.massKg == null) return null;
  return (wattsPerGram.burst * motor.massKg * 1000) / s.worst.batteryVoltageV;
}

/** Current that the winding would stand in the use of the craft, where it gets too hot; null where it does not. */
function currentByHeat(s: SetupAnalysis, value: number): number | null {
  const hottest = s.heatCourse?.hottestC ?? null;
  if (hottest === null || hottest <= WINDING_LIMIT_C) return null;
  const air = airOf(s.model);
  return value * Math.sqrt((WINDING_LIMIT_C - air) / (hottest - air));
}

/** Current rating of the motor; where the winding gets too hot below it, what the heat allows. */
export const motorCurrent = check({
  id: 'motor-current',
  title: 'motor current',
  part: 'motor',
  unit: 'A',
  rail: 'motor',
  wish: 'a lighter load on the motor',
  gives: ['room'],
  candidates: (s) => [lighterPropulsors(s), cells(s, 'fewer'), otherKv(s, 'lower')],
  judge: (s) => {
    const { value, band } = perUnit(s, 'motor');
    const { motor } = s.setup;
    const rating = motorRatingA(s);
    const given = motor.maxCurrentA != null;
    return {
      value,
      band,
      rating,
      missing: 'the motor’s current rating',
      marginLimit: () => currentByHeat(s, value),
      working: () =>
        `Through the winding at full throttle, standing: ${withBand(value, 'A', band)}; rating ${rating === null ? 'no figure' : `${showUnit(rating, 'A')}${given ? '' : ', estimated from 5 W/g'}`}.`
    };
  }
});
