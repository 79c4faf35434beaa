import { show } from '../units/show.ts';
import { judge, type Check } from './check.ts';
import { cells, otherKv } from './ladders.ts';

/** Electrical rpm (motor rpm × pole pairs) against what the ESC can commutate. */
export const escElectricalRpm: Check = {
  id: 'esc-electrical-rpm',
  ladders: (s) => [cells(s, 'fewer'), otherKv(s, 'lower')],
  run: (c) => {
    const { esc, motor } = c.i.setup;
    if (motor.poles == null || esc?.maxElectricalRpm == null) return null;
    const rpm = c.worst.rpm * c.i.model.gearRatio;
    const pairs = motor.poles / 2;
    const scale = pairs * c.i.model.gearRatio;
    const band = c.worst.band?.rpm;
    return judge(
      {
        id: 'esc-electrical-rpm',
        title: 'electrical rpm',
        part: 'esc',
        unit: 'rpm',
        value: rpm * pairs,
        band: band ? [band[0] * scale, band[1] * scale] : null,
        rating: esc.maxElectricalRpm,
        working: `${show(rpm)} rpm × ${pairs} pole pairs = ${show(rpm * pairs)}; the ESC follows up to ${show(esc.maxElectricalRpm)}.`
      },
      c.schools
    );
  }
};
