import type { FromSchema } from 'json-schema-to-ts';
import { changeSchema } from './change-request.ts';
import type { AskedChange } from './kinds/all-kinds.ts';
import { MARGINS } from '../document/schools.ts';
import { setupSchema, type SetupDocument } from '../document/schema.ts';
import { searchShelfSchema, type SearchShelf } from '../search/search-request.ts';
import { logEntrySchema, type LogEntry } from '../testing/plan/log-entry.ts';

/** Most entries of a log in one request. */
const MOST_ENTRIES = 500;

/** What may be asked with a plan beside setup, change, log and shelf. */
const asked = {
  title: 'request',
  type: 'object',
  properties: {
    /** School of `touch-temperature`; the setup's, or the default, where it is left out. */
    temperatureSchool: {
      enum: [...MARGINS['touch-temperature'].schools.map((school) => school.id), null],
      title: 'school of warmth'
    },
    schools: { type: 'object', title: 'schools', additionalProperties: { type: 'string' } }
  }
} as const;

export const planRequestSchema = {
  ...asked,
  required: ['setup'],
  properties: {
    setup: setupSchema,
    change: { anyOf: [changeSchema, { type: 'null' }] },
    log: { type: ['array', 'null'], maxItems: MOST_ENTRIES, items: logEntrySchema, title: 'log' },
    shelf: { anyOf: [searchShelfSchema, { type: 'null' }] },
    ...asked.properties
  }
} as const;

export type PlanRequest = FromSchema<typeof asked> & {
  readonly setup: SetupDocument;
  /** What was changed of the setup; the plan is of what it becomes. */
  readonly change?: AskedChange | null;
  /** What was read so far, oldest first. */
  readonly log?: readonly LogEntry[] | null;
  readonly shelf?: SearchShelf | null;
};
