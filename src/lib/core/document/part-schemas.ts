import { batterySchema, escSchema, motorSchema, propulsorSchema, receiverSupplySchema } from './schema.ts';

/** Schema of the document of each kind of part. */
export const PART_SCHEMAS = {
  battery: batterySchema,
  esc: escSchema,
  motor: motorSchema,
  propulsor: propulsorSchema,
  'receiver-supply': receiverSupplySchema
} as const;
