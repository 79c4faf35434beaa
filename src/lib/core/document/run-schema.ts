import { readingOf, WATCHED_CHANNELS } from '../registry/channels.ts';
import type { FromSchema } from 'json-schema-to-ts';

/** How warm the parts were to the touch, the warmest first. What is too hot follows from the school. */
export const FEELS = ['too-hot', 'hot', 'warm', 'cold'] as const;
export type Feel = (typeof FEELS)[number];

/** Where the readings of a run are from. */
const RUN_SOURCES = ['typed', 'file', 'serial', 'stand'] as const;
export type RunSource = (typeof RUN_SOURCES)[number];

/** What a part looked like that broke. */
export const DAMAGES = [
  'burnt-winding',
  'demagnetised',
  'magnet-loose',
  'puffed-pack',
  'esc-shut-down',
  'propulsor-broke',
  'other'
] as const;
export type Damage = (typeof DAMAGES)[number];

/** What may be wrong with the simulated stand's setup. */
export const STAND_FAULTS = [
  'loose-lead',
  'weak-cell',
  'slipping-propeller',
  'wrong-propeller',
  'dragging-bearing'
] as const;
export type StandFault = (typeof STAND_FAULTS)[number];

const figure = (title: string, minimum: number, maximum: number) =>
  ({ type: ['number', 'null'], minimum, maximum, title }) as const;
const words = (title: string, maxLength: number) => ({ type: ['string', 'null'], maxLength, title }) as const;

/** One moment that was read. */
export const readingSchema = {
  title: 'reading',
  type: 'object',
  required: ['throttle', 'speedMs'],
  properties: {
    throttle: { ...readingOf('throttle'), type: 'number' },
    speedMs: { ...readingOf('speedMs'), type: 'number' },
    batteryVoltageV: readingOf('batteryVoltageV'),
    batteryCurrentA: readingOf('batteryCurrentA'),
    rpm: readingOf('rpm'),
    thrustN: readingOf('thrustN'),
    motorC: readingOf('motorC'),
    escC: readingOf('escC'),
    packC: readingOf('packC'),
    seconds: figure('length of the run', 0, 86400),
    stateOfCharge: figure('state of charge', 0, 1),
    flutter: figure('wavering of the amps', 0, 10),
    speedSteady: { type: ['boolean', 'null'], title: 'whether the speed was held' }
  }
} as const;

/** What is noted of a run beside its readings. */
export const runDetailsSchema = {
  title: 'details',
  type: 'object',
  properties: {
    source: { enum: RUN_SOURCES, title: 'source' },
    file: words('file', 200),
    heldThrottle: figure('throttle', 0.01, 1),
    series: words('series', 80),
    flown: { type: ['boolean', 'null'], title: 'flown' },
    stage: words('stage', 40),
    changes: {
      type: ['array', 'null'],
      maxItems: 20,
      title: 'changes',
      items: {
        type: 'object',
        required: ['path'],
        properties: { path: { type: 'string', maxLength: 80 }, value: {} }
      }
    },
    feel: { enum: [...FEELS, null], title: 'how warm it was' },
    seconds: figure('length of the run', 0, 86400),
    restedCellV: figure('resting volts per cell afterwards', 0.5, 5),
    chargedAh: figure('ampere-hours put back', 0, 1000),
    startCharge: figure('state of charge at the start', 0, 1),
    airTemperatureC: figure('air temperature', -40, 60),
    airPressurePa: figure('air pressure', 30000, 110000),
    notes: words('notes', 4000),
    place: words('place', 200),
    broke: { enum: [...DAMAGES, null], title: 'what broke' },
    brokePart: words('part that broke', 120),
    brokeLook: words('what it looked like', 1000),
    windMs: figure('wind', 0, 60)
  }
} as const;

/** A run as it is logged: what the meter showed, moment by moment, and what is noted of it. */
export const runLoggedSchema = {
  title: 'run',
  type: 'object',
  required: ['title', 'readings'],
  properties: {
    title: { type: 'string', minLength: 1, maxLength: 120, title: 'title' },
    verdict: { type: 'string', maxLength: 400, title: 'verdict' },
    readings: { type: 'array', minItems: 1, maxItems: 500, title: 'readings', items: readingSchema },
    details: runDetailsSchema,
    heldAt: words('when it was', 40)
  }
} as const;

/** What of a run may be written anew: its words and details; readings stay. */
export const runEditedSchema = {
  title: 'run',
  type: 'object',
  properties: {
    title: { type: 'string', minLength: 1, maxLength: 120, title: 'title' },
    verdict: { type: 'string', maxLength: 400, title: 'verdict' },
    details: runDetailsSchema,
    revision: { type: 'integer', title: 'revision' }
  }
} as const;
/**
 * One reading of a run: what the meter showed at a moment, or on average over a steady stretch. SI; null where it was not read.
 * `seconds`: how long it was held; `flutter`: relative wavering of the amps; `speedSteady`: null where it was not recorded against time.
 */
export type RunReading = FromSchema<typeof readingSchema>;

/** What is noted of a run by hand, and what its samples said of it. */
export type RunDetails = FromSchema<typeof runDetailsSchema> & {
  end?: RunEnd | null;
  /** Highest amps and lowest volts of the whole run. */
  peakA?: number | null;
  lowestV?: number | null;
  /** The simulated stand's order, so that it can be run again. */
  stand?: { seed: number; fault: string | null } | null;
};

/** Why a run ended by itself, or that it was stopped or broken off. */
export interface RunEnd {
  rule: 'limit' | 'time' | 'stopped' | 'left' | 'broken-off';
  quantity?: string;
  value?: number;
  limit?: number;
}

export type RunEdited = FromSchema<typeof runEditedSchema>;

export type RunLogged = FromSchema<typeof runLoggedSchema>;

/** What is sent to begin a live run: of which stage, where samples come from, when it ends by itself. */
export const runBegunSchema = {
  title: 'run',
  type: 'object',
  required: ['title', 'source'],
  properties: {
    title: { type: 'string', minLength: 1, maxLength: 120, title: 'title' },
    source: { enum: ['stand', 'serial', 'file'], title: 'source' },
    heldAt: words('when it was', 40),
    details: runDetailsSchema,
    stage: words('stage', 40),
    changes: runDetailsSchema.properties.changes,
    longestS: figure('longest time', 1, 3600),
    held: {
      type: ['object', 'null'],
      title: 'longest at a throttle',
      required: ['throttle', 'seconds'],
      properties: {
        throttle: { type: 'number', minimum: 0, maximum: 1, title: 'throttle' },
        seconds: { type: 'number', minimum: 0.1, maximum: 3600, title: 'seconds' }
      }
    },
    stops: {
      type: ['array', 'null'],
      maxItems: 12,
      title: 'stop rules',
      items: {
        type: 'object',
        required: ['quantity', 'stopAt'],
        properties: {
          quantity: { enum: WATCHED_CHANNELS },
          stopAt: { type: 'number' }
        }
      }
    },
    startCharge: figure('state of charge at the start', 0, 1),
    stand: {
      type: ['object', 'null'],
      title: 'simulated stand',
      properties: {
        seed: { type: ['integer', 'null'], minimum: 0, maximum: 4294967295, title: 'seed' },
        fault: {
          enum: [...STAND_FAULTS, null],
          title: 'fault'
        }
      }
    }
  }
} as const;
export type RunBegun = FromSchema<typeof runBegunSchema>;
