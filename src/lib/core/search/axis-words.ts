import type { Craft } from '../document/schema.ts';
import type { QuantityName } from '../units/quantity.ts';
import type { Axis, Objective } from './search-request.ts';

/** An axis in words. */
export interface AxisWords {
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
  headroom: 'headroom'
};

/** An objective in a word or two. */
export const objectiveWord = (objective: Objective): string => OBJECTIVE_WORDS[objective];

/**
 * The yardstick as a formula: "time × thrust^0.5 × (1 + headroom)^0.4 / weight^0.2", so that nothing of the score is hidden.
 */
export function yardstickFormula(yardstick: Readonly<Partial<Record<Objective, number>>>): string {
  const power = (name: string, weight: number): string => (weight === 1 ? name : `${name}^${weight}`);
  const terms = (Object.keys(OBJECTIVE_WORDS) as Objective[]).filter((o) => (yardstick[o] ?? 0) > 0);
  const over = terms
    .filter((o) => o !== 'mass')
    .map((o) => power(o === 'headroom' ? '(1 + headroom)' : OBJECTIVE_WORDS[o], yardstick[o] as number));
  const under = yardstick.mass ? ` / ${power('weight', yardstick.mass)}` : '';
  return over.length === 0 && under === '' ? 'nothing yet' : `${over.join(' × ') || '1'}${under}`;
}
