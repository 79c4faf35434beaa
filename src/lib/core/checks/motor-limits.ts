import { estimateMotorMassKg, wattsPerGram } from '../motor/estimate.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, mayEstimate, withBand, type Check } from './check.ts';
import { perUnit } from './per-unit.ts';

/** Current rating of the motor. */
export const motorCurrent: Check = {
  id: 'motor-current',
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

/** Power rating of the motor, against electrical power per motor at the pack, as labels count it. */
export const motorPower: Check = {
  id: 'motor-power',
  run: (c) => {
    const { motor } = c.i.setup;
    const n = c.i.model.count;
    const value = c.worst.electricalPowerW / n;
    const band = c.worst.band?.electricalPowerW;
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
        band: band ? [band[0] / n, band[1] / n] : null,
        rating,
        missing: 'the motor’s power rating',
        working: `Volts × amps at the pack${n > 1 ? ` over ${n} motors` : ''}: ${withBand(value, 'W', band ? [band[0] / n, band[1] / n] : null)}; rating ${how}.${per}`
      },
      c.schools
    );
  }
};

/** Watts per gram of motor: 3 continuous, 5 in bursts. Common practice, no source. */
export const motorLoading: Check = {
  id: 'watts-per-gram',
  run: (c) => {
    const { motor } = c.i.setup;
    const known = motor.massKg ?? (motor.maxPowerW == null ? null : estimateMotorMassKg(motor.maxPowerW));
    if (motor.massKg == null || known === null) return null;
    const value = c.worst.electricalPowerW / c.i.model.count / (known * 1000);
    return judge(
      {
        id: 'watts-per-gram',
        title: 'watts per gram of motor',
        part: 'motor',
        unit: 'W/g',
        value,
        rating: wattsPerGram.burst,
        marginLimit: wattsPerGram.continuous,
        working: `${showUnit(c.worst.electricalPowerW / c.i.model.count, 'W')} over ${show(known * 1000)} g. Rule of thumb: 3 W/g for as long as the pack lasts, 5 W/g in bursts.`
      },
      c.schools
    );
  }
};
