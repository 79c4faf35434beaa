import { calibrateRequestSchema } from '../core/calibration/schema.ts';
import { standardSchema } from '../core/formats/file-schemas.ts';
import { predictRequestSchema, setupSchema } from '../core/document/schema.ts';

type Json = Record<string, unknown>;

const number = { type: 'number' };
const pair = { type: 'array', items: number, minItems: 2, maxItems: 2 };
const nullable = (schema: Json): Json => ({ anyOf: [schema, { type: 'null' }] });
const reference = (name: string): Json => ({ $ref: `#/components/schemas/${name}` });
const body = (schema: Json): Json => ({ required: true, content: { 'application/json': { schema } } });
const answer = (description: string, schema: Json): Json => ({
  description,
  content: { 'application/json': { schema } }
});

const LOSSES = ['battery', 'wiring', 'esc', 'motorCopper', 'motorIron', 'gear', 'auxiliary', 'propulsor'];
const POINT = [
  'throttle',
  'speedMs',
  'rpm',
  'motorCurrentA',
  'batteryCurrentA',
  'batteryVoltageV',
  'cellVoltageV',
  'electricalPowerW',
  'shaftPowerW',
  'torqueNm',
  'thrustN',
  'thrustPowerW',
  'motorEfficiency',
  'propulsorEfficiency',
  'pitchSpeedMs'
];

const pointAnswer: Json = {
  type: 'object',
  required: [...POINT, 'lossW', 'band', 'state'],
  properties: {
    ...Object.fromEntries(POINT.map((name) => [name, number])),
    state: { enum: ['running', 'stalled', 'windmilling', 'off'] },
    lossW: {
      type: 'object',
      required: LOSSES,
      properties: Object.fromEntries(LOSSES.map((n) => [n, number]))
    },
    band: nullable({
      type: 'object',
      required: ['batteryCurrentA', 'thrustN', 'rpm'],
      properties: {
        batteryCurrentA: pair,
        thrustN: pair,
        rpm: pair,
        electricalPowerW: pair,
        motorCurrentA: pair
      }
    })
  }
};

const check: Json = {
  type: 'object',
  required: [
    'id',
    'title',
    'part',
    'finding',
    'value',
    'limit',
    'unit',
    'headroom',
    'working',
    'remedy',
    'otherSchools'
  ],
  properties: {
    id: { type: 'string' },
    title: { type: 'string' },
    part: { enum: ['battery', 'wiring', 'esc', 'motor', 'propulsor', 'craft'] },
    finding: { enum: ['holds', 'tight', 'over', 'unknown'] },
    value: nullable(number),
    limit: nullable(number),
    unit: { type: 'string' },
    headroom: nullable(number),
    working: { type: 'string' },
    remedy: nullable({ type: 'string' }),
    otherSchools: { type: 'array', items: { type: 'object' } }
  }
};

const predictAnswer: Json = {
  type: 'object',
  required: ['points', 'checks', 'hover', 'level', 'boat', 'endurance', 'estimates', 'notes'],
  properties: {
    points: { type: 'array', items: reference('PointAnswer') },
    checks: { type: 'array', items: reference('Check') },
    hover: nullable({ type: 'object' }),
    level: nullable({ type: 'object' }),
    boat: nullable({ type: 'object' }),
    endurance: {
      type: 'array',
      items: {
        type: 'object',
        required: ['at', 'seconds', 'usedShare'],
        properties: { at: { enum: ['mixed', 'full', 'hover', 'cruise'] }, seconds: number, usedShare: number }
      }
    },
    estimates: { type: 'array', items: { type: 'object' } },
    notes: { type: 'array', items: { type: 'string' } }
  }
};

const errors: Json = {
  type: 'object',
  required: ['message', 'errors'],
  properties: {
    message: { type: 'string' },
    errors: {
      type: 'array',
      items: {
        type: 'object',
        required: ['path', 'message'],
        properties: { path: { type: 'string' }, message: { type: 'string' } }
      }
    }
  }
};

/** The OpenAPI 3.1 document of the public interface, made from the same schemas that check the requests. */
export const openApi = (version: string): Json => ({
  openapi: '3.1.0',
  info: {
    title: 'Iskarn',
    version,
    summary: 'Predicts current, power, thrust and time of a model’s electric power train.',
    description: 'SI units, the unit in every name. Predictions are never permission.'
  },
  servers: [{ url: '/' }],
  paths: {
    '/api/health': {
      get: {
        operationId: 'health',
        summary: 'Whether the server is up.',
        responses: {
          200: answer('Up.', {
            type: 'object',
            required: ['ok', 'version'],
            properties: { ok: { const: true }, version: { type: 'string' } }
          })
        }
      }
    },
    '/api/v1/predict': {
      post: {
        operationId: 'predict',
        summary: 'Predicts a setup at one or more points, and checks it.',
        requestBody: body(reference('PredictRequest')),
        responses: {
          200: answer('The prediction.', reference('PredictAnswer')),
          422: answer('Figures that are not right; nothing was stored.', reference('Errors'))
        }
      }
    },
    '/api/v1/calibrate': {
      post: {
        operationId: 'calibrate',
        summary: 'Fits the unknowns of a setup to readings.',
        requestBody: body(reference('CalibrateRequest')),
        responses: {
          200: answer('The setup with its calibration.', reference('CalibrateAnswer')),
          422: answer('Figures that are not right; nothing was stored.', reference('Errors'))
        }
      }
    }
  },
  components: {
    schemas: {
      CalibrateRequest: standardSchema(calibrateRequestSchema) as Json,
      CalibrateAnswer: {
        type: 'object',
        required: ['setup', 'residuals', 'unresolved', 'notes'],
        properties: {
          setup: reference('Setup'),
          residuals: {
            type: 'array',
            items: {
              type: 'object',
              required: ['measurement', 'reading', 'measured', 'before', 'after'],
              properties: {
                measurement: { type: 'integer' },
                reading: { type: 'string' },
                measured: number,
                before: number,
                after: number,
                deviations: number
              }
            }
          },
          unresolved: { type: 'array', items: { type: 'string' } },
          notes: { type: 'array', items: { type: 'string' } }
        }
      },
      Setup: standardSchema(setupSchema) as Json,
      PredictRequest: standardSchema(predictRequestSchema) as Json,
      PointAnswer: pointAnswer,
      Check: check,
      PredictAnswer: predictAnswer,
      Errors: errors
    }
  }
});
