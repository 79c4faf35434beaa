import { multirotorPurposeOf, purposeOf } from '../brief/wanted.ts';
import type { Craft } from '../document/schema.ts';
import { chosenSchool } from '../document/schools.ts';
import { goalsOf } from './goals.ts';
import { OBJECTIVES, type Axis, type Objective, type Yardstick } from './objectives.ts';
import { measureBy, type Measure } from './worth.ts';

/**
 * What craft of a purpose are judged by where nothing else is said: plain to see, and to be changed. By judgement; the reasons
 * stand in docs/yardsticks.md. (m)
 */
const AEROPLANE: Record<string, Yardstick> = {
  glider: { time: 0.8, thrust: 0.8, speed: 0.4, mass: 1, headroom: 1, build: 1 },
  trainer: { time: 0.8, thrust: 0.8, speed: 0.4, mass: 1, headroom: 1, build: 1 },
  sport: { time: 0.8, thrust: 1, speed: 0.6, mass: 1, headroom: 1, build: 1 },
  floatplane: { time: 0.7, thrust: 1, speed: 0.4, mass: 0.8, headroom: 1, build: 1 },
  'hand-launch': { time: 0.7, thrust: 1, speed: 0.4, mass: 1, headroom: 1, build: 1 },
  aerobatic: { time: 0.5, thrust: 1, speed: 0.4, mass: 1, headroom: 0.8, build: 0.8 },
  unlimited: { time: 0.5, thrust: 1, speed: 0.25, mass: 1, headroom: 0.8, build: 0.8 },
  speed: { time: 0.4, thrust: 0.4, speed: 1, mass: 0.7, headroom: 0.8, build: 0.8 },
  jet: { time: 0.6, thrust: 1, speed: 0.8, mass: 1, headroom: 1, build: 1 }
};
const MULTIROTOR: Record<string, Yardstick> = {
  hover: { time: 1, thrust: 0.8, mass: 0.6, headroom: 1, build: 1 },
  carry: { time: 0.9, thrust: 1, mass: 0.6, headroom: 1, build: 1 },
  agile: { time: 0.6, thrust: 1, speed: 0.6, mass: 1, headroom: 0.6, build: 1 }
};
const BOAT = {
  fast: { time: 0.7, speed: 1, mass: 0.6, headroom: 1, build: 1 },
  slow: { time: 0.8, thrust: 0.6, speed: 0.4, mass: 0.4, headroom: 1, build: 1 }
} satisfies Record<string, Yardstick>;

function ofPurpose(craft: Craft): Yardstick {
  if (craft.kind === 'boat') return craft.hull === 'displacement' ? BOAT.slow : BOAT.fast;
  return craft.kind === 'multirotor'
    ? MULTIROTOR[multirotorPurposeOf(craft.purpose)]
    : AEROPLANE[purposeOf(craft.purpose)];
}

/** Which objective the margin of what is recommended puts first. */
const FIRST: Readonly<Record<string, Objective>> = { longer: 'time', lighter: 'mass', 'in-hand': 'headroom' };
/** What the others count then, of what they counted. (m) */
const OTHERS = 0.5;

/** The yardstick that a craft of a purpose starts with. @param schools margins of the user, what is recommended first among them */
export function yardstickFor(craft: Craft, schools?: Record<string, string>): Yardstick {
  const usual = ofPurpose(craft);
  const first = FIRST[chosenSchool('recommended', schools).id];
  if (!first) return usual;
  const others = Object.entries(usual).map(([o, weight]) => [o, o === 'build' ? weight : OTHERS * weight]);
  return { ...Object.fromEntries(others), [first]: 1 };
}

/** A yardstick from what a request ranks by. */
export const yardstickOf = (
  craft: Craft,
  rank: Objective | Yardstick | null | undefined,
  schools?: Record<string, string>
): Yardstick =>
  rank == null ? yardstickFor(craft, schools) : typeof rank === 'string' ? { [rank]: 1 } : rank;

/**
 * What setups of a craft are ranked by. One objective alone counts without end; weights count up to the craft's goals.
 * @param mostKg as in `goalsOf` @param schools margins of the user
 */
export const measureOf = (
  craft: Craft,
  rank: Objective | Yardstick | null | undefined,
  mostKg?: number | null,
  schools?: Record<string, string>
): Measure => measureBy(yardstickOf(craft, rank, schools), goalsOf(craft, mostKg));

/** The two axes that tell most of a craft of a purpose. */
export function axesFor(craft: Craft): [x: Axis, y: Axis] {
  if (craft.kind === 'boat') return craft.hull === 'displacement' ? ['thrust', 'time'] : ['topSpeed', 'time'];
  if (craft.kind === 'fixed-wing' && ['speed', 'jet'].includes(purposeOf(craft.purpose)))
    return ['topSpeed', 'time'];
  return ['thrustToWeight', 'time'];
}

/** Objectives in the order in which they are told. */
export const objectivesOf = (yardstick: Yardstick): Objective[] =>
  OBJECTIVES.filter((o) => (yardstick[o] ?? 0) > 0);
