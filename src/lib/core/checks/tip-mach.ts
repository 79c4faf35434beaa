import { show, showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { cells, otherKv } from './candidates.ts';
import { check } from './check.ts';
import { standingOf, tipMachOf } from './standing.ts';

/** Tip speed against the speed of sound: above about 0.7 noise and drag grow, above 0.85 thrust goes. */
export const tipMach = check({
  id: 'tip-mach',
  title: 'tip speed',
  part: 'propulsor',
  unit: 'Mach',
  wish: 'slower tips',
  gives: ['room'],
  candidates: (s) => [lighterPropulsors(s), cells(s, 'fewer', 3), otherKv(s, 'lower')],
  judge: (s) => {
    if (s.model.inWater) return null;
    const tip = (Math.PI * s.powertrain.diameterM * s.worst.rpm) / 60;
    const sound = s.model.fluid.soundSpeedMs;
    const scale = tip / sound / Math.max(s.worst.rpm, 1e-9);
    const band = s.worst.band?.rpm;
    return {
      value: tipMachOf(standingOf(s)),
      band: band ? [band[0] * scale, band[1] * scale] : null,
      rating: 0.85,
      marginLimit: 0.7,
      working: () =>
        `π × ${show(s.powertrain.diameterM)} m × ${show(s.worst.rpm)} / 60 = ${showUnit(tip, 'm/s')}; sound ${showUnit(sound, 'm/s')}. Above 0.7 it gets loud, above 0.85 it loses thrust. Common practice, no source.`
    };
  }
});
