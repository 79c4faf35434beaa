import { partWord } from '../document/part-words.ts';
import { INCH_M } from '../units/convert.ts';
import { showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { check } from './check.ts';

/** Diameter against the room there is. */
export const clearance = check({
  id: 'clearance',
  title: 'room for the blades',
  part: 'propulsor',
  unit: 'in',
  wish: (s) => `a ${partWord('propulsor', s.setup.propulsor.kind)} that fits`,
  candidates: (s) => [lighterPropulsors(s)],
  judge: (s) => {
    const room = s.setup.craft.largestPropM;
    if (room == null) return null;
    const value = s.setup.propulsor.diameterM / INCH_M;
    return {
      value,
      rating: room / INCH_M,
      working: () =>
        `${showUnit(value, 'in')} across; ${showUnit(room / INCH_M, 'in')} fit by ground, frame or cut-out. A larger propeller must be balanced with more care.`
    };
  }
});
