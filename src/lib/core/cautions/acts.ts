/** What somebody is about to do when a caution belongs there. */
export const ACTS = {
  wire: 'before it is soldered',
  charge: 'before it is charged',
  power: 'before the first power-up',
  run: 'before a run',
  out: 'before it flies or sails',
  carry: 'before it is carried and stored'
} as const;
export type Act = keyof typeof ACTS;

/** How bad it can get: something is spoiled, somebody is hurt, somebody may die or a house burn. */
export const SEVERITIES = { mind: 'mind', care: 'take care', danger: 'danger' } as const;
export type Severity = keyof typeof SEVERITIES;
