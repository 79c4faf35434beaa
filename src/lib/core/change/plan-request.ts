import { changeSchema, type SetupChange } from './change-request.ts';
import { MARGINS } from '../document/schools.ts';
import { setupSchema, type SetupDocument } from '../document/schema.ts';
import { searchShelfSchema, type SearchShelf } from '../search/search-request.ts';
import { logEntrySchema, type LogEntry } from '../testing/plan/log-entry.ts';

/** Most entries of a log in one request. */
const MOST_ENTRIES = 500;

export const planRequestSchema = {
  title: 'request',
  type: 'object',
  required: ['setup'],
  properties: {
    setup: setupSchema,
    change: { anyOf: [changeSchema, { type: 'null' }] },
    temperatureSchool: {
      enum: [...MARGINS['touch-temperature'].schools.map((school) => school.id), null],
      title: 'school of warmth'
    },
    log: { type: ['array', 'null'], maxItems: MOST_ENTRIES, items: logEntrySchema, title: 'log' },
    shelf: { anyOf: [searchShelfSchema, { type: 'null' }] },
    schools: { type: 'object', title: 'schools', additionalProperties: { type: 'string' } }
  }
} as const;

export interface PlanRequest {
  readonly setup: SetupDocument;
  /** What was changed of the setup; the plan is of what it becomes. */
  readonly change?: SetupChange | null;
  /** School of `touch-temperature`; the setup's, or the default, where it is left out. */
  readonly temperatureSchool?: string | null;
  /** What was read so far, oldest first. */
  readonly log?: readonly LogEntry[] | null;
  readonly shelf?: SearchShelf | null;
  readonly schools?: Record<string, string>;
}
