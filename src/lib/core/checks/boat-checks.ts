import { hullOf } from '../craft/boat/resistance.ts';
import { vapourPressurePa } from '../water/water.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { show, showUnit } from '../units/show.ts';
import { chosenSchool } from './schools.ts';
import { judge, type Check } from './check.ts';
import { cells, heavierPropulsors, lighterPropulsors, otherKv, pitches, type Ladder } from './ladders.ts';
import type { Situation } from '../situation/situation.ts';

/** Volts per cell of the two schools. */
const LOADED_V = 4.0;
const NOMINAL_V = 3.7;
/** Rpm window and the volts per cell at which it is counted, by school. Common practice, no source. */
const RPM_WINDOWS = {
  'loaded-25-30': { rpm: [25000, 30000], cellV: LOADED_V },
  'unloaded-22-33': { rpm: [22000, 33000], cellV: NOMINAL_V }
} as const;

/** The window of the chosen school. */
export const rpmWindowOf = (
  schools: Record<string, string> | undefined
): { readonly rpm: readonly [number, number]; readonly cellV: number } =>
  RPM_WINDOWS[chosenSchool('boat-rpm', schools).id as keyof typeof RPM_WINDOWS];

/** Cells or a KV that bring the rpm into the window. */
function towardsWindow(s: Situation): Ladder[] {
  const { rpm: window, cellV } = rpmWindowOf(s.schools);
  const { battery, motor } = s.i.setup;
  const slow = (motor.kvRpmPerVolt * battery.series * cellV) / s.i.model.gearRatio < window[0];
  return slow ? [cells(s, 'more', 6), otherKv(s, 'higher')] : [cells(s, 'fewer', 6), otherKv(s, 'lower')];
}

/** Rpm window of a surface drive, KV × cells × volts: too slow is weak, too fast burns. */
export const boatRpm: Check = {
  id: 'boat-rpm',
  ladders: (s) => towardsWindow(s),
  run: (c) => {
    const { setup } = c.i;
    if (setup.propulsor.kind !== 'surface-drive') return null;
    const { battery, motor } = setup;
    const gear = c.i.model.gearRatio;
    const { rpm: window, cellV } = rpmWindowOf(c.schools);
    const value = (motor.kvRpmPerVolt * battery.series * cellV) / gear;
    const slow = value < window[0];
    const loaded = c.boat?.loadedRpm;
    return judge(
      {
        id: 'boat-rpm',
        title: 'rpm window',
        part: 'motor',
        unit: 'rpm',
        direction: slow ? 'above' : 'below',
        value,
        rating: slow ? 0.85 * window[0] : 1.1 * window[1],
        marginLimit: slow ? window[0] : window[1],
        working: `${show(motor.kvRpmPerVolt)} KV × ${battery.series} cells × ${cellV.toFixed(1)} V${gear === 1 ? '' : ` / ${show(gear)}`} = ${show(value)} rpm; window ${show(window[0])} to ${show(window[1])}${loaded === undefined ? '' : `. Solved under way: ${show(loaded)} rpm`}.`
      },
      c.schools
    );
  }
};

/** Slip at top speed: a propulsor that slips much is too small, or the boat too heavy for it. */
export const boatSlip: Check = {
  id: 'boat-slip',
  ladders: (s) => [heavierPropulsors(s), pitches(s, 'down')],
  run: (c) => {
    const { boat } = c;
    if (!boat) return null;
    const displacement = c.i.setup.craft.hull === 'displacement';
    return judge(
      {
        id: 'boat-slip',
        title: 'slip',
        part: 'propulsor',
        unit: '%',
        value: 100 * boat.slip,
        rating: displacement ? 75 : 60,
        marginLimit: displacement ? 60 : 35,
        working: `1 − ${showUnit(boat.topSpeedMs, 'm/s')} / (${show(boat.loadedRpm)} rpm × pitch ${showUnit(c.i.model.pitchM * 1000, 'mm')}) = ${show(100 * boat.slip)} %.`
      },
      c.schools
    );
  }
};

/** Planing hulls: on the plane or ploughing. Froude number on beam of 1.6 is taken as planing. */
export const boatPlaning: Check = {
  id: 'boat-planing',
  ladders: (s) => [heavierPropulsors(s), cells(s, 'more', 3), otherKv(s, 'higher')],
  run: (c) => {
    const { boat } = c;
    const { craft } = c.i.setup;
    if (!boat || craft.hull === 'displacement') return null;
    const beam = hullOf(craft).beamM;
    const needed = 1.6 * Math.sqrt(GRAVITY_MS2 * beam);
    return judge(
      {
        id: 'boat-planing',
        title: 'planing',
        part: 'craft',
        unit: 'm/s',
        direction: 'above',
        value: boat.topSpeedMs,
        band: boat.band?.topSpeedMs,
        rating: needed,
        marginLimit: 1.3 * needed,
        working: `On the plane from 1.6 × √(g × beam ${showUnit(beam, 'm')}) = ${showUnit(needed, 'm/s')}; top speed ${showUnit(boat.topSpeedMs, 'm/s')}${boat.hump ? ': it does not climb over its own bow wave' : ''}.`
      },
      c.schools
    );
  }
};

/** Shaft depth taken for the pressure at a submerged screw, m. */
const DEPTH_M = 0.05;

/**
 * Cavitation of a submerged screw: blade area needed by Keller 1966, AE/A0 = (1.3 + 0.3 Z) T/((p0 − pv) D²) + 0.1,
 * against the blade area there is.
 */
export const cavitation: Check = {
  id: 'cavitation',
  ladders: (s) => [lighterPropulsors(s), heavierPropulsors(s), cells(s, 'fewer')],
  run: (c) => {
    const p = c.i.setup.propulsor;
    if (p.kind !== 'submerged-screw') return null;
    const each = c.worst.thrustN / c.i.model.count;
    const temperature = c.i.setup.environment?.waterTemperatureC ?? 15;
    const pressure = 101325 + c.i.fluid.densityKgM3 * GRAVITY_MS2 * DEPTH_M - vapourPressurePa(temperature);
    const blades = p.blades ?? 3;
    const value = ((1.3 + 0.3 * blades) * each) / (pressure * p.diameterM ** 2) + 0.1;
    const area = p.expandedAreaRatio ?? 0.5;
    return judge(
      {
        id: 'cavitation',
        title: 'blade area for the thrust',
        part: 'propulsor',
        unit: '',
        value,
        rating: area,
        working: `Keller: (1.3 + 0.3 × ${blades}) × ${showUnit(each, 'N')} / (${show(pressure / 1000)} kPa × (${show(p.diameterM)} m)²) + 0.1 = ${show(value)}; the screw has ${show(area)}.`
      },
      c.schools
    );
  }
};
