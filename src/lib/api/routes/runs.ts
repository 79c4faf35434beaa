import {
  runBegunSchema,
  type RunBegun,
  runEditedSchema,
  type RunEdited,
  runLoggedSchema,
  type RunLogged
} from '../../core/document/run-schema.ts';
import { columnsSchema } from '../../core/document/columns-schema.ts';
import { named } from '../schemas.ts';
import { byRevision, marked } from './common.ts';
import { having, list, number, object, request, standsFor, whole } from '../../core/document/typed-schema.ts';
import { answeredFile, sentFile, route } from '../route.ts';

const run = named('StoredRun');

/** Runs, their readings and samples, and how the columns of meters are read. A table of data. */
export const RUN_ROUTES = {
  logRun: route('logRun', {
    summary: 'Logs a run of a setup: what the meter showed.',
    body: {
      kind: 'json',
      is: standsFor<RunLogged>(runLoggedSchema)
    },
    answer: object({ id: whole }),
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
    answer: list(named('StoredRun')),
    refuses: []
  }),
  readRun: route('readRun', {
    summary: 'One run with the setup it was made with, and its curve where it was recorded.',
    answer: named('RunWhole'),
    refuses: [404]
  }),
  editRun: route('editRun', {
    summary: 'Writes words and details of a run anew; names the revision the edit was made from.',
    body: { kind: 'json', is: standsFor<RunEdited>(runEditedSchema) },
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
    body: { kind: 'json', is: standsFor<RunBegun>(runBegunSchema) },
    answer: run,
    status: 201,
    refuses: [404, 409]
  }),
  followRun: route('followRun', {
    summary: 'A run as it goes on: server-sent events, twenty samples a second.',
    answer: answeredFile,
    sendsFile: true,
    refuses: [404]
  }),
  throttleRun: route('throttleRun', {
    summary: 'Sets the throttle of a run on the simulated stand.',
    body: {
      kind: 'json',
      is: request(object({ throttle: having(number, { minimum: 0, maximum: 1, title: 'throttle' }) }))
    },
    answer: named('Opened'),
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
    answer: answeredFile,
    sendsFile: true,
    refuses: [404]
  }),
  recallColumns: route('recallColumns', {
    summary: 'How columns of these names were read last.',
    query: { signature: 'names of the columns' },
    answer: named('Remembered'),
    refuses: []
  }),
  rememberColumns: route('rememberColumns', {
    summary: 'Remembers how the columns of a meter are read.',
    body: { kind: 'json', is: columnsSchema },
    answer: named('Remembered'),
    refuses: []
  }),
  addSamples: route('addSamples', {
    summary:
      'Samples of a run that goes on, of a meter or a file, as a block of columns: count and mask of channels as 32-bit whole numbers, then seconds and channels as 64-bit floats, little end first.',
    body: { kind: 'bytes', is: sentFile },
    answer: object({ stored: whole }),
    refuses: [404, 409, 413]
  }),
  runSamples: route('runSamples', {
    summary: 'Every sample of a run as CSV.',
    answer: answeredFile,
    sendsFile: true,
    refuses: [404]
  })
};
