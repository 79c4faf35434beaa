import type { Goals } from './goals.ts';
import { OBJECTIVES, type FoundColumn, type Objective, type Yardstick } from './objectives.ts';

/**
 * What setups are ranked by: weights, and the goals at which more is worth little. Without goals each figure counts by itself,
 * without end: where somebody asks for the longest time, the longest time comes first.
 */
export interface Measure {
  readonly yardstick: Yardstick;
  readonly goals: Goals | null;
}

/** What is ranked by weights: up to goals, unless one objective alone counts, which then counts without end. */
export const measureBy = (yardstick: Yardstick, goals: Goals): Measure => ({
  yardstick,
  goals: Object.values(yardstick).filter((weight) => weight > 0).length === 1 ? null : goals
});

/** Weight of what lies beyond a goal, up to so many times the goal; nothing after. (m) */
const BEYOND = 0.15;
export const ENOUGH = 1.3;
/** How much more it counts to be heavier than the brief than to be lighter. (m) */
const TOO_HEAVY = 2;
/** What a margin that is used up counts against a score, where what the checks find is at hand. (m) */
export const MARGIN_USED = 0.03;
/** What it counts to be beyond the weight that is held: no merit makes up for it. */
const BEYOND_HELD = 50;
const LEAST = 1e-9;

/** A logarithm that is full at a goal, a sixth as steep up to 1.3 times the goal, and level after. */
export const towards = (value: number, goal: number): number => {
  const share = value / goal;
  return share < 1 ? Math.log(Math.max(share, LEAST)) : BEYOND * Math.log(Math.min(share, ENOUGH));
};

/** Which figure tells an objective. */
export const COLUMN_OF: Readonly<Record<Objective, FoundColumn>> = {
  time: 'time',
  thrust: 'thrust',
  efficiency: 'efficiency',
  speed: 'topSpeed',
  mass: 'mass',
  headroom: 'headroom',
  build: 'build'
};

/** The figure of an objective: where there are goals, the one that the goal is told in. */
function columnFor(objective: Objective, goals: Goals | null): FoundColumn {
  if (goals !== null && objective === 'speed') return goals.speedOf;
  if (goals !== null && objective === 'thrust') return goals.thrustOf;
  if (goals !== null && objective === 'headroom') return 'spare';
  return COLUMN_OF[objective];
}

/** What a figure counts for without a goal: its logarithm, so that ten per cent more counts the same whatever there is. */
function plainWorth(objective: Objective, value: number): number {
  if (objective === 'build') return value;
  if (objective === 'headroom') return Math.log(Math.max(1 + value, LEAST));
  const log = Math.log(Math.max(value, LEAST));
  return objective === 'mass' ? -log : log;
}

function massWorth(figureKg: number, { massKg, restKg, mostKg, isLight }: Goals): number {
  const kg = figureKg + restKg;
  const held = mostKg !== null && kg > mostKg * (1 + 1e-9) ? -BEYOND_HELD : 0;
  if (kg > massKg) return held - TOO_HEAVY * Math.log(kg / massKg);
  return isLight ? Math.log(massKg / kg) : towards(massKg / kg, 1);
}

/**
 * What one objective counts for, in logarithms: 0 at its goal, less below, a little more above. What a craft does not do
 * counts nothing, what it cannot do counts as the least there is.
 */
export function worth(objective: Objective, value: number | null, goals: Goals | null): number {
  if (value === null) return 0;
  if (goals === null) return plainWorth(objective, value);
  switch (objective) {
    case 'time':
      return towards(value, goals.seconds);
    case 'thrust':
      return goals.thrust === null ? 0 : towards(value, goals.thrust);
    case 'speed':
      return goals.speedMs === null ? 0 : towards(value, goals.speedMs);
    case 'mass':
      return massWorth(value, goals);
    case 'headroom':
      return Math.min(0, Math.log(Math.max(1 + value, LEAST)));
    default:
      return plainWorth(objective, value);
  }
}

/** Score by a measure: the sum of weight times worth. The higher the better. */
export function scoreOf(
  value: (column: FoundColumn) => number | null,
  { yardstick, goals }: Measure
): number {
  let score = 0;
  for (const objective of OBJECTIVES) {
    const weight = yardstick[objective] ?? 0;
    if (weight !== 0) score += weight * worth(objective, value(columnFor(objective, goals)), goals);
  }
  return score;
}
