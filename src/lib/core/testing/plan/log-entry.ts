import type { FromSchema } from 'json-schema-to-ts';
import { FEELS, type Feel } from '../../document/run-schema.ts';
import { measurementSchema, type Measurement } from '../../calibration/schema.ts';

export const FEEL_WORDS: Readonly<Record<Feel, string>> = {
  'too-hot': 'too hot to hold',
  hot: 'hot',
  warm: 'warm',
  cold: 'stone cold'
};

/** The warmer of two; null counts as nothing told. */
export const warmer = (a: Feel | null, b: Feel | null): Feel | null =>
  a === null ? b : b === null ? a : FEELS.indexOf(a) <= FEELS.indexOf(b) ? a : b;

/** What was read at a stage of a plan: a measurement, how warm it was, and what a flight left in the pack. */
export const logEntrySchema = {
  ...measurementSchema,
  title: 'log entry',
  required: ['stage'],
  properties: {
    ...measurementSchema.properties,
    stage: { type: 'string', minLength: 1, maxLength: 40, title: 'stage' },
    feel: { enum: [...FEELS, null], title: 'how warm it was' },
    restedCellV: {
      type: ['number', 'null'],
      minimum: 0.5,
      maximum: 5,
      title: 'resting volts per cell afterwards'
    },
    chargedAh: { type: ['number', 'null'], minimum: 0, maximum: 1000, title: 'ampere-hours put back' }
  }
} as const;

type Left = Pick<FromSchema<typeof logEntrySchema>, 'stage' | 'feel' | 'restedCellV' | 'chargedAh'>;
export type LogEntry = Measurement & Left;
