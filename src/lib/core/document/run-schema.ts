import type { RunReading } from './stored.ts';

const reading = (title: string, minimum: number, maximum: number) =>
  ({ type: ['number', 'null'], minimum, maximum, title }) as const;

/** A run as it is logged: what the meter showed, moment by moment. */
export const runLoggedSchema = {
  title: 'run',
  type: 'object',
  required: ['title', 'readings'],
  properties: {
    title: { type: 'string', minLength: 1, maxLength: 120, title: 'title' },
    verdict: { type: 'string', maxLength: 400, title: 'verdict' },
    readings: {
      type: 'array',
      minItems: 1,
      maxItems: 500,
      title: 'readings',
      items: {
        title: 'reading',
        type: 'object',
        required: ['throttle', 'speedMs'],
        properties: {
          throttle: { type: 'number', minimum: 0, maximum: 1, title: 'throttle' },
          speedMs: { type: 'number', minimum: 0, maximum: 200, title: 'speed' },
          batteryVoltageV: reading('volts at the pack', 0.1, 300),
          batteryCurrentA: reading('amps from the pack', 0, 5000),
          rpm: reading('rpm of the propulsor', 0, 500000),
          thrustN: reading('thrust', -10000, 100000)
        }
      }
    }
  }
} as const;

/** What of a run is sent to be logged. */
export interface RunLogged {
  readonly title: string;
  readonly verdict: string;
  readonly readings: RunReading[];
}
