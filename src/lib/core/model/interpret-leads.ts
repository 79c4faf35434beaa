import { estimateEscResistanceOhm } from '../parts/esc/estimate-resistance.ts';
import { show } from '../units/show.ts';
import {
  conductorResistanceOhm,
  connectorResistanceOhm,
  gaugeAreaM2
} from '../parts/wiring/lead-resistance.ts';
import { sourceOf, type Estimating } from './estimating.ts';
import type { SetupDocument } from '../document/schema.ts';

/** Half a metre of mixed leads and a connector pair, where the wiring is not described. (m) */
const WIRING_OHM = 0.003;
/** Leads that an ESC and a motor bring along: a label's resistance is read at their ends. Common practice, no source. (m) */
export const OWN_MOTOR_LEAD_M = 0.08;
/** Gauge of motor leads where nothing of the wiring is told. Common practice, no source. */
const MOTOR_GAUGE_AWG = 14;

/** Resistance of a two-wire length of leads, there and back, ohm, at their temperature in use. */
const pairOhm = ({ wiring }: SetupDocument, awg: number, lengthM: number): number =>
  conductorResistanceOhm(gaugeAreaM2(awg), 2 * lengthM, wiring?.temperatureC ?? 40);

const plugOhm = ({ wiring }: SetupDocument): number => connectorResistanceOhm(wiring?.connectorA ?? 60);

/**
 * Resistance that an adapter and the arms of a distribution add to the leads, ohm. Each of N arms carries an Nth of the
 * current, so that together they count an Nth.
 */
function beyondLeadOhm(setup: SetupDocument): number {
  const { wiring, count } = setup;
  const arms = count ?? 1;
  const armAwg = wiring?.branchGaugeAwg ?? wiring?.gaugeAwg;
  const arm =
    arms > 1 && armAwg != null && wiring?.branchLengthM != null
      ? pairOhm(setup, armAwg, wiring.branchLengthM) / arms
      : 0;
  return arm + (wiring?.adapter === 'fitted' ? plugOhm(setup) : 0);
}

/**
 * Resistance of the leads between pack and ESCs, there and back, ohm: given as a whole, or by gauge and length with what an
 * adapter and the arms of a distribution add, or usual with the same.
 */
export function wiringOhmOf(setup: SetupDocument, e: Estimating): number {
  const wiring = setup.wiring ?? {};
  if (wiring.resistanceOhm != null) {
    e.sources.wiringResistance = sourceOf(setup, 'wiring.resistanceOhm');
    return wiring.resistanceOhm;
  }
  const beyond = beyondLeadOhm(setup);
  if (wiring.gaugeAwg != null && wiring.leadLengthM != null) {
    e.sources.wiringResistance = 'label';
    return pairOhm(setup, wiring.gaugeAwg, wiring.leadLengthM) + plugOhm(setup) + beyond;
  }
  return e.take('wiringResistance', {
    path: 'wiring.resistanceOhm',
    title: 'resistance of the leads',
    value: WIRING_OHM + beyond,
    unit: 'Ω',
    working: `half a metre of leads and a connector pair${beyond > 0 ? `, ${show(1000 * beyond)} mΩ for what else is fitted` : ''}`
  });
}

/** Gauge of the motor leads: told, else as the leads before the ESC, else usual. */
const motorGaugeOf = ({ wiring, count }: SetupDocument): number =>
  wiring?.motorGaugeAwg ?? ((count ?? 1) > 1 ? wiring?.branchGaugeAwg : wiring?.gaugeAwg) ?? MOTOR_GAUGE_AWG;

/**
 * Resistance of the leads that lengthen those of ESC and motor, ohm: there and back, since two of the three carry the
 * current at a time. 0 where no length is told, or none beyond their own.
 */
export function motorLeadOhmOf(setup: SetupDocument): number {
  const beyondM = (setup.wiring?.motorLeadM ?? 0) - OWN_MOTOR_LEAD_M;
  return beyondM > 0 ? pairOhm(setup, motorGaugeOf(setup), beyondM) : 0;
}

/** Resistance of one ESC, ohm: given, or by its rating. */
export function escOhmOf(setup: SetupDocument, e: Estimating): number {
  const esc = setup.esc ?? {};
  return (
    esc.resistanceOhm ??
    e.take('escResistance', {
      path: 'esc.resistanceOhm',
      title: 'resistance of the ESC',
      value: esc.continuousA == null ? 0.003 : estimateEscResistanceOhm(esc.continuousA),
      unit: 'Ω',
      working:
        esc.continuousA == null
          ? 'no rating given: that of a 33 A ESC'
          : `0.1 V at ${show(esc.continuousA)} A`
    })
  );
}
