import { wattsPerGram } from '../parts/motor/estimate.ts';
import type { Band } from '../powertrain/bands.ts';
import { show, showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { cells, otherKv } from './candidates.ts';
import { check, mayEstimate, withBand } from './check.ts';
import { driveWEach } from './per-unit.ts';

/** Power rating of the motor, against electrical power per motor at the pack, as labels count it. */
export const motorPower = check({
  id: 'motor-power',
  title: 'motor power',
  part: 'motor',
  unit: 'W',
  rail: 'motor',
  wish: 'a lighter load on the motor',
  gives: ['room'],
  candidates: (s) => [lighterPropulsors(s), cells(s, 'fewer'), otherKv(s, 'lower')],
  judge: (s) => {
    const { motor } = s.setup;
    const n = s.powertrain.count;
    const receiverW = s.worst.lossW.auxiliary;
    const value = driveWEach(s);
    const whole = s.worst.band?.electricalPowerW;
    const band: Band | null = whole ? [(whole[0] - receiverW) / n, (whole[1] - receiverW) / n] : null;
    let rating = motor.maxPowerW ?? null;
    const given = rating !== null;
    if (rating === null && mayEstimate(s, 'motor.maxPowerW') && motor.massKg != null) {
      rating = wattsPerGram.burst * motor.massKg * 1000;
    }
    const { massKg } = motor;
    const per = (): string =>
      massKg == null ? '' : ` That is ${show(value / (massKg * 1000))} W per gram of motor.`;
    return {
      value,
      band,
      rating,
      missing: 'the motor’s power rating',
      working: () =>
        `Volts × amps at the pack${receiverW > 0 ? ' less the receiver’s' : ''}${n > 1 ? `, over ${n} motors` : ''}: ${withBand(value, 'W', band)}; rating ${rating === null ? 'no figure' : `${showUnit(rating, 'W')}${given ? '' : ', estimated from 5 W/g'}`}.${per()}`
    };
  }
});
