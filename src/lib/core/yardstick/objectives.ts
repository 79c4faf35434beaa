/** What setups are judged by: how each is reckoned stands in `gives.ts`, what it is worth in `worth.ts`. */
export const OBJECTIVES = ['time', 'thrust', 'efficiency', 'speed', 'mass', 'headroom', 'build'] as const;
export type Objective = (typeof OBJECTIVES)[number];

/** How much each objective counts, 0..1 or more; what is left out counts nothing. */
export type Yardstick = Readonly<Partial<Record<Objective, number>>>;

/** What may be on an axis of a field of points. */
export const AXES = [
  'time',
  'thrustToWeight',
  'thrust',
  'current',
  'mass',
  'topSpeed',
  'pitchSpeed',
  'hoverThrottle',
  'headroom',
  'efficiency'
] as const;
export type Axis = (typeof AXES)[number];

/**
 * Figures that are kept of every setup: those of the axes, what its ratings spare beyond what is wanted, and how far it departs
 * from how such craft are built.
 */
export const COLUMNS = [...AXES, 'spare', 'build'] as const;
export type FoundColumn = (typeof COLUMNS)[number];
