import type { Craft } from '../document/schema.ts';
import type { QuantityName } from '../units/quantity.ts';
import { show, showUnit } from '../units/show.ts';
import type { Goals } from '../yardstick/goals.ts';
import { OBJECTIVES, type Axis, type Objective } from '../yardstick/objectives.ts';
import type { Measure } from '../yardstick/worth.ts';

/** An axis in words. */
interface AxisWords {
  readonly title: string;
  readonly quantity: QuantityName;
  /** As it stands over a column of figures. */
  readonly short: string;
}

const WORDS: Record<Axis, AxisWords> = {
  time: { title: 'time in ordinary use', quantity: 'minutes', short: 'min' },
  thrustToWeight: { title: 'thrust for the weight', quantity: 'ratio', short: '× weight' },
  thrust: { title: 'thrust standing still', quantity: 'thrust', short: 'thrust' },
  current: { title: 'current at full throttle', quantity: 'current', short: 'A' },
  mass: { title: 'all-up weight', quantity: 'craftMass', short: 'weight' },
  topSpeed: { title: 'top speed', quantity: 'speed', short: 'speed' },
  pitchSpeed: { title: 'pitch speed', quantity: 'speed', short: 'pitch speed' },
  hoverThrottle: { title: 'hover throttle', quantity: 'share', short: 'hover' },
  headroom: { title: 'smallest headroom', quantity: 'share', short: 'headroom' },
  efficiency: { title: 'thrust for each watt', quantity: 'thrust', short: 'per W' }
};

/** An axis in words for a craft. */
export function axisWords(axis: Axis, craft: Craft): AxisWords {
  // a weight that stays as it is tells nothing: then what the parts weigh does
  if (axis === 'mass' && craft.airframeMassKg == null)
    return { title: 'weight of the parts', quantity: 'mass', short: 'parts' };
  return WORDS[axis];
}

/** Axes that tell something of a craft. */
export function axesOf(craft: Craft): Axis[] {
  const common: Axis[] = ['time', 'current', 'mass', 'headroom', 'efficiency', 'topSpeed', 'pitchSpeed'];
  if (craft.kind === 'boat') return [...common, 'thrust'];
  return craft.kind === 'multirotor'
    ? [...common, 'thrustToWeight', 'thrust', 'hoverThrottle']
    : [...common, 'thrustToWeight', 'thrust'];
}

const OBJECTIVE_WORDS: Record<Objective, string> = {
  time: 'time',
  thrust: 'thrust',
  efficiency: 'thrust per watt',
  speed: 'top speed',
  mass: 'low weight',
  headroom: 'headroom',
  build: 'usual build'
};

/** An objective in a word or two. */
export const objectiveWord = (objective: Objective): string => OBJECTIVE_WORDS[objective];

/** Where an objective is full, in words; null where it has no goal. */
function goalWords(objective: Objective, goals: Goals): string | null {
  switch (objective) {
    case 'time':
      return showUnit(goals.seconds / 60, 'min', 2);
    case 'thrust':
      return goals.thrust === null
        ? null
        : goals.thrustOf === 'thrust'
          ? showUnit(goals.thrust, 'N', 2)
          : `${show(goals.thrust, 2)} times the weight`;
    case 'speed':
      return goals.speedMs === null ? null : showUnit(goals.speedMs, 'm/s', 2);
    case 'mass':
      return showUnit(goals.massKg, 'kg', 3);
    case 'headroom':
      return 'the margins';
    default:
      return null;
  }
}

/**
 * What is ranked by, in words, so that nothing of the score is hidden: each objective with its weight and where it is full. What
 * has no goal for the craft is left out.
 */
export function measureWords({ yardstick, goals }: Measure): string {
  const words = OBJECTIVES.flatMap((o) => {
    const weight = yardstick[o] ?? 0;
    if (weight === 0) return [];
    if (goals === null || o === 'efficiency' || o === 'build') return [`${weight} × ${OBJECTIVE_WORDS[o]}`];
    const goal = goalWords(o, goals);
    const word =
      o === 'mass'
        ? 'weight'
        : o === 'speed' && goals.speedOf === 'pitchSpeed'
          ? 'pitch speed'
          : OBJECTIVE_WORDS[o];
    return goal === null ? [] : [`${weight} × ${word} ${o === 'mass' ? 'down' : 'up'} to ${goal}`];
  });
  return words.length === 0 ? 'nothing yet' : words.join(' + ');
}
