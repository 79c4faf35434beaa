import { batterySchema } from '../document/schema/battery.ts';
import { environmentSchema } from '../document/schema/craft.ts';
import { propulsorSchema } from '../document/schema/propulsor.ts';
import type { FromSchema } from 'json-schema-to-ts';
import { readingOf } from '../registry/channels.ts';
import { setupSchema } from '../document/schema.ts';

const reading = (title: string, minimum: number, maximum: number) =>
  ({ type: ['number', 'null'], minimum, maximum, title }) as const;
const relative = (title: string) =>
  ({ type: ['number', 'null'], exclusiveMinimum: 0, maximum: 0.5, title }) as const;

/** One set of readings at one moment; any may be null. */
export const measurementSchema = {
  title: 'measurement',
  type: 'object',
  properties: {
    throttle: { ...readingOf('throttle'), type: 'number' },
    speedMs: { ...readingOf('speedMs'), type: 'number' },
    stateOfCharge: reading('state of charge', 0, 1),
    restingCellV: reading('resting volts per cell', 0.5, 5),
    batteryVoltageV: readingOf('batteryVoltageV'),
    batteryCurrentA: readingOf('batteryCurrentA'),
    rpm: readingOf('rpm'),
    electricalPowerW: readingOf('electricalPowerW'),
    thrustN: readingOf('thrustN'),
    motorC: readingOf('motorC'),
    escC: readingOf('escC'),
    packC: readingOf('packC'),
    windingC: reading('temperature of the winding', -40, 400),
    seconds: reading('length of the run', 0, 86400),
    propulsor: { anyOf: [propulsorSchema, { type: 'null' }] },
    battery: { anyOf: [batterySchema, { type: 'null' }] },
    /** Air and water as they were; those of the setup where left out. */
    environment: { anyOf: [environmentSchema, { type: 'null' }] },
    source: { enum: ['run', 'maker', null], title: 'where a measurement is from' }
  }
} as const;

const instrumentSchema = {
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
