import { MOTOR_JOINT_IDS } from '../../standard-sizes/connector-ids.ts';
import { told } from '../../registry/field-words.ts';
import { optional, required } from './building.ts';

export const motorSchema = {
  title: 'motor',
  type: 'object',
  required: ['kvRpmPerVolt'],
  properties: {
    name: { type: 'string', maxLength: 120 },
    kvRpmPerVolt: told(required('KV', 5, 100000), {
      short: 'KV',
      quantity: 'kv',
      first: 1,
      column: 1,
      steps: 'shelf-kv',
      unknown: 'kv',
      why: ['KV', 'k = 60 / (2π KV), V s/rad: volts per rad/s and N m per A']
    }),
    resistanceOhm: told(optional('winding resistance', 0, 50, true), {
      short: 'winding',
      quantity: 'milliohm',
      first: 2,
      column: 2,
      unknown: 'motorResistance',
      why: [
        'Winding resistance',
        'at rest; under load the speed falls, and heat arises, as of a larger one: I = (V − k ω) / R_loaded'
      ]
    }),
    noLoadCurrentA: told(optional('no-load current', 0, 200), {
      short: 'no-load',
      quantity: 'current',
      first: 3,
      column: 3,
      unknown: 'noLoadCurrent',
      why: ['No-load current', 'friction and iron: torque = k (I − I0)']
    }),
    noLoadVoltageV: told(optional('volts of the no-load test', 0, 300, true), {
      short: 'tested at',
      quantity: 'voltage',
      more: 5,
      line: () => '',
      column: 4
    }),
    maxCurrentA: told(optional('current rating of the motor', 0, 5000, true), {
      short: 'rating',
      quantity: 'current',
      more: 2,
      line: (v) => `to ${v}`,
      column: 5
    }),
    maxPowerW: told(optional('power rating of the motor', 0, 200000, true), {
      short: 'power',
      quantity: 'power',
      more: 3,
      column: 6
    }),
    maxSeries: told(
      { type: ['integer', 'null'], minimum: 1, maximum: 60, title: 'most cells of the motor' },
      { short: 'cells to', quantity: 'count' }
    ),
    massKg: told(optional('mass of one motor', 0, 200, true), {
      short: 'weight',
      quantity: 'mass',
      more: 1,
      column: 7
    }),
    poles: told(
      { type: ['integer', 'null'], minimum: 2, maximum: 100, title: 'magnet poles' },
      { short: 'poles', quantity: 'count', more: 4, line: () => '', column: 8 }
    ),
    loadedResistanceFactor: told(optional('resistance under load over that at rest', 0.5, 10), {
      short: 'under load × at rest',
      quantity: 'ratio'
    }),
    lineInductanceH: told(optional('inductance between two leads', 0, 1, true), {
      short: 'inductance of two leads, H',
      quantity: 'ratio'
    }),
    timingDeg: told(optional('timing advance', 0, 60), { short: 'timing, °', quantity: 'ratio' }),
    shaftDiameterM: told(optional('diameter of the shaft', 0, 0.1, true), {
      short: 'shaft',
      quantity: 'screwLength'
    }),
    connector: told({ enum: [...MOTOR_JOINT_IDS, null], title: 'plugs of the motor' }, { short: 'plug' }),
    cooling: told(
      { enum: ['wash', 'still', 'water', null], title: 'cooling of the motor' },
      { short: 'cooled by', choices: { wash: 'moving air', still: 'still air', water: 'water' } }
    )
  }
} as const;
