import { leadAmpacityA } from '../parts/wiring/lead-resistance.ts';
import { showUnit } from '../units/show.ts';
import { lighterPropulsors, thickerLeads } from './candidates.ts';
import { check, withBand } from './check.ts';

/** Current the pack leads carry. */
export const wiringCurrent = check({
  id: 'wiring-current',
  title: 'lead current',
  part: 'wiring',
  unit: 'A',
  rail: 'wiring',
  wish: 'thicker leads',
  gives: ['room'],
  candidates: (s) => [thickerLeads(s), lighterPropulsors(s)],
  judge: (s) => {
    const { wiring } = s.setup;
    if (wiring?.gaugeAwg == null) return null;
    const value = s.worst.batteryCurrentA;
    const continuous = leadAmpacityA(wiring.gaugeAwg);
    return {
      value,
      band: s.worst.band?.batteryCurrentA,
      rating: 1.6 * continuous,
      marginLimit: continuous,
      working: () =>
        `${withBand(value, 'A', s.worst.band?.batteryCurrentA)} in gauge ${wiring.gaugeAwg} silicone lead: ${showUnit(continuous, 'A')} for as long as you like, ${showUnit(1.6 * continuous, 'A')} for a short flight; ${showUnit(s.worst.batteryVoltageV === 0 ? 0 : value * s.train.wiringResistanceOhm, 'V')} lost. Common practice, no source.`
    };
  }
});
