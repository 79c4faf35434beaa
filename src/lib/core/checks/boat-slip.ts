import { show, showUnit } from '../units/show.ts';
import { heavierPropulsors, pitches } from './propulsor-candidates.ts';
import { check } from './check.ts';

/** Slip at top speed: a propulsor that slips much is too small, or the boat too heavy for it. */
export const boatSlip = check({
  id: 'boat-slip',
  title: 'slip',
  part: 'propulsor',
  unit: '%',
  rail: 'propulsor',
  wish: 'a larger screw or a lighter boat',
  slow: true,
  gives: ['speed'],
  candidates: (s) => [heavierPropulsors(s), pitches(s, 'down')],
  judge: (s) => {
    const { boat } = s;
    if (!boat) return null;
    const displacement = s.setup.craft.hull === 'displacement';
    return {
      value: 100 * boat.slip,
      rating: displacement ? 75 : 60,
      marginLimit: displacement ? 60 : 35,
      working: () =>
        `1 − ${showUnit(boat.topSpeedMs, 'm/s')} / (${show(boat.loadedRpm)} rpm × pitch ${showUnit(s.powertrain.pitchM * 1000, 'mm')}) = ${show(100 * boat.slip)} %.`
    };
  }
});
