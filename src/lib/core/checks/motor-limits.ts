import type { Situation } from '../situation/situation.ts';
import { wattsPerGram } from '../motor/estimate.ts';
import type { Band } from '../train/bands.ts';
import { steadyPowerW } from '../train/heat-run.ts';
import { mixedUseOf } from '../train/mixed-use.ts';
import { operatingPoint, solveOperatingPoint } from '../train/operating-point.ts';
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

/** Share of what a motor stands for as long as the pack lasts that leaves a margin. (m) */
const STEADY_MARGIN = 0.8;

/**
 * Watts per gram of motor in ordinary use, against what its heat model calls steady in the airflow it has. The rule of
 * thumb, 3 continuous and 5 in bursts, stands beside it: it holds for motors in their propeller's wash.
 */
export const motorLoading: Check = {
  id: 'watts-per-gram',
  ladders: (s) => [lighterPropulsors(s), cells(s, 'fewer'), otherKv(s, 'lower')],
  run: (c) => {
    const { motor, craft } = c.i.setup;
    if (motor.massKg == null) return null;
    const grams = motor.massKg * 1000;
    const mixed = c.lasting('mixed');
    const full = driveWEach(c);
    const share = mixed ? mixed.averageCurrentA / Math.max(c.worst.batteryCurrentA, 1e-9) : 1;
    const value = (full * Math.min(share, 1)) / grams;
    const p = operatingPoint();
    const { openCircuitV, packOhm } = c.supply;
    solveOperatingPoint(c.i.model, openCircuitV, packOhm, 1, c.usualSpeedMs, p);
    const steady = steadyPowerW(c.i, motor.massKg, p, c.usualSpeedMs) / grams;
    return judge(
      {
        id: 'watts-per-gram',
        title: 'watts per gram of motor',
        part: 'motor',
        unit: 'W/g',
        value,
        rating: steady,
        marginLimit: STEADY_MARGIN * steady,
        working: `Ordinary use, ${mixedUseOf(craft).title}: ${showUnit(full * Math.min(share, 1), 'W')} on average over ${show(grams)} g; ${showUnit(full / grams, 'W/g')} at full throttle, standing. In the air that moves over it this motor stands ${showUnit(steady, 'W/g')} without end (case at 80 °C or winding at 120). Rule of thumb, for motors in a propeller’s wash: ${wattsPerGram.continuous} W/g without end, ${wattsPerGram.burst} in bursts.`
      },
      c.schools
    );
  }
};
