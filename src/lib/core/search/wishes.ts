import { MULTIROTOR_PURPOSES, PURPOSES } from '../document/schools.ts';
import { multirotorPurposeOf, purposeOf } from '../brief/wanted.ts';
import type { Craft, SetupDocument } from '../document/schema.ts';
import { usualSeconds } from '../brief/usual-time.ts';
import type { SearchBrief, SearchLimits } from './search-request.ts';
import { searchBriefOf } from './search-brief.ts';

/** Thrust for the weight that a craft's purpose asks at least; null afloat. */
export function leastThrustOf(craft: Craft): number | null {
  if (craft.kind === 'boat') return null;
  if (craft.targetThrustToWeight != null) return craft.targetThrustToWeight;
  return craft.kind === 'multirotor'
    ? Math.max(2, MULTIROTOR_PURPOSES[multirotorPurposeOf(craft.purpose)].thrustToWeight[0])
    : PURPOSES[purposeOf(craft.purpose)].thrustToWeight[0];
}

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
      leastSeconds:
        craft.targetSeconds ??
        usualSeconds({ kind: craft.kind, purpose: craft.purpose ?? '', hull: craft.hull }),
      leastSpeedMs: craft.targetSpeedMs ?? null,
      largestPropM: craft.largestPropM ?? null,
      maxCurrentA: null,
      maxMassKg: null,
      maxHoverThrottle: null,
      series: null,
      rpmWindow: null,
      ownedOnly: false,
      propulsorKinds: [setup.propulsor.kind]
    }
  };
}
