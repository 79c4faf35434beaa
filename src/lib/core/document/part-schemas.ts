import { batterySchema } from './schema/battery.ts';
import { escSchema } from './schema/esc.ts';
import { motorSchema } from './schema/motor.ts';
import { propulsorSchema } from './schema/propulsor.ts';
import { receiverSupplySchema } from './schema/receiver.ts';

/** Schema of the document of each kind of part. */
export const PART_SCHEMAS = {
  battery: batterySchema,
  esc: escSchema,
  motor: motorSchema,
  propulsor: propulsorSchema,
  'receiver-supply': receiverSupplySchema
} as const;
