import { MULTIROTOR_PURPOSES, PURPOSES } from '../document/schools.ts';
import { multirotorPurposeOf, purposeOf } from '../brief/wanted.ts';
import { partMasses, withAllUpMass } from '../model/all-up-mass.ts';
import type { Craft, SetupDocument } from '../document/schema.ts';
import { isTyped } from '../document/sources.ts';
import type { SearchBrief, SearchLimits } from './search-request.ts';
import { HEAVIER } from '../yardstick/goals.ts';
import { searchBriefOf } from './search-brief.ts';

/** Least share of an all-up weight that an airframe has: where less is left, one of the weights is wrong. */
const LEAST_AIRFRAME = 0.2;

/**
 * Weight of a setup's airframe, kg: as the brief gives it, else what is left of the all-up weight without the parts the setup
 * has now, as when a part is exchanged in Match. Null where a part's weight is not known.
 */
export function airframeOf(setup: SetupDocument): { readonly kg: number; readonly given: boolean } | null {
  const { airframeMassKg, massKg } = setup.craft;
  if (airframeMassKg != null) return { kg: airframeMassKg, given: true };
  const parts = partMasses(setup);
  const known = (part: string): boolean => parts.some((p) => p.part === part);
  if (!known('battery') || !known('motor') || (setup.esc != null && !known('esc'))) return null;
  const kg = Number((massKg - parts.reduce((sum, p) => sum + p.kg, 0)).toPrecision(4));
  return kg >= LEAST_AIRFRAME * massKg ? { kg, given: false } : null;
}

/** Thrust for the weight that a craft's purpose asks at least; null afloat. */
function leastThrustOf(craft: Craft): number | null {
  if (craft.kind === 'boat') return null;
  if (craft.targetThrustToWeight != null) return craft.targetThrustToWeight;
  return craft.kind === 'multirotor'
    ? Math.max(2, MULTIROTOR_PURPOSES[multirotorPurposeOf(craft.purpose)].thrustToWeight[0])
    : PURPOSES[purposeOf(craft.purpose)].thrustToWeight[0];
}

/**
 * All-up weight that a search is held to at first, kg: 15 % more than the brief's, or what the setup in hand weighs where that is
 * more. Null where the airframe's weight is not known, and the weight stays.
 */
function heldMassKg(setup: SetupDocument): number | null {
  if (airframeOf(setup) === null) return null;
  const held = Math.max((1 + HEAVIER) * setup.craft.massKg, withAllUpMass(setup).craft.massKg);
  return Math.ceil(held * 1000 - 1e-6) / 1000;
}

/** Cells that somebody chose for a setup: typed, or asked for by a change; null where they follow from something else. */
export const chosenCells = (setup: SetupDocument): number | null =>
  isTyped(setup, 'battery.series') ? setup.battery.series : null;

/**
 * A setup's brief parted in two for a search: the craft itself, and what is wanted of it, which may be asked otherwise there
 * than in the brief.
 */
export function wishesOf(
  setup: SetupDocument,
  schools: Readonly<Record<string, string>> = {}
): { brief: SearchBrief; limits: SearchLimits } {
  const { craft } = setup;
  const bare: Craft = { ...craft };
  delete bare.targetSeconds;
  delete bare.targetSpeedMs;
  delete bare.targetThrustToWeight;
  delete bare.largestPropM;
  const brief = searchBriefOf({ ...setup, craft: bare }, schools);
  return {
    brief,
    limits: {
      leastThrustToWeight: leastThrustOf(craft),
      leastSeconds: craft.targetSeconds ?? null,
      leastSpeedMs: craft.targetSpeedMs ?? null,
      largestPropM: craft.largestPropM ?? null,
      maxCurrentA: null,
      maxMassKg: heldMassKg(setup),
      maxHoverThrottle: null,
      series: null,
      rpmWindow: null,
      ownedOnly: false,
      propulsorKinds: [setup.propulsor.kind]
    }
  };
}

/**
 * The brief that Find searches by: the craft without its wishes, and by its airframe where the weight follows the parts.
 * @param byParts whether it does, where the airframe's weight is known
 */
export function findBriefOf(
  setup: SetupDocument,
  schools: Readonly<Record<string, string>>,
  byParts: boolean
): SearchBrief {
  const { brief } = wishesOf(setup, schools);
  const { airframeMassKg: _given, ...craft } = brief.craft;
  const kg = byParts ? airframeOf(setup)?.kg : undefined;
  return { ...brief, craft: kg === undefined ? craft : { ...craft, airframeMassKg: kg } };
}

/** A wish that is asked otherwise than in the brief. */
type OtherWish = 'leastThrustToWeight' | 'leastSeconds' | 'leastSpeedMs' | 'largestPropM';

/** Limits as they are searched by: what only repeats what the purpose asks anyway is left to the purpose and its school. */
export const searchedLimits = (setup: SetupDocument, limits: SearchLimits): SearchLimits =>
  setup.craft.targetThrustToWeight == null && limits.leastThrustToWeight === leastThrustOf(setup.craft)
    ? { ...limits, leastThrustToWeight: null }
    : limits;

/** Wishes that a search asks otherwise than the setup's own brief. */
export function otherWishes(setup: SetupDocument, limits: SearchLimits): OtherWish[] {
  const { craft } = setup;
  const own: Record<OtherWish, number | null> = {
    leastThrustToWeight: leastThrustOf(craft),
    leastSeconds: craft.targetSeconds ?? null,
    leastSpeedMs: craft.targetSpeedMs ?? null,
    largestPropM: craft.largestPropM ?? null
  };
  return (Object.keys(own) as OtherWish[]).filter((wish) => (limits[wish] ?? null) !== own[wish]);
}
