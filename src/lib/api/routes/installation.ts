import type { SessionState } from '../backups.ts';
import { settingsSchema, type Settings } from '../../core/document/settings-schema.ts';
import {
  exerciseDoneSchema,
  type ExerciseDone,
  type ExerciseRecord
} from '../../core/document/exercise-schema.ts';
import { as, route } from '../route.ts';
import { named } from '../schemas.ts';

/** The installation itself: whether it is up, settings, exercises, and who is logged in. A table of data. */
export const INSTALLATION_ROUTES = {
  health: route('health', {
    summary: 'Whether the server is up and can use its data.',
    answer: as<{ ok: boolean; version: string }>(named('Health')),
    refuses: []
  }),
  listExercises: route('listExercises', {
    summary: 'Exercises that were worked: how often of each kind, and how often rightly.',
    answer: as<ExerciseRecord[]>({ type: 'array', items: named('ExerciseRecord') }),
    refuses: []
  }),
  recordExercise: route('recordExercise', {
    summary: 'Notes how an exercise came out.',
    body: { kind: 'json', is: as<ExerciseDone>(exerciseDoneSchema) },
    answer: as<ExerciseRecord>(named('ExerciseRecord')),
    status: 201,
    refuses: []
  }),
  readSettings: route('readSettings', {
    summary: 'Units and schools that were chosen.',
    answer: as<Settings>(named('Settings')),
    refuses: []
  }),
  writeSettings: route('writeSettings', {
    summary: 'Chooses units and schools; what is not named stays.',
    body: {
      kind: 'json',
      is: as<{ units?: object; schools?: object; acknowledged?: object; currency?: string }>(settingsSchema)
    },
    answer: as<Settings>(named('Settings')),
    refuses: []
  }),
  readSession: route('readSession', {
    summary: 'Whether a passphrase is set, and whether this browser is logged in.',
    answer: as<SessionState>(named('SessionState')),
    refuses: []
  }),
  logIn: route('logIn', {
    summary: 'Begins a session for whoever knows the passphrase.',
    body: {
      kind: 'json',
      is: as<{ passphrase: string }>({
        title: 'request',
        type: 'object',
        required: ['passphrase'],
        additionalProperties: false,
        properties: { passphrase: { type: 'string', maxLength: 1000, title: 'passphrase' } }
      })
    },
    answer: as<{ open: true }>(named('LoggedIn')),
    status: 201,
    refuses: [409, 429]
  }),
  logOut: route('logOut', {
    summary: 'Ends this session.',
    answer: as<{ ended: number }>(named('LoggedOut')),
    refuses: []
  }),
  logOutEverywhere: route('logOutEverywhere', {
    summary: 'Ends every session, of every device.',
    answer: as<{ ended: number }>(named('LoggedOut')),
    refuses: []
  })
};
