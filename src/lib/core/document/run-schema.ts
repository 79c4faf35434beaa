import type { Setting } from './change.ts';
import type { RunDetails, RunReading } from './stored.ts';

/** How warm the parts were to the touch, the warmest first. What is too hot follows from the school. */
export const FEELS = ['too-hot', 'hot', 'warm', 'cold'] as const;
export type Feel = (typeof FEELS)[number];

/** Where the readings of a run are from. */
export const RUN_SOURCES = ['typed', 'file', 'serial', 'stand'] as const;
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

const figure = (title: string, minimum: number, maximum: number) =>
  ({ type: ['number', 'null'], minimum, maximum, title }) as const;
const words = (title: string, maxLength: number) => ({ type: ['string', 'null'], maxLength, title }) as const;

/** One moment that was read. */
const readingSchema = {
  title: 'reading',
  type: 'object',
  required: ['throttle', 'speedMs'],
  properties: {
    throttle: { type: 'number', minimum: 0, maximum: 1, title: 'throttle' },
    speedMs: { type: 'number', minimum: 0, maximum: 200, title: 'speed' },
    batteryVoltageV: figure('volts at the pack', 0.1, 300),
    batteryCurrentA: figure('amps from the pack', 0, 5000),
    rpm: figure('rpm of the propulsor', 0, 500000),
    thrustN: figure('thrust', -10000, 100000),
    motorC: figure('temperature of the motor', -40, 400),
    escC: figure('temperature of the ESC', -40, 400),
    packC: figure('temperature of the pack', -30, 80),
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
      items: { type: 'object', required: ['path'], properties: { path: { type: 'string', maxLength: 80 } } }
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
export interface RunEdited {
  readonly title?: string;
  readonly verdict?: string;
  readonly details?: RunDetails;
  readonly revision?: number;
}

/** What of a run is sent to be logged. */
export interface RunLogged {
  readonly title: string;
  readonly verdict: string;
  readonly readings: RunReading[];
  readonly details?: RunDetails;
}

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
          quantity: { enum: ['batteryCurrentA', 'cellVoltageV', 'motorC', 'escC', 'rpm', 'thrustN'] },
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
          enum: [
            'loose-lead',
            'weak-cell',
            'slipping-propeller',
            'wrong-propeller',
            'dragging-bearing',
            null
          ],
          title: 'fault'
        }
      }
    }
  }
} as const;
export interface RunBegun {
  readonly title: string;
  readonly source: 'stand' | 'serial' | 'file';
  /** When it was, where a file tells; now where it is left out. */
  readonly heldAt?: string | null;
  /** What else is noted of it from the start. */
  readonly details?: RunDetails;
  readonly stage?: string | null;
  readonly changes?: Setting[] | null;
  readonly longestS?: number | null;
  readonly held?: { readonly throttle: number; readonly seconds: number } | null;
  readonly stops?:
    | {
        readonly quantity: 'batteryCurrentA' | 'cellVoltageV' | 'motorC' | 'escC' | 'rpm' | 'thrustN';
        readonly stopAt: number;
      }[]
    | null;
  readonly startCharge?: number | null;
  readonly stand?: { readonly seed?: number | null; readonly fault?: string | null } | null;
}
