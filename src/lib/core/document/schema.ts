import type { FromSchema } from 'json-schema-to-ts';
import { FIXABLE_PARTS } from '../registry/parts.ts';
import { batterySchema } from './schema/battery.ts';
import { optional, required } from './schema/building.ts';
import { balanceSchema, craftSchema, environmentSchema } from './schema/craft.ts';
import { driveProperties } from './schema/drive.ts';
import { escSchema } from './schema/esc.ts';
import { calibrationSchema, KNOWLEDGE, knownSchema } from './schema/knowledge.ts';
import { motorSchema } from './schema/motor.ts';
import { propulsorSchema } from './schema/propulsor.ts';
import { receiverSupplySchema, loadSchema, railPartSchema } from './schema/receiver.ts';
import { wiringSchema } from './schema/wiring.ts';

export const setupSchema = {
  title: 'setup',
  type: 'object',
  required: ['format', 'craft', 'battery', 'motor', 'propulsor'],
  properties: {
    format: { const: 'iskarn.setup/1', title: 'format' },
    name: { type: 'string', maxLength: 200, title: 'name' },
    craft: craftSchema,
    environment: environmentSchema,
    battery: batterySchema,
    wiring: wiringSchema,
    esc: escSchema,
    motor: motorSchema,
    ...driveProperties,
    propulsor: propulsorSchema,
    receiverSupply: { anyOf: [receiverSupplySchema, { type: 'null' }] },
    /** What hangs on the receiver supply. */
    loads: { type: 'array', maxItems: 24, items: loadSchema, title: 'loads of the receiver supply' },
    /** Parts beside the powertrain that see the pack's volts; one that a supply feeds no longer does. */
    rail: { type: 'array', maxItems: 16, items: railPartSchema, title: 'parts on the pack’s volts' },
    fixed: { type: 'array', maxItems: 5, items: { enum: FIXABLE_PARTS }, title: 'fixed parts' },
    calibration: { anyOf: [calibrationSchema, { type: 'null' }] },
    known: { anyOf: [knownSchema, { type: 'null' }] },
    leaveOut: {
      type: 'array',
      maxItems: 4,
      items: { enum: KNOWLEDGE },
      title: 'what of the shelf’s knowledge is left out'
    },
    schools: {
      title: 'schools',
      type: 'object',
      additionalProperties: { type: 'string', maxLength: 60 }
    },
    sources: {
      title: 'sources',
      type: 'object',
      additionalProperties: { enum: ['label', 'measured', 'estimated', 'fitted', 'typed', 'shelf'] }
    }
  }
} as const;

export type SetupDocument = FromSchema<typeof setupSchema>;
export type Load = FromSchema<typeof loadSchema>;
export type BalanceSheet = FromSchema<typeof balanceSchema>;
export type RailPart = FromSchema<typeof railPartSchema>;
export type ReceiverSupply = FromSchema<typeof receiverSupplySchema>;
export type Craft = FromSchema<typeof craftSchema>;
export type Battery = FromSchema<typeof batterySchema>;
export type Wiring = FromSchema<typeof wiringSchema>;
export type Esc = FromSchema<typeof escSchema>;
export type Motor = FromSchema<typeof motorSchema>;
export type Propulsor = FromSchema<typeof propulsorSchema>;
export type Calibration = FromSchema<typeof calibrationSchema>;
/** Where a figure comes from, as far as it decides how surely it is known; what a document says is `FigureSource`. */
export type Source = 'label' | 'measured' | 'estimated' | 'fitted';

export const pointSchema = {
  title: 'point',
  type: 'object',
  properties: {
    throttle: { ...required('throttle', 0, 1) },
    speedMs: { ...required('speed', 0, 200) },
    stateOfCharge: optional('state of charge', 0, 1),
    restingCellV: optional('resting volts per cell', 0.5, 5),
    batteryVoltageV: optional('volts at the pack under load', 0.1, 300)
  }
} as const;

export type PredictPoint = FromSchema<typeof pointSchema>;

export const predictRequestSchema = {
  title: 'request',
  type: 'object',
  required: ['setup'],
  properties: {
    setup: setupSchema,
    points: { type: 'array', minItems: 1, maxItems: 2000, items: pointSchema, title: 'points' },
    windingC: { ...required('winding temperature', -40, 250) },
    mission: {
      type: 'array',
      minItems: 1,
      maxItems: 200,
      title: 'mission',
      items: {
        title: 'segment',
        type: 'object',
        required: ['seconds'],
        properties: {
          seconds: required('length of the segment', 0, 86400, true),
          throttle: optional('throttle', 0, 1),
          thrustN: optional('thrust', 0, 100000),
          speedMs: optional('speed', 0, 200)
        }
      }
    },
    schools: setupSchema.properties.schools,
    checks: { type: 'boolean', title: 'checks' },
    /** Whether failing checks are given remedies: each is a prediction of its own. */
    remedies: { type: 'boolean', title: 'remedies' },
    /** Whether what would put the whole setup right is looked for. */
    putRight: { type: 'boolean', title: 'putRight' },
    bands: { type: 'boolean' }
  }
} as const;

export type PredictRequest = FromSchema<typeof predictRequestSchema>;
