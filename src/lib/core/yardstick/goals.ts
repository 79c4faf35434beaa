import { usualSeconds } from '../brief/usual-time.ts';
import { multirotorPurposeOf, purposeOf } from '../brief/wanted.ts';
import { stallSpeedMs } from '../craft/fixed-wing/polar.ts';
import type { Craft } from '../document/schema.ts';
import { MULTIROTOR_PURPOSES, PURPOSES, type Purpose } from '../document/schools.ts';
import { estimatedWingAreaM2, wingOf } from '../model/wing.ts';
import { AIR_DENSITY_KG_M3, GRAVITY_MS2 } from '../units/constants.ts';

/** What a craft is wanted to do: where it does so much, more is worth little, and soon nothing. SI. */
export interface Goals {
  /** Time in ordinary use: the wish, else what is usual for the purpose. */
  readonly seconds: number;
  /** Thrust standing still: over weight, of a boat N; null where none is aimed at. */
  readonly thrust: number | null;
  readonly thrustOf: 'thrustToWeight' | 'thrust';
  /** Pitch speed of an aeroplane or an agile multirotor, a boat's top speed; null where none is aimed at. */
  readonly speedMs: number | null;
  /** Which figure of speed that is. */
  readonly speedOf: 'pitchSpeed' | 'topSpeed';
  /** All-up weight of the brief, kg. */
  readonly massKg: number;
  /** What is added to the figure of weight before it is compared: where that is the parts' alone, a usual airframe, kg. */
  readonly restKg: number;
  /** Weight that is held, kg; null where the weight does not follow the parts, or the user lifts it. */
  readonly mostKg: number | null;
  /** Whether every gram less is worth as much as below any goal: where agility is all. */
  readonly isLight: boolean;
}

/** How much heavier than its brief a craft may get, share. Common practice, no source. */
export const HEAVIER = 0.15;

/** Pitch speed over stall speed that is aimed at: below 2 a model has no reserve, beyond 3 it is for speed. Common practice, no source. */
const OVER_STALL: Readonly<Record<Purpose, number | null>> = {
  glider: 2,
  trainer: 2.2,
  sport: 2.8,
  floatplane: 2.3,
  'hand-launch': 2.2,
  aerobatic: 2.8,
  unlimited: 2.3,
  speed: 6,
  jet: null
};
/** Pitch speed of an agile multirotor, m/s. (m) */
const AGILE_MS = 38;
/** Speed of a fast hull: so many times sqrt(g L). From memory: 0.7 m at 14 to 16 m/s. (m) */
const FAST_FROUDE = 5.7;
/** A displacement hull's own speed: sqrt(g L) times 0.4 (a wave as long as the hull; any textbook of ships). */
const HULL_FROUDE = 0.4;
/** Bollard pull over weight of a boat that works. (m) */
const BOLLARD = 0.12;

/** Pitch or top speed that a craft is wanted to have, m/s. */
function speedGoal(craft: Craft): number | null {
  const wished = craft.targetSpeedMs ?? null;
  if (craft.kind === 'boat') {
    const length = craft.waterlineLengthM ?? 0.5 * Math.cbrt(craft.massKg);
    const froude = craft.hull === 'displacement' ? HULL_FROUDE : FAST_FROUDE;
    return wished ?? froude * Math.sqrt(GRAVITY_MS2 * length);
  }
  if (craft.kind === 'multirotor')
    return wished ?? (multirotorPurposeOf(craft.purpose) === 'agile' ? AGILE_MS : null);
  const over = OVER_STALL[purposeOf(craft.purpose)];
  if (over === null) return wished;
  const wing = wingOf({ ...craft, wingAreaM2: craft.wingAreaM2 ?? estimatedWingAreaM2(craft) });
  return Math.max(wing ? over * stallSpeedMs(wing, AIR_DENSITY_KG_M3) : 0, wished ?? 0);
}

/** Thrust over weight that those who fly unlimited verticals like best: "1.5 and more". Common practice, no source. */
const UNLIMITED_RATIO = 1.6;
/** What is aimed at where a least ratio is wished: a little more than that. (m) */
const ABOVE_WISH = 1.1;

/** Thrust over weight that a craft is wanted to have; a working boat's pull; null where none is aimed at. */
export function thrustGoal(craft: Craft): number | null {
  if (craft.kind === 'boat') return craft.hull === 'displacement' ? BOLLARD : null;
  if (craft.targetThrustToWeight != null) return ABOVE_WISH * craft.targetThrustToWeight;
  const purpose = purposeOf(craft.purpose);
  if (craft.kind === 'fixed-wing' && purpose === 'unlimited') return UNLIMITED_RATIO;
  const [low, high] =
    craft.kind === 'multirotor'
      ? MULTIROTOR_PURPOSES[multirotorPurposeOf(craft.purpose)].thrustToWeight
      : PURPOSES[purpose].thrustToWeight;
  return 0.5 * (low + high);
}

/** Share of an all-up weight that motors, pack, ESCs and propellers usually are. Common practice, no source. */
const USUAL_PARTS = { 'fixed-wing': 0.38, multirotor: 0.66, boat: 0.45 } as const;
/** The same of an agile multirotor, which is little else than its drive. */
const AGILE_PARTS = 0.78;

/**
 * What a craft is wanted to do, by its wishes and its purpose.
 * @param mostKg all-up weight that is not to be passed, kg: a figure is the user's own limit, which is judged elsewhere; null where
 *   he lifted it; undefined where he said nothing, and the brief's is held
 */
export function goalsOf(craft: Craft, mostKg?: number | null): Goals {
  const ratio = thrustGoal(craft);
  const isAgile = craft.kind === 'multirotor' && multirotorPurposeOf(craft.purpose) === 'agile';
  const parts = isAgile ? AGILE_PARTS : USUAL_PARTS[craft.kind];
  return {
    seconds:
      craft.targetSeconds ??
      usualSeconds({ kind: craft.kind, purpose: craft.purpose ?? '', hull: craft.hull }),
    thrust: ratio === null || craft.kind !== 'boat' ? ratio : ratio * craft.massKg * GRAVITY_MS2,
    thrustOf: craft.kind === 'boat' ? 'thrust' : 'thrustToWeight',
    speedMs: speedGoal(craft),
    speedOf: craft.kind === 'boat' ? 'topSpeed' : 'pitchSpeed',
    massKg: craft.massKg,
    restKg: craft.airframeMassKg == null ? (1 - parts) * craft.massKg : 0,
    isLight: isAgile,
    mostKg: craft.airframeMassKg == null || mostKg !== undefined ? null : (1 + HEAVIER) * craft.massKg
  };
}
