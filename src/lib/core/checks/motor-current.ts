import { wattsPerGram } from '../parts/motor/estimate.ts';
import { showUnit } from '../units/show.ts';
import { cells, lighterPropulsors, otherKv } from './candidates.ts';
import { check, mayEstimate, withBand } from './check.ts';
import { perUnit } from './per-unit.ts';

/** Current rating of the motor. */
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
    const nominal = s.worst.batteryVoltageV;
    let rating = motor.maxCurrentA ?? null;
    const given = rating !== null;
    if (rating === null && mayEstimate(s, 'motor.maxCurrentA') && motor.massKg != null) {
      rating = (wattsPerGram.burst * motor.massKg * 1000) / nominal;
    }
    return {
      value,
      band,
      rating,
      missing: 'the motor’s current rating',
      working: () =>
        `Through the winding at full throttle, standing: ${withBand(value, 'A', band)}; rating ${rating === null ? 'no figure' : `${showUnit(rating, 'A')}${given ? '' : ', estimated from 5 W/g'}`}.`
    };
  }
});
