import {
  type RunDetails,
  type RunReading,
  runBegunSchema,
  runEditedSchema,
  runLoggedSchema,
  type RunBegun,
  type RunEdited
} from '../../core/document/run-schema.ts';
import { columnsSchema, type RememberedColumns } from '../../core/document/columns-schema.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredRun } from '../../core/document/stored.ts';
import type { Thinned } from '../../core/testing/record/thin.ts';
import { as, route } from '../route.ts';
import { named } from '../schemas.ts';
import { byRevision, marked } from './common.ts';

/** A run as its page shows it: with the document it was made with, and its curve where it was recorded. */
export interface RunWhole {
  run: StoredRun;
  document: SetupDocument;
  overview: Thinned | null;
}

const run = as<StoredRun>(named('StoredRun'));

/** Runs, their readings and samples, and how the columns of meters are read. A table of data. */
export const RUN_ROUTES = {
  logRun: route('logRun', {
    summary: 'Logs a run of a setup: what the meter showed.',
    body: {
      kind: 'json',
      is: as<{
        title: string;
        verdict?: string;
        readings: RunReading[];
        details?: RunDetails;
        heldAt?: string | null;
      }>(runLoggedSchema)
    },
    answer: as<{ id: number }>({ type: 'object', required: ['id'], properties: { id: { type: 'integer' } } }),
    status: 201,
    refuses: [404]
  }),
  listRuns: route('listRuns', {
    summary: 'Logged runs of a craft, newest first.',
    query: {
      setup: 'id of a setup: its runs only',
      most: 'how many, at most 200',
      skip: 'how many newer ones are passed over'
    },
    answer: as<StoredRun[]>({ type: 'array', items: named('StoredRun') }),
    refuses: []
  }),
  readRun: route('readRun', {
    summary: 'One run with the setup it was made with, and its curve where it was recorded.',
    answer: as<RunWhole>(named('RunWhole')),
    refuses: [404]
  }),
  editRun: route('editRun', {
    summary: 'Writes words and details of a run anew; names the revision the edit was made from.',
    body: { kind: 'json', is: as<RunEdited>(runEditedSchema) },
    answer: run,
    refuses: [404, 409]
  }),
  deleteRun: route('deleteRun', {
    summary: 'Takes a run out of the log.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: marked,
    refuses: [404, 409]
  }),
  restoreRun: route('restoreRun', {
    summary: 'Puts a deleted run back.',
    answer: marked,
    refuses: [404]
  }),
  beginRun: route('beginRun', {
    summary: 'Begins a run that is recorded as it goes on.',
    body: { kind: 'json', is: as<RunBegun>(runBegunSchema) },
    answer: run,
    status: 201,
    refuses: [404, 409]
  }),
  followRun: route('followRun', {
    summary: 'A run as it goes on: server-sent events, twenty samples a second.',
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: [404]
  }),
  throttleRun: route('throttleRun', {
    summary: 'Sets the throttle of a run on the simulated stand.',
    body: {
      kind: 'json',
      is: as<{ throttle: number }>({
        title: 'request',
        type: 'object',
        required: ['throttle'],
        properties: { throttle: { type: 'number', minimum: 0, maximum: 1, title: 'throttle' } }
      })
    },
    answer: as<{ id: number }>(named('Opened')),
    refuses: [404]
  }),
  stopRun: route('stopRun', {
    summary: 'Stops a run.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: run,
    refuses: [404]
  }),
  exportLog: route('exportLog', {
    summary: 'The log of a craft: its readings as CSV, or runs, readings and samples as a data package.',
    choices: { format: ['readings.csv', 'zip'] },
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: [404]
  }),
  recallColumns: route('recallColumns', {
    summary: 'How columns of these names were read last.',
    query: { signature: 'names of the columns' },
    answer: as<{ columns: RememberedColumns | null }>(named('Remembered')),
    refuses: []
  }),
  rememberColumns: route('rememberColumns', {
    summary: 'Remembers how the columns of a meter are read.',
    body: { kind: 'json', is: as<RememberedColumns>(columnsSchema) },
    answer: as<{ columns: RememberedColumns | null }>(named('Remembered')),
    refuses: []
  }),
  addSamples: route('addSamples', {
    summary:
      'Samples of a run that goes on, of a meter or a file, as a block of columns: count and mask of channels as 32-bit whole numbers, then seconds and channels as 64-bit floats, little end first.',
    body: { kind: 'bytes', is: as<Blob>({ type: 'string', format: 'binary' }) },
    answer: as<{ stored: number }>({
      type: 'object',
      required: ['stored'],
      properties: { stored: { type: 'integer' } }
    }),
    refuses: [404, 409, 413]
  }),
  runSamples: route('runSamples', {
    summary: 'Every sample of a run as CSV.',
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: [404]
  })
};
