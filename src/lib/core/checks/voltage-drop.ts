import { show, showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { thickerLeads } from './wiring-candidates.ts';
import { check } from './check.ts';
import { dropPercent, standingOf } from './standing.ts';

/** Share of the pack's volts that leads may cost, and that they must not, %. Common practice, no source. */
const GOOD_SHARE = 3;
const LARGEST_SHARE = 8;

/** Volts lost in leads and connector at the worst-case current. */
export const voltageDrop = check({
  id: 'voltage-drop',
  title: 'volts lost in the leads',
  part: 'wiring',
  unit: '%',
  wish: 'thicker or shorter leads',
  candidates: (s) => [thickerLeads(s), lighterPropulsors(s)],
  judge: (s) => {
    const { worst, powertrain } = s;
    if (!(worst.batteryVoltageV > 0)) return null;
    const amps = worst.batteryCurrentA - powertrain.auxiliaryCurrentA;
    const drop = amps * powertrain.wiringResistanceOhm;
    const value = dropPercent(standingOf(s));
    return {
      value,
      rating: LARGEST_SHARE,
      marginLimit: GOOD_SHARE,
      working: () =>
        `${showUnit(amps, 'A')} × ${show(1000 * powertrain.wiringResistanceOhm)} mΩ, there and back, = ${showUnit(drop, 'V')} of ${showUnit(worst.batteryVoltageV, 'V')}: ${show(value, 2)} %.`
    };
  }
});
