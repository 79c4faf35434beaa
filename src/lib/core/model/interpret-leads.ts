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

/** Resistance of the leads between pack and ESCs, there and back, ohm: given, by gauge and length, or usual. */
export function wiringOhmOf(setup: SetupDocument, e: Estimating): number {
  const wiring = setup.wiring ?? {};
  if (wiring.resistanceOhm != null) {
    e.sources.wiringResistance = sourceOf(setup, 'wiring.resistanceOhm');
    return wiring.resistanceOhm;
  }
  if (wiring.gaugeAwg != null && wiring.leadLengthM != null) {
    e.sources.wiringResistance = 'label';
    return (
      conductorResistanceOhm(
        gaugeAreaM2(wiring.gaugeAwg),
        2 * wiring.leadLengthM,
        wiring.temperatureC ?? 40
      ) + connectorResistanceOhm(wiring.connectorA ?? 60)
    );
  }
  return e.take('wiringResistance', {
    path: 'wiring.resistanceOhm',
    title: 'resistance of the leads',
    value: WIRING_OHM,
    unit: 'Ω',
    working: 'half a metre of leads and a connector pair'
  });
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
