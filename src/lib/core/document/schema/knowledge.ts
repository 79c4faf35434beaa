import { packHealthSchema, batterySchema } from './battery.ts';
import { optional } from './building.ts';
import { motorSchema } from './motor.ts';
import { propulsorSchema } from './propulsor.ts';

const factor = { type: 'number', exclusiveMinimum: 0, maximum: 20 } as const;

const sd = { type: 'number', minimum: 0, maximum: 5 } as const;

const eachFactor = <T>(item: T) => ({
  kv: item,
  motorResistance: item,
  noLoadCurrent: item,
  batteryResistance: item,
  thrust: item,
  power: item,
  inductance: item
});

export const calibrationSchema = {
  title: 'calibration',
  type: 'object',
  required: ['factors', 'relativeSd'],
  properties: {
    factors: { type: 'object', properties: eachFactor(factor) },
    relativeSd: { type: 'object', properties: eachFactor(sd) },
    /** Lower triangle, row by row, of the posterior covariance of the logs of the factors; documents from before the inductance was one of
     * them leave out its row, the last. */
    covariance: { type: 'array', maxItems: 36, items: { type: 'number' } },
    /** What was measured, and all that was found about it: from here the factors of swapped parts are worked out. */
    joint: {
      title: 'measured parts',
      type: 'object',
      required: ['motor', 'batteries', 'propulsors', 'logs', 'covariance'],
      properties: {
        motor: motorSchema,
        batteries: { type: 'array', maxItems: 12, items: batterySchema },
        propulsors: { type: 'array', maxItems: 24, items: propulsorSchema },
        /** Logs of KV, winding, no-load current; one a pack; thrust and power of each propulsor; inductance, in newer documents. */
        logs: { type: 'array', maxItems: 64, items: { type: 'number', minimum: -5, maximum: 5 } },
        /** Lower triangle of their covariance, row by row. */
        covariance: { type: 'array', maxItems: 2080, items: { type: 'number', minimum: -25, maximum: 25 } },
        /** Spread of each before the fit. */
        priorSd: { type: 'array', maxItems: 64, items: sd }
      }
    }
  }
} as const;

/** Knowledge of the shelf that a setup may leave out. */
export const KNOWLEDGE = ['calibration', 'pack-health'] as const;

/**
 * What the shelf knows of the parts of a setup by their names, beside what the setup itself says: made anew whenever it is read,
 * and never stored with it.
 */
export const knownSchema = {
  title: 'what the shelf knows',
  type: 'object',
  properties: {
    battery: {
      anyOf: [
        {
          title: 'pack',
          type: 'object',
          required: ['name', 'health'],
          properties: {
            name: { type: 'string', maxLength: 120 },
            /** Cells and capacity of its label: a pack of other figures is another pack, whatever it is called. */
            series: { type: ['integer', 'null'], minimum: 1, maximum: 60, title: 'cells in series' },
            labelAh: optional('capacity on the label', 0.001, 1000),
            cellResistanceOhm: optional('resistance of one cell', 0, 5),
            capacityAh: optional('capacity of the pack', 0.001, 1000),
            health: packHealthSchema
          }
        },
        { type: 'null' }
      ]
    },
    calibration: { anyOf: [calibrationSchema, { type: 'null' }] },
    calibrationFrom: { type: ['string', 'null'], maxLength: 300, title: 'where the calibration comes from' },
    retired: {
      type: 'array',
      maxItems: 8,
      title: 'retired parts',
      items: {
        title: 'retired part',
        type: 'object',
        required: ['part', 'name'],
        properties: {
          part: { type: 'string', maxLength: 40 },
          name: { type: 'string', maxLength: 120 },
          why: { type: ['string', 'null'], maxLength: 2000 }
        }
      }
    }
  }
} as const;
