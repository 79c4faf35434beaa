import { FILE_SCHEMAS } from '../../core/formats/file-schemas.ts';
import { named } from '../schemas.ts';
import { anyObject } from '../../core/document/typed-schema.ts';
import { route } from '../route.ts';

/** What is worked out of a request alone: nothing is kept. A table of data. */
export const COMPUTING_ROUTES = {
  predict: route('predict', {
    summary: 'Predicts a setup at one or more points, and checks it.',
    body: { kind: 'text', is: named('PredictRequest') },
    answer: named('PredictAnswer'),
    refuses: [413]
  }),
  calibrate: route('calibrate', {
    summary: 'Fits the unknowns of a setup to readings.',
    body: { kind: 'text', is: named('CalibrateRequest') },
    answer: named('CalibrateAnswer'),
    refuses: [413]
  }),
  change: route('change', {
    summary:
      'What a change would do before it is bought: both ends, rules of thumb, what breaks, what mends it.',
    body: { kind: 'text', is: named('ChangeRequest') },
    answer: named('ChangeAnswer'),
    refuses: [413]
  }),
  plan: route('plan', {
    summary: 'A staged test of a setup or a change, and the stage that comes after what was logged.',
    body: { kind: 'text', is: named('PlanRequest') },
    answer: named('Plan'),
    refuses: [413]
  }),
  search: route('search', {
    summary: 'Every workable combination of a shelf for a brief, ranked; what the others break first.',
    body: { kind: 'text', is: named('SearchRequest') },
    answer: named('SearchAnswer'),
    refuses: [413]
  }),
  schema: route('schema', {
    summary: 'JSON Schema of a file format.',
    choices: { format: Object.keys(FILE_SCHEMAS) },
    answer: anyObject,
    refuses: [404]
  })
};
