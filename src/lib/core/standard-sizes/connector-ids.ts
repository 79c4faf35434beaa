/** Names of the families of plugs alone: who only needs these carries no table. */
export const CONNECTOR_IDS = [
  'two-pin-2.5',
  'moulded-2',
  'flat-blades',
  'moulded-3.5',
  'moulded-4.5',
  'moulded-soft',
  'bullets-4',
  'bullets-5.5',
  'bullets-8'
] as const;
/** Names of the joints of motor leads alone. */
export const MOTOR_JOINT_IDS = [
  'soldered',
  'bullets-2',
  'bullets-3.5',
  'bullets-4',
  'bullets-5.5',
  'bullets-8'
] as const;
