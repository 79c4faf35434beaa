import type { Situation } from '../situation/situation.ts';
import { wattsPerGram } from '../motor/estimate.ts';
import type { Band } from '../train/bands.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, mayEstimate, withBand, type Check } from './check.ts';
import { perUnit } from './per-unit.ts';
import { cells, lighterPropulsors, otherKv } from './ladders.ts';

/** Current rating of the motor. */
export const motorCurrent: Check = {
  id: 'motor-current',
  ladders: (s) => [lighterPropulsors(s), cells(s, 'fewer'), otherKv(s, 'lower')],
  run: (c) => {
    const { value, band } = perUnit(c, 'motor');
    const { motor } = c.i.setup;
    const nominal = c.worst.batteryVoltageV;
    let rating = motor.maxCurrentA ?? null;
    let how = rating === null ? 'no figure' : showUnit(rating, 'A');
    if (rating === null && mayEstimate(c, 'motor.maxCurrentA') && motor.massKg != null) {
      rating = (wattsPerGram.burst * motor.massKg * 1000) / nominal;
      how = `${showUnit(rating, 'A')}, estimated from 5 W/g`;
    }
    return judge(
      {
        id: 'motor-current',
        title: 'motor current',
        part: 'motor',
        unit: 'A',
        value,
        band,
        rating,
        missing: 'the motor’s current rating',
        working: `Through the winding at full throttle, standing: ${withBand(value, 'A', band)}; rating ${how}.`
      },
      c.schools
    );
  }
};

/** Electrical power of one motor at the pack, worst case, without what receiver and video take, W. */
const driveWEach = (c: Situation): number =>
  (c.worst.electricalPowerW - c.worst.lossW.auxiliary) / c.i.model.count;

/** Power rating of the motor, against electrical power per motor at the pack, as labels count it. */
export const motorPower: Check = {
  id: 'motor-power',
  ladders: (s) => [lighterPropulsors(s), cells(s, 'fewer'), otherKv(s, 'lower')],
  run: (c) => {
    const { motor } = c.i.setup;
    const n = c.i.model.count;
    const receiverW = c.worst.lossW.auxiliary;
    const value = driveWEach(c);
    const whole = c.worst.band?.electricalPowerW;
    const band: Band | null = whole ? [(whole[0] - receiverW) / n, (whole[1] - receiverW) / n] : null;
    let rating = motor.maxPowerW ?? null;
    let how = rating === null ? 'no figure' : showUnit(rating, 'W');
    if (rating === null && mayEstimate(c, 'motor.maxPowerW') && motor.massKg != null) {
      rating = wattsPerGram.burst * motor.massKg * 1000;
      how = `${showUnit(rating, 'W')}, estimated from 5 W/g`;
    }
    const per =
      motor.massKg == null ? '' : ` That is ${show(value / (motor.massKg * 1000))} W per gram of motor.`;
    return judge(
      {
        id: 'motor-power',
        title: 'motor power',
        part: 'motor',
        unit: 'W',
        value,
        band,
        rating,
        missing: 'the motor’s power rating',
        working: `Volts × amps at the pack${receiverW > 0 ? ' less the receiver’s' : ''}${n > 1 ? `, over ${n} motors` : ''}: ${withBand(value, 'W', band)}; rating ${how}.${per}`
      },
      c.schools
    );
  }
};

/** Watts per gram of motor: 3 continuous, 5 in bursts. Common practice, no source. */
export const motorLoading: Check = {
  id: 'watts-per-gram',
  ladders: (s) => [lighterPropulsors(s), cells(s, 'fewer'), otherKv(s, 'lower')],
  run: (c) => {
    const { motor } = c.i.setup;
    if (motor.massKg == null) return null;
    const value = driveWEach(c) / (motor.massKg * 1000);
    return judge(
      {
        id: 'watts-per-gram',
        title: 'watts per gram of motor',
        part: 'motor',
        unit: 'W/g',
        value,
        rating: wattsPerGram.burst,
        marginLimit: wattsPerGram.continuous,
        working: `${showUnit(driveWEach(c), 'W')} over ${show(motor.massKg * 1000)} g. Rule of thumb: 3 W/g for as long as the pack lasts, 5 W/g in bursts.`
      },
      c.schools
    );
  }
};
