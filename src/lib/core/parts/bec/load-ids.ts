/** What hangs on a receiver supply. */
export const LOAD_KINDS = [
  'servo',
  'receiver',
  'flight-controller',
  'camera',
  'video',
  'lights',
  'retract',
  'other'
] as const;
export type LoadKind = (typeof LOAD_KINDS)[number];
/** Names of the size classes of servos alone: who only needs these carries no table. */
export const SERVO_SIZE_IDS = ['sub-micro', 'micro', 'mini', 'standard', 'strong'] as const;
