import type { FromSchema } from 'json-schema-to-ts';
import { batterySchema, environmentSchema, propulsorSchema, setupSchema } from '../document/schema.ts';

const reading = (title: string, minimum: number, maximum: number) =>
  ({ type: ['number', 'null'], minimum, maximum, title }) as const;
const relative = (title: string) =>
  ({ type: ['number', 'null'], exclusiveMinimum: 0, maximum: 0.5, title }) as const;

/** One set of readings at one moment; any may be null. */
export const measurementSchema = {
  title: 'measurement',
  type: 'object',
  properties: {
    throttle: { type: 'number', minimum: 0, maximum: 1, title: 'throttle' },
    speedMs: { type: 'number', minimum: 0, maximum: 200, title: 'speed' },
    stateOfCharge: reading('state of charge', 0, 1),
    restingCellV: reading('resting volts per cell', 0.5, 5),
    batteryVoltageV: reading('volts at the pack', 0.1, 300),
    batteryCurrentA: reading('amps from the pack', 0, 5000),
    rpm: reading('rpm of the propulsor', 0, 500000),
    electricalPowerW: reading('watts at the pack', 0, 500000),
    thrustN: reading('thrust', -10000, 100000),
    motorC: reading('temperature of the motor', -40, 400),
    escC: reading('temperature of the ESC', -40, 400),
    packC: reading('temperature of the pack', -30, 80),
    windingC: reading('temperature of the winding', -40, 400),
    seconds: reading('length of the run', 0, 86400),
    propulsor: { anyOf: [propulsorSchema, { type: 'null' }] },
    battery: { anyOf: [batterySchema, { type: 'null' }] },
    /** Air and water as they were; those of the setup where left out. */
    environment: { anyOf: [environmentSchema, { type: 'null' }] },
    source: { enum: ['run', 'maker', null], title: 'where a measurement is from' }
  }
} as const;

export const instrumentSchema = {
  title: 'instrument',
  type: 'object',
  properties: {
    currentRelative: relative('accuracy of the ammeter'),
    voltageRelative: relative('accuracy of the voltmeter'),
    thrustRelative: relative('accuracy of the scale'),
    rpmRelative: relative('accuracy of the tachometer')
  }
} as const;

export const calibrateRequestSchema = {
  title: 'request',
  type: 'object',
  required: ['setup', 'measurements'],
  properties: {
    setup: setupSchema,
    measurements: {
      type: 'array',
      minItems: 1,
      maxItems: 500,
      items: measurementSchema,
      title: 'measurements'
    },
    instrument: instrumentSchema
  }
} as const;

export type Measurement = FromSchema<typeof measurementSchema>;
export type Instrument = FromSchema<typeof instrumentSchema>;
export type CalibrateRequest = FromSchema<typeof calibrateRequestSchema>;
