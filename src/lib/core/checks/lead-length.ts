import { show } from '../units/show.ts';
import { capacitorFor, LEAD_WITHOUT_M } from '../model/capacitor.ts';
import { check } from './check.ts';

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
    const { does, says } = capacitorFor(s.setup);
    const fitted = does === true;
    return {
      value: length,
      rating: 4 * LEAD_WITHOUT_M,
      // a capacitor that does lets the leads be longer
      marginLimit: fitted ? 4 * LEAD_WITHOUT_M : LEAD_WITHOUT_M,
      working: () =>
        `${show(length)} m from pack to ESC. Beyond ${LEAD_WITHOUT_M} m the ripple on the ESC grows.${fitted ? ' The capacitor that is fitted takes it up.' : ` A low-ESR capacitor takes it up: ${says}`}`
    };
  }
});
