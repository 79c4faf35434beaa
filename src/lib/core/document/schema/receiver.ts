import { LOAD_KINDS, SERVO_SIZE_IDS } from '../../parts/bec/load-ids.ts';
import { told } from '../../registry/field-words.ts';
import { batterySchema } from './battery.ts';
import { optional, required } from './building.ts';

/** Outputs that a supply can be set to. */
export const outputsV = {
  type: ['array', 'null'],
  maxItems: 8,
  items: { type: 'number', exclusiveMinimum: 0, maximum: 60, title: 'volts of an output' },
  title: 'outputs that can be chosen'
} as const;

const receiverPackSchema = {
  title: 'receiver pack',
  type: 'object',
  required: ['chemistry', 'series', 'capacityAh'],
  properties: {
    chemistry: batterySchema.properties.chemistry,
    series: { type: 'integer', minimum: 1, maximum: 12, title: 'cells of the receiver pack' },
    capacityAh: required('capacity of the receiver pack', 0.01, 100),
    continuousC: optional('continuous C of the receiver pack', 0, 500, true),
    massKg: optional('mass of the receiver pack', 0, 10)
  }
} as const;

export const receiverSupplySchema = {
  title: 'receiver supply',
  type: 'object',
  required: ['kind'],
  properties: {
    name: { type: 'string', maxLength: 120 },
    kind: told(
      { enum: ['linear', 'switching', 'own-pack'], title: 'kind of receiver supply' },
      { short: 'kind', column: 1, choices: { 'own-pack': 'own pack' } }
    ),
    outputV: told(optional('volts of the receiver supply', 0, 60, true), {
      short: 'volts out',
      quantity: 'voltage',
      column: 2
    }),
    continuousA: told(optional('amps of the receiver supply', 0, 100, true), {
      short: 'rating',
      quantity: 'current',
      column: 3
    }),
    minVoltageV: told(optional('least volts the receiver supply takes', 0, 300), {
      short: 'volts in from',
      quantity: 'voltage',
      column: 4
    }),
    maxVoltageV: told(optional('most volts the receiver supply takes', 0, 300, true), {
      short: 'volts in to',
      quantity: 'voltage',
      column: 5
    }),
    massKg: told(optional('mass of the receiver supply', 0, 10), {
      short: 'weight',
      quantity: 'mass',
      column: 6
    }),
    burstA: told(optional('short-time amps of the receiver supply', 0, 200, true), {
      short: 'for moments',
      quantity: 'current'
    }),
    outputsV: told(outputsV, { short: 'can be set to, V' }),
    /** Cells of an own pack, where that feeds the receiver; its volts go to it directly where `outputV` is empty. */
    pack: { anyOf: [receiverPackSchema, { type: 'null' }] }
  }
} as const;

/** Something that hangs on the receiver supply: so many, alike. */
export const loadSchema = {
  title: 'load of the receiver supply',
  type: 'object',
  required: ['kind'],
  properties: {
    kind: { enum: LOAD_KINDS, title: 'kind of load' },
    name: { type: 'string', maxLength: 80, title: 'name' },
    count: { type: ['integer', 'null'], minimum: 1, maximum: 40, title: 'how many' },
    size: { enum: [...SERVO_SIZE_IDS, null], title: 'size of the servo' },
    idleA: optional('amps at rest', 0, 50),
    movingA: optional('amps while it moves', 0, 100),
    stallA: optional('amps when it is held fast', 0, 200),
    maxVoltageV: optional('most volts it stands', 0, 60, true),
    /** Volts of a step-down of its own in its lead. */
    stepDownV: optional('volts of a step-down in its lead', 0, 60, true)
  }
} as const;

/** What else may hang on the pack's own volts. */
const RAIL_KINDS = [
  'flight-controller',
  'camera',
  'video',
  'lights',
  'supply',
  'capacitor',
  'pump',
  'other'
] as const;

export const railPartSchema = {
  title: 'part on the pack’s volts',
  type: 'object',
  required: ['kind'],
  properties: {
    name: { type: 'string', maxLength: 120, title: 'name' },
    kind: { enum: RAIL_KINDS, title: 'kind of part on the pack’s volts' },
    maxVoltageV: optional('most volts a part on the pack stands', 0, 300, true),
    fedBy: { enum: ['pack', 'supply', null], title: 'what feeds a part' },
    currentA: optional('amps of a part on the pack', 0, 200)
  }
} as const;
