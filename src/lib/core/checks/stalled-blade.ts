import { INCH_M } from '../units/convert.ts';
import { show } from '../units/show.ts';
import { pitches } from './propulsor-candidates.ts';
import { check } from './check.ts';

/** Pitch over diameter: steep blades stall standing still and only bite in flight. */
export const stalledBlade = check({
  id: 'stalled-blade',
  title: 'pitch for the diameter',
  part: 'propulsor',
  unit: 'times its diameter',
  wish: 'less pitch for its diameter',
  candidates: (s) => [pitches(s, 'down')],
  judge: (s) => {
    const p = s.setup.propulsor;
    if (p.kind !== 'propeller') return null;
    const value = p.pitchM / p.diameterM;
    return {
      value,
      rating: 1.3,
      marginLimit: 0.85,
      working: () =>
        `${show(p.pitchM / INCH_M)} in / ${show(p.diameterM / INCH_M)} in = ${show(value)}. Above about 0.85 much of the blade is stalled standing still: long take-off, poor hand launch. Common practice, no source.`
    };
  }
});
