import { show } from '../units/show.ts';
import { check } from './check.ts';

/** How far a measured KV may lie from the label's: by the hundred as makers print, and beyond what any hand winding excuses, %. (m) */
const USUAL_OFF = 5;
const WRONG_OFF = 12;

/** The motor's label against what runs of it showed. */
export const motorLabel = check({
  id: 'motor-label',
  title: 'label against measurements',
  part: 'motor',
  unit: '%',
  wish: 'a look at the motor: it is not what its label says',
  candidates: null,
  judge: (s) => {
    const { applied, setup } = s.model;
    const factor = applied?.told.has('kv') ? applied.factors.kv : null;
    if (factor === null || factor === undefined) return null;
    const value = 100 * Math.abs(factor - 1);
    const kv = setup.motor.kvRpmPerVolt;
    return {
      value,
      rating: WRONG_OFF,
      marginLimit: USUAL_OFF,
      working: () =>
        `KV ${show(kv, 4)} on the label, ${show(kv * factor, 4)} by the calibration: ${show(value, 2)} % off. ${USUAL_OFF} % is usual; beyond ${WRONG_OFF} % suspect another winding, a damaged magnet or a wrong pole count in the rpm meter.`
    };
  }
});
