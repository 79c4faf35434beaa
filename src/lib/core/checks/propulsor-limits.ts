import type { Propulsor } from '../setup/schema.ts';
import { INCH_M } from '../units/convert.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, type Check } from './check.ts';
import { cells, heavierPropulsors, lighterPropulsors, otherKv, pitches } from './ladders.ts';

/** Highest rpm × diameter in inches by family, from memory of makers' sheets; the maker's own figure comes first. */
const RPM_INCHES = {
  'thin-electric': 150000,
  'slow-flyer': 65000,
  sport: 190000,
  multirotor: 105000,
  'multirotor-carbon': 120000,
  folding: 120000
} as const;
/** Small multirotor propellers are moulded stiffer and turn faster: up to 6.5 in, less by degrees up to 9.5 in. (m) */
const SMALL_ROTOR_RPM_INCHES = 190000;
const SMALL_ROTOR_IN = [6.5, 9.5] as const;

/** Highest rpm × inches of a family at a diameter. */
function rpmInches(family: keyof typeof RPM_INCHES, inches: number): number {
  const usual = RPM_INCHES[family];
  if (family !== 'multirotor') return usual;
  const [from, to] = SMALL_ROTOR_IN;
  const f = Math.min(Math.max((inches - from) / (to - from), 0), 1);
  return SMALL_ROTOR_RPM_INCHES + f * (usual - SMALL_ROTOR_RPM_INCHES);
}

/** Highest rpm of a propulsor: its maker's figure, else the rule of its kind; null where neither is known. */
export function highestRpm(p: Propulsor): { rpm: number; how: string } | null {
  if (p.maxRpm != null) return { rpm: p.maxRpm, how: 'its maker’s figure' };
  if (p.kind !== 'propeller') return null;
  const inches = p.diameterM / INCH_M;
  const family = p.family ?? 'thin-electric';
  const product = rpmInches(family, inches);
  return { rpm: product / inches, how: `rule of its kind, ${show(product)} / ${show(inches)} in` };
}

/** Rpm limit of the propulsor's kind. */
export const propulsorRpm: Check = {
  id: 'propulsor-rpm',
  ladders: (s) => [heavierPropulsors(s), cells(s, 'fewer', 3), otherKv(s, 'lower'), lighterPropulsors(s)],
  run: (c) => {
    const highest = highestRpm(c.i.setup.propulsor);
    if (highest === null) return null;
    const rating = highest.rpm;
    return judge(
      {
        id: 'propulsor-rpm',
        title: 'propeller rpm',
        part: 'propulsor',
        unit: 'rpm',
        value: c.worst.rpm,
        band: c.worst.band?.rpm,
        rating,
        working: `${show(c.worst.rpm)} rpm at full throttle, standing; limit ${show(rating)} rpm: ${highest.how}. In a dive it turns faster.`
      },
      c.schools
    );
  }
};

/** Tip speed against the speed of sound: above about 0.7 noise and drag grow, above 0.85 thrust goes. */
export const tipMach: Check = {
  id: 'tip-mach',
  ladders: (s) => [lighterPropulsors(s), cells(s, 'fewer', 3), otherKv(s, 'lower')],
  run: (c) => {
    if (c.i.inWater) return null;
    const tip = (Math.PI * c.i.model.diameterM * c.worst.rpm) / 60;
    const sound = c.i.fluid.soundSpeedMs;
    const scale = tip / sound / Math.max(c.worst.rpm, 1e-9);
    const band = c.worst.band?.rpm;
    return judge(
      {
        id: 'tip-mach',
        title: 'tip speed',
        part: 'propulsor',
        unit: 'Mach',
        value: tip / sound,
        band: band ? [band[0] * scale, band[1] * scale] : null,
        rating: 0.85,
        marginLimit: 0.7,
        working: `π × ${show(c.i.model.diameterM)} m × ${show(c.worst.rpm)} / 60 = ${showUnit(tip, 'm/s')}; sound ${showUnit(sound, 'm/s')}. Above 0.7 it gets loud, above 0.85 it loses thrust. Common practice, no source.`
      },
      c.schools
    );
  }
};

/** Pitch over diameter: steep blades stall standing still and only bite in flight. */
export const stalledBlade: Check = {
  id: 'stalled-blade',
  ladders: (s) => [pitches(s, 'down')],
  run: (c) => {
    const p = c.i.setup.propulsor;
    if (p.kind !== 'propeller') return null;
    const value = p.pitchM / p.diameterM;
    return judge(
      {
        id: 'stalled-blade',
        title: 'pitch for the diameter',
        part: 'propulsor',
        unit: '',
        value,
        rating: 1.3,
        marginLimit: 0.85,
        working: `${show(p.pitchM / INCH_M)} in / ${show(p.diameterM / INCH_M)} in = ${show(value)}. Above about 0.85 much of the blade is stalled standing still: long take-off, poor hand launch. Common practice, no source.`
      },
      c.schools
    );
  }
};

/** Diameter against the room there is. */
export const clearance: Check = {
  id: 'clearance',
  ladders: (s) => [lighterPropulsors(s)],
  run: (c) => {
    const room = c.i.setup.craft.largestPropM;
    if (room == null) return null;
    const value = c.i.setup.propulsor.diameterM / INCH_M;
    return judge(
      {
        id: 'clearance',
        title: 'propulsor room',
        part: 'propulsor',
        unit: 'in',
        value,
        rating: room / INCH_M,
        working: `${showUnit(value, 'in')} across; ${showUnit(room / INCH_M, 'in')} fit by ground, frame or cut-out. A larger propeller must be balanced with more care.`
      },
      c.schools
    );
  }
};
