import { leadAmpacityA } from '../wiring/lead-resistance.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, withBand, type Check } from './check.ts';
import { largerConnectors, lighterPropulsors, thickerLeads } from './ladders.ts';

/** Current the pack leads carry. */
export const wiringCurrent: Check = {
  id: 'wiring-current',
  ladders: (s) => [thickerLeads(s), lighterPropulsors(s)],
  run: (c) => {
    const { wiring } = c.i.setup;
    if (wiring?.gaugeAwg == null) return null;
    const value = c.worst.batteryCurrentA;
    const continuous = leadAmpacityA(wiring.gaugeAwg);
    return judge(
      {
        id: 'wiring-current',
        title: 'lead current',
        part: 'wiring',
        unit: 'A',
        value,
        band: c.worst.band?.batteryCurrentA,
        rating: 1.6 * continuous,
        marginLimit: continuous,
        working: `${withBand(value, 'A', c.worst.band?.batteryCurrentA)} in gauge ${wiring.gaugeAwg} silicone lead: ${showUnit(continuous, 'A')} for as long as you like, ${showUnit(1.6 * continuous, 'A')} for a short flight; ${showUnit(c.worst.batteryVoltageV === 0 ? 0 : value * c.i.model.wiringResistanceOhm, 'V')} lost. Common practice, no source.`
      },
      c.schools
    );
  }
};

/** Connector rating. */
export const connectorCurrent: Check = {
  id: 'connector-current',
  ladders: (s) => [largerConnectors(s), lighterPropulsors(s)],
  run: (c) => {
    const rating = c.i.setup.wiring?.connectorA;
    if (rating == null) return null;
    return judge(
      {
        id: 'connector-current',
        title: 'connector',
        part: 'wiring',
        unit: 'A',
        value: c.worst.batteryCurrentA,
        band: c.worst.band?.batteryCurrentA,
        rating,
        working: `${showUnit(c.worst.batteryCurrentA, 'A')} through a connector made for ${showUnit(rating, 'A')}.`
      },
      c.schools
    );
  }
};

/** Longest pack leads without an extra capacitor at the ESC, m one way. Common practice, no source. */
const LEAD_M = 0.25;

/** Lead length: long leads ring and stress the ESC's capacitors. */
export const leadLength: Check = {
  id: 'lead-length',
  run: (c) => {
    const length = c.i.setup.wiring?.leadLengthM;
    if (length == null) return null;
    return judge(
      {
        id: 'lead-length',
        title: 'lead length',
        part: 'wiring',
        unit: 'm',
        value: length,
        rating: 4 * LEAD_M,
        marginLimit: LEAD_M,
        working: `${show(length)} m from pack to ESC. Beyond ${LEAD_M} m the ripple on the ESC grows: solder a low-ESR capacitor (some 220 µF per 10 cm, rated above the full-charge volts) at the ESC, or lengthen the motor side instead.`
      },
      c.schools
    );
  }
};
