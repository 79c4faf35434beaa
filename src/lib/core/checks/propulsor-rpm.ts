import { partWord } from '../document/part-words.ts';
import type { Propulsor } from '../document/schema.ts';
import { INCH_M } from '../units/convert.ts';
import { show } from '../units/show.ts';
import { heavierPropulsors, lighterPropulsors } from './propulsor-candidates.ts';
import { cells, otherKv } from './candidates.ts';
import { check } from './check.ts';
import { propulsorTurns, standingOf } from './standing.ts';

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
function highestRpm(p: Propulsor): { rpm: number; how: () => string } | null {
  if (p.maxRpm != null) return { rpm: p.maxRpm, how: () => 'its maker’s figure' };
  if (p.kind !== 'propeller') return null;
  const inches = p.diameterM / INCH_M;
  const family = p.family ?? 'thin-electric';
  const product = rpmInches(family, inches);
  return { rpm: product / inches, how: () => `rule of its kind, ${show(product)} / ${show(inches)} in` };
}

/** Rpm limit of the propulsor's kind. */
export const propulsorRpm = check({
  id: 'propulsor-rpm',
  title: 'propeller rpm',
  part: 'propulsor',
  unit: 'rpm',
  rail: 'propulsor',
  wish: (s) => `a ${partWord('propulsor', s.setup.propulsor.kind)} that stands the rpm`,
  gives: ['room'],
  candidates: (s) => [heavierPropulsors(s), cells(s, 'fewer', 3), otherKv(s, 'lower'), lighterPropulsors(s)],
  judge: (s) => {
    const highest = highestRpm(s.setup.propulsor);
    if (highest === null) return null;
    const rating = highest.rpm;
    return {
      value: propulsorTurns(standingOf(s)),
      band: s.worst.band?.rpm,
      rating,
      working: () =>
        `${show(s.worst.rpm)} rpm at full throttle, standing; limit ${show(rating)} rpm: ${highest.how()}. In a dive it turns faster.`
    };
  }
});
