import type { Give } from '../checks/check.ts';
import type { CheckOutcome } from '../checks/finding.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { showUnit } from '../units/show.ts';
import type { FixablePart } from '../registry/parts.ts';
import { partWord } from '../document/part-words.ts';
import { checkOf } from '../checks/all-checks.ts';
import { joinList } from '../text/join-list.ts';
import type { Band } from '../powertrain/bands.ts';

/** A check that stays beyond its limit, and why. */
export interface Cannot {
  readonly id: string;
  readonly sentence: string;
}

const GIVES: Readonly<Record<Exclude<Give, 'room'>, string>> = {
  weight: 'the weight',
  time: 'the wanted time',
  speed: 'the wanted speed',
  leads: 'the length of the leads'
};

/** Exponents by which a wish is met by less weight: thrust for the weight, hovering throttle, time of a craft that hovers. */
const BY_WEIGHT: Readonly<Record<string, number>> = {
  'thrust-to-weight': 1,
  // thrust grows about with the 1.6th power of the throttle
  'hover-throttle': 1.6,
  // power to hover goes with the weight to the power 1.5 (momentum theory)
  time: 1 / 1.5
};

/** Most of a craft's weight of which it is said that it would have to go: more is another craft. (m) */
const MOST_LIGHTER = 0.45;

/** Rotors that frames have. Common practice, no source. */
const ROTORS = [3, 4, 6, 8, 12] as const;

/** "about 1.1 kg lighter, or six rotors": what would meet a limit that no part does; null where neither is to be had. */
function whatWouldDo(r: CheckOutcome, limit: number, s: SetupAnalysis): string | null {
  const exponent = BY_WEIGHT[r.id];
  if (exponent === undefined || r.value === null || r.value <= 0 || s.kind === 'boat') return null;
  if (r.id === 'time' && s.kind !== 'multirotor') return null;
  const short = r.direction === 'below' ? limit / r.value : r.value / limit;
  const lighter = 1 - short ** exponent;
  const { craft, count = 1 } = s.setup;
  const ways =
    lighter > 0 && lighter <= MOST_LIGHTER
      ? [`about ${showUnit(lighter * craft.massKg, 'kg', 2)} lighter`]
      : [];
  const needed = s.kind === 'multirotor' && r.id !== 'time' ? count / short ** exponent : Infinity;
  const rotors = ROTORS.find((n) => n >= needed * 0.97 && n > count);
  if (rotors && craft.rotorLayout !== 'coaxial') ways.push(`${rotors} rotors`);
  return ways.length === 0 ? null : ways.join(', or ');
}

/** What would have to give for a limit that nothing meets: what the user holds, the room, the weight, the wish itself. */
function whatWouldGive(result: CheckOutcome, s: SetupAnalysis, keeps: readonly string[]): string {
  const { craft, fixed = [] } = s.setup;
  const held = (fixed as readonly FixablePart[]).map(
    (part) => `the ${partWord(part, s.setup.propulsor.kind)}`
  );
  // a submerged screw is as large as its power asks, not as the room is
  const bounded = craft.largestPropM != null && s.setup.propulsor.kind !== 'submerged-screw';
  const gives = [
    ...(keeps.length > 0 ? ['the change itself'] : []),
    ...(held.length > 0 ? [`something that is held (${held.join(', ')})`] : []),
    ...(checkOf(result.id)?.gives ?? [])
      .filter((g) => g !== 'room' || bounded)
      .map((g) =>
        g === 'room' ? `the room for the ${partWord('propulsor', s.setup.propulsor.kind)}` : GIVES[g]
      )
  ];
  return gives.length > 0
    ? `${joinList(gives)} would have to give`
    : 'its working says what would have to give';
}

/** Why a check cannot be met: the best value of what was tried, the limit, and what would have to give. */
export function cannotOf(result: CheckOutcome, s: SetupAnalysis, keeps: readonly string[]): string {
  const limit = result.reason === 'margin' ? result.marginLimit : result.limit;
  if (result.value === null || limit === null) return `${result.title} is not known.`;
  const way = result.direction === 'below' ? 'at most' : 'at least';
  const best = `${result.title}: ${showUnit(result.value, result.unit)} in the best of what was tried, ${way} ${showUnit(limit, result.unit)}`;
  if (result.reason !== 'band') {
    const does = whatWouldDo(result, limit, s);
    return `${best}; ${whatWouldGive(result, s, keeps)}${does === null ? '' : `: ${does}`}.`;
  }
  const edge = (result.band as Band)[result.direction === 'below' ? 1 : 0];
  return `${best}, but its band reaches ${showUnit(edge, result.unit)}: measured figures in place of estimated ones would settle it.`;
}
