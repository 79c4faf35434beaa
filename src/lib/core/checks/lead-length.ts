import { show } from '../units/show.ts';
import { check } from './check.ts';

/** Longest pack leads without an extra capacitor at the ESC, m one way. Common practice, no source. */
const LEAD_M = 0.25;

/** Lead length: long leads ring and stress the ESC's capacitors. */
export const leadLength = check({
  id: 'lead-length',
  title: 'lead length',
  part: 'wiring',
  unit: 'm',
  wish: 'shorter leads or a capacitor at the ESC',
  gives: ['leads'],
  candidates: null,
  judge: (s) => {
    const length = s.setup.wiring?.leadLengthM;
    if (length == null) return null;
    return {
      value: length,
      rating: 4 * LEAD_M,
      marginLimit: LEAD_M,
      working: () =>
        `${show(length)} m from pack to ESC. Beyond ${LEAD_M} m the ripple on the ESC grows: solder a low-ESR capacitor (some 220 µF per 10 cm, rated above the full-charge volts) at the ESC, or lengthen the motor side instead.`
    };
  }
});
