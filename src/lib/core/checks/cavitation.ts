import { vapourPressurePa } from '../fluids/water.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { show, showUnit } from '../units/show.ts';
import { heavierPropulsors, lighterPropulsors } from './propulsor-candidates.ts';
import { cells } from './candidates.ts';
import { check } from './check.ts';

/** Shaft depth taken for the pressure at a submerged screw, m. */
const DEPTH_M = 0.05;

/**
 * Cavitation of a submerged screw: blade area needed by Keller 1966, AE/A0 = (1.3 + 0.3 Z) T/((p0 − pv) D²) + 0.1,
 * against the blade area there is.
 */
export const cavitation = check({
  id: 'cavitation',
  title: 'blade area for the thrust',
  part: 'propulsor',
  unit: '',
  wish: 'more blade area',
  candidates: (s) => [lighterPropulsors(s), heavierPropulsors(s), cells(s, 'fewer')],
  judge: (s) => {
    const p = s.setup.propulsor;
    if (p.kind !== 'submerged-screw') return null;
    const each = s.worst.thrustN / s.powertrain.count;
    const temperature = s.setup.environment?.waterTemperatureC ?? 15;
    const pressure =
      101325 + s.model.fluid.densityKgM3 * GRAVITY_MS2 * DEPTH_M - vapourPressurePa(temperature);
    const blades = p.blades ?? 3;
    const value = ((1.3 + 0.3 * blades) * each) / (pressure * p.diameterM ** 2) + 0.1;
    const area = p.expandedAreaRatio ?? 0.5;
    return {
      value,
      rating: area,
      working: () =>
        `Keller: (1.3 + 0.3 × ${blades}) × ${showUnit(each, 'N')} / (${show(pressure / 1000)} kPa × (${show(p.diameterM)} m)²) + 0.1 = ${show(value)}; the screw has ${show(area)}.`
    };
  }
});
