import { leadLimits } from '../model/leads.ts';
import { PLUG_LIMIT_C, TOUCH_C } from '../parts/wiring/insulation.ts';
import { showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { thickerLeads } from './wiring-candidates.ts';
import { check, withBand } from './check.ts';
import { packAmps, standingOf } from './standing.ts';

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
    const value = packAmps(standingOf(s));
    const { touchA, limitA, limitC, airC, insulation } = leadLimits(s.setup, wiring.gaugeAwg, s.spellS);
    return {
      value,
      band: s.worst.band?.batteryCurrentA,
      rating: limitA,
      marginLimit: touchA,
      working: () =>
        `${withBand(value, 'A', s.worst.band?.batteryCurrentA)} in a gauge ${wiring.gaugeAwg} ${insulation.title} lead: ${showUnit(touchA, 'A')} for as long as you like keep it at ${TOUCH_C} °C in still air of ${showUnit(airC, '°C', 2)}, ${showUnit(limitA, 'A')} bring it ${Number.isFinite(s.spellS) ? `within ${showUnit(s.spellS, 's', 2)} ` : ''}to ${limitC} °C${limitC === PLUG_LIMIT_C ? ', where plugs soften' : ', the limit of its insulation'} (Churchill and Chu 1975 and radiation); ${showUnit(s.worst.batteryVoltageV === 0 ? 0 : value * s.powertrain.wiringResistanceOhm, 'V')} lost.`
    };
  }
});
