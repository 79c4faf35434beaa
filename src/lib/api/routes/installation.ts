import { settingsSchema, type Settings } from '../../core/document/settings-schema.ts';
import { exerciseDoneSchema, type ExerciseDone } from '../../core/document/exercise-schema.ts';
import { named } from '../schemas.ts';
import { having, list, object, request, standsFor, text } from '../../core/document/typed-schema.ts';
import { route } from '../route.ts';

/** The installation itself: whether it is up, settings, exercises, and who is logged in. A table of data. */
export const INSTALLATION_ROUTES = {
  health: route('health', {
    summary: 'Whether the server is up and can use its data.',
    answer: named('Health'),
    refuses: []
  }),
  listExercises: route('listExercises', {
    summary: 'Exercises that were worked: how often of each kind, and how often rightly.',
    answer: list(named('ExerciseRecord')),
    refuses: []
  }),
  recordExercise: route('recordExercise', {
    summary: 'Notes how an exercise came out.',
    body: { kind: 'json', is: standsFor<ExerciseDone>(exerciseDoneSchema) },
    answer: named('ExerciseRecord'),
    status: 201,
    refuses: []
  }),
  readSettings: route('readSettings', {
    summary: 'Units and schools that were chosen.',
    answer: named('Settings'),
    refuses: []
  }),
  writeSettings: route('writeSettings', {
    summary: 'Chooses units and schools; what is not named stays.',
    body: {
      kind: 'json',
      is: standsFor<Partial<Settings>>(settingsSchema)
    },
    answer: named('Settings'),
    refuses: []
  }),
  readSession: route('readSession', {
    summary: 'Whether a passphrase is set, and whether this browser is logged in.',
    answer: named('SessionState'),
    refuses: []
  }),
  logIn: route('logIn', {
    summary: 'Begins a session for whoever knows the passphrase.',
    body: {
      kind: 'json',
      is: having(request(object({ passphrase: having(text, { maxLength: 1000, title: 'passphrase' }) })), {
        additionalProperties: false
      })
    },
    answer: named('LoggedIn'),
    status: 201,
    refuses: [409, 429]
  }),
  logOut: route('logOut', {
    summary: 'Ends this session.',
    answer: named('LoggedOut'),
    refuses: []
  }),
  logOutEverywhere: route('logOutEverywhere', {
    summary: 'Ends every session, of every device.',
    answer: named('LoggedOut'),
    refuses: []
  })
};
