import type { Craft } from '../document/schema.ts';
import { multirotorPurposeOf, purposeOf } from '../brief/wanted.ts';
import { OBJECTIVES, type Axis, type Objective, type Yardstick } from './search-request.ts';

/** What craft of a purpose are judged by where nothing else is said: plain to see, and to be changed. By judgement. (m) */
const AEROPLANE: Record<string, Yardstick> = {
  glider: { time: 1, thrust: 0.2, mass: 0.6, headroom: 0.2 },
  trainer: { time: 0.8, thrust: 0.4, headroom: 0.5, mass: 0.3 },
  sport: { time: 0.6, thrust: 0.6, headroom: 0.4, mass: 0.2 },
  floatplane: { time: 0.6, thrust: 0.8, headroom: 0.4, mass: 0.2 },
  'hand-launch': { time: 0.6, thrust: 0.6, mass: 0.6, headroom: 0.3 },
  aerobatic: { thrust: 1, time: 0.4, mass: 0.6, headroom: 0.3 },
  unlimited: { thrust: 1, time: 0.3, mass: 0.6, headroom: 0.3 },
  speed: { speed: 1, thrust: 0.3, time: 0.2, headroom: 0.3 },
  jet: { speed: 0.8, thrust: 0.6, time: 0.4, headroom: 0.3 }
};
const MULTIROTOR: Record<string, Yardstick> = {
  hover: { time: 1, efficiency: 0.3, headroom: 0.4 },
  carry: { thrust: 0.8, time: 0.8, headroom: 0.5 },
  agile: { thrust: 1, time: 0.3, mass: 0.5, headroom: 0.2 }
};
const BOAT = {
  fast: { speed: 1, time: 0.3, headroom: 0.4 },
  slow: { time: 0.4, thrust: 0.8, speed: 0.6, headroom: 0.5 }
} satisfies Record<string, Yardstick>;

/** The yardstick that a craft of a purpose starts with. */
export function yardstickFor(craft: Craft): Yardstick {
  if (craft.kind === 'boat') return craft.hull === 'displacement' ? BOAT.slow : BOAT.fast;
  return craft.kind === 'multirotor'
    ? MULTIROTOR[multirotorPurposeOf(craft.purpose)]
    : AEROPLANE[purposeOf(craft.purpose)];
}

/** A yardstick from what a request ranks by. */
export const yardstickOf = (craft: Craft, rank: Objective | Yardstick | null | undefined): Yardstick =>
  rank == null ? yardstickFor(craft) : typeof rank === 'string' ? { [rank]: 1 } : rank;

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
