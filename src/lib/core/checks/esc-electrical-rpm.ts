import { show } from '../units/show.ts';
import { cells, otherKv } from './candidates.ts';
import { check } from './check.ts';
import { electricalRpm, standingOf } from './standing.ts';

/** Electrical rpm (motor rpm × pole pairs) against what the ESC can commutate. */
export const escElectricalRpm = check({
  id: 'esc-electrical-rpm',
  title: 'electrical rpm',
  part: 'esc',
  unit: 'rpm',
  wish: 'an ESC that follows the rpm',
  gives: ['room'],
  candidates: (s) => [cells(s, 'fewer'), otherKv(s, 'lower')],
  judge: (s) => {
    const { esc, motor } = s.setup;
    const rating = esc?.maxElectricalRpm;
    if (motor.poles == null || rating == null) return null;
    const rpm = s.worst.rpm * s.powertrain.gearRatio;
    const pairs = motor.poles / 2;
    const scale = pairs * s.powertrain.gearRatio;
    const band = s.worst.band?.rpm;
    return {
      value: electricalRpm(standingOf(s)),
      band: band ? [band[0] * scale, band[1] * scale] : null,
      rating,
      working: () =>
        `${show(rpm)} rpm × ${pairs} pole pairs = ${show(rpm * pairs)}; the ESC follows up to ${show(rating)}.`
    };
  }
});
