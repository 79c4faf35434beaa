import { checkOf, type CheckId } from '../checks/all-checks.ts';
import { leastPitchSpeedMs } from '../checks/pitch-speed.ts';
import {
  driveWatts,
  dropPercent,
  electricalRpm,
  escAmps,
  motorAmps,
  packAmps,
  packPercent,
  pitchMs,
  propulsorTurns,
  thrustShare,
  tipMachOf,
  type Standing
} from '../checks/standing.ts';
import { plugRatingA } from '../model/plugs.ts';
import type { Assembler } from './assembler.ts';
import { places, type Places, type Space } from './space.ts';

/**
 * Checks whose value at full throttle, standing, on a full pack is one number against a limit, as `checks/standing.ts` has it. In
 * the order in which they are tried where the first that is over ends the matter: what rejects most, and costs least, first.
 */
export const BY_NUMBER = [
  ['pack-current', packAmps],
  ['esc-current', escAmps],
  ['motor-current', motorAmps],
  ['motor-power', driveWatts],
  ['thrust-to-weight', thrustShare],
  ['pack-weight', packPercent],
  ['wiring-current', packAmps],
  ['connector-current', packAmps],
  ['voltage-drop', dropPercent],
  ['esc-burst', escAmps],
  ['esc-electrical-rpm', electricalRpm],
  ['propulsor-rpm', propulsorTurns],
  ['tip-mach', tipMachOf],
  ['pitch-speed', pitchMs]
] as const satisfies readonly (readonly [CheckId, (at: Standing) => number])[];
export type ByNumber = (typeof BY_NUMBER)[number][0];
/** Checks of numbers that hold from a limit upwards; the others hold up to it. */
export const HOLDS_ABOVE: readonly ByNumber[] = ['thrust-to-weight', 'pitch-speed'];

/** Limits of the checks of numbers by the parts of a combination and its weight; infinite where there is none. */
export type Limits = Readonly<Record<ByNumber, (at: Places, massKg: number) => number>>;

/** How many of a part a search chooses from. */
export function countOf(space: Space, part: keyof Places): number {
  const { propulsors, motors, gears, batteries, escs, supplies } = space;
  return {
    propulsor: propulsors,
    motor: motors,
    gear: gears,
    battery: batteries,
    esc: escs,
    supply: supplies
  }[part].length;
}

/** What the plug of each pack carries, whatever the ESC's, A. */
export const packPlugsOf = ({ batteries, head }: Space): Float64Array =>
  Float64Array.from(batteries, ({ document: { connector } }) => plugRatingA(head, connector, undefined));

/** The limits of a space: from the checks themselves, each asked once for each part that decides it, or from labels. */
export function limitsOf(assembler: Assembler, packPlugA: Float64Array): Limits {
  const { space } = assembler;
  const { craft } = space.head;
  const noneOf = (id: ByNumber): number => (HOLDS_ABOVE.includes(id) ? -Infinity : Infinity);
  /** The rating that a check takes with one part in place. */
  const rating = (id: ByNumber, at: Partial<Places> = {}): number => {
    const judged = checkOf(id)?.judge(assembler.situation({ ...places(), ...at }));
    return judged && !('unknown' in judged) ? (judged.rating ?? noneOf(id)) : noneOf(id);
  };
  const whatever = (id: ByNumber): Limits[ByNumber] => {
    const one = rating(id);
    return () => one;
  };
  const by = (part: keyof Places, of: (k: number) => number | null | undefined): Limits[ByNumber] => {
    const figures = Float64Array.from({ length: countOf(space, part) }, (_, k) => of(k) ?? Infinity);
    return (at) => figures[at[part]];
  };
  const judgedBy = (part: keyof Places, id: ByNumber): Limits[ByNumber] =>
    by(part, (k) => rating(id, { [part]: k }));
  const ofEsc = (read: (esc: Space['escs'][number]['document']) => number | null | undefined) =>
    by('esc', (k) => read(space.escs[k].document));
  const mach = whatever('tip-mach');
  // the weaker plug counts, so neither may be asked with the other in place
  const escPlug = ofEsc(({ connector }) => plugRatingA(space.head, undefined, connector));
  return {
    'pack-current': judgedBy('battery', 'pack-current'),
    // the highest that may count: between the two ratings only ordinary use decides
    'esc-current': ofEsc(({ continuousA, burstA }) =>
      continuousA == null || craft.kind !== 'multirotor' ? continuousA : Math.max(burstA ?? 0, continuousA)
    ),
    // an estimated rating rests on volts under load: only a given one is sieved by
    'motor-current': by('motor', (k) => space.motors[k].document.maxCurrentA),
    'motor-power': judgedBy('motor', 'motor-power'),
    'thrust-to-weight': whatever('thrust-to-weight'),
    'pack-weight': whatever('pack-weight'),
    'wiring-current': whatever('wiring-current'),
    'connector-current': (at, massKg) => Math.min(packPlugA[at.battery], escPlug(at, massKg)),
    'voltage-drop': whatever('voltage-drop'),
    'esc-burst': judgedBy('esc', 'esc-burst'),
    'esc-electrical-rpm': ofEsc((esc) => esc.maxElectricalRpm),
    'propulsor-rpm': judgedBy('propulsor', 'propulsor-rpm'),
    'tip-mach': (at, massKg) => (assembler.propulsor(at.propulsor).inWater ? Infinity : mach(at, massKg)),
    'pitch-speed': leastPitchMsOf(assembler)
  };
}

/** Pitch speed that an aeroplane of a weight needs, m/s: anew for each weight where the parts make it. */
function leastPitchMsOf(assembler: Assembler): Limits[ByNumber] {
  const { craft } = assembler.space.head;
  if (craft.kind !== 'fixed-wing') return () => -Infinity;
  const least = (massKg: number, propulsor: number): number =>
    leastPitchSpeedMs({ ...craft, massKg }, assembler.propulsor(propulsor).fluid.densityKgM3) ?? -Infinity;
  if (craft.airframeMassKg != null) return (at, massKg) => least(massKg, at.propulsor);
  const fixed = least(craft.massKg, 0);
  return () => fixed;
}
