import { CONNECTOR_IDS, MOTOR_JOINT_IDS } from '../../standard-sizes/connector-ids.ts';
import { told } from '../../registry/field-words.ts';
import { optional } from './building.ts';
import { outputsV } from './receiver.ts';

export const escSchema = {
  title: 'ESC',
  type: 'object',
  properties: {
    name: { type: 'string', maxLength: 120 },
    continuousA: told(optional('continuous rating of the ESC', 0, 5000, true), {
      short: 'rating',
      quantity: 'current',
      first: 1,
      column: 1,
      steps: 'esc-sizes',
      why: ['ESC rating', 'compared with the worst-case current of one motor']
    }),
    burstA: told(optional('burst rating of the ESC', 0, 10000, true), {
      short: 'burst',
      quantity: 'current',
      more: 2,
      line: (v) => `burst ${v}`,
      column: 2
    }),
    minSeries: told(
      { type: ['integer', 'null'], minimum: 1, maximum: 60, title: 'fewest cells of the ESC' },
      { short: 'cells from', quantity: 'count', more: 3, line: () => '', column: 3 }
    ),
    maxSeries: told(
      { type: ['integer', 'null'], minimum: 1, maximum: 60, title: 'most cells of the ESC' },
      {
        short: 'cells to',
        quantity: 'count',
        first: 2,
        column: 4,
        why: ['Most cells of the ESC', 'compared with the pack’s cells']
      }
    ),
    maxVoltageV: told(optional('highest voltage of the ESC', 0, 300, true), {
      short: 'volts to',
      quantity: 'voltage'
    }),
    maxElectricalRpm: told(optional('highest electrical rpm of the ESC', 0, 5000000, true), {
      short: 'electrical rpm to',
      quantity: 'rpm'
    }),
    resistanceOhm: told(optional('resistance of the ESC', 0, 5), {
      short: 'own loss',
      quantity: 'milliohm',
      more: 4,
      line: () => '',
      column: 5,
      unknown: 'escResistance',
      why: ['Resistance of the ESC', 'heat = I² R of each motor’s current']
    }),
    idleCurrentA: told(optional('idle current of the ESC', 0, 10), { short: 'idle', quantity: 'current' }),
    switchingLossShare: told(optional('switching loss share', 0, 0.2), {
      short: 'switching loss',
      quantity: 'ratio'
    }),
    /** How it is cooled: by moving air, in still air, by water. */
    cooling: told(
      { enum: ['wash', 'still', 'water', null], title: 'cooling of the ESC' },
      { short: 'cooled by', choices: { wash: 'moving air', still: 'still air', water: 'water' }, choice: 2 }
    ),
    brake: told({ enum: ['on', 'off', null], title: 'brake of the ESC' }, { short: 'brake' }),
    becV: told(optional('volts of the receiver supply', 0, 60, true), {
      short: 'BEC',
      heading: 'BEC volts',
      quantity: 'voltage',
      more: 5,
      line: (v) => `BEC ${v}`,
      column: 6
    }),
    becA: told(optional('amps of the receiver supply', 0, 100, true), {
      short: 'BEC',
      heading: 'BEC amps',
      quantity: 'current',
      more: 6,
      column: 7
    }),
    becKind: told(
      { enum: ['linear', 'switching', 'none', null], title: 'kind of receiver supply' },
      { short: 'BEC is', choices: { none: 'none there' }, choice: 1 }
    ),
    massKg: told(optional('mass of one ESC', 0, 100), {
      short: 'weight',
      quantity: 'mass',
      more: 1,
      column: 8
    }),
    becBurstA: told(optional('short-time amps of the receiver supply', 0, 200, true), {
      short: 'BEC, for moments',
      quantity: 'current'
    }),
    becOutputsV: told(outputsV, { short: 'BEC can be set to, V' }),
    connector: told({ enum: [...CONNECTOR_IDS, null], title: 'plug of the ESC' }, { short: 'plug' }),
    motorConnector: told(
      { enum: [...MOTOR_JOINT_IDS, null], title: 'motor plugs of the ESC' },
      { short: 'motor plugs' }
    ),
    capacitorF: told(optional('input capacitors of the ESC', 0, 1), {
      short: 'capacitors, F',
      quantity: 'ratio'
    }),
    channels: told(
      { type: ['integer', 'null'], minimum: 1, maximum: 8, title: 'motors that one ESC drives' },
      { short: 'motors of one ESC', quantity: 'count' }
    ),
    boards: told(
      { type: ['integer', 'null'], minimum: 1, maximum: 64, title: 'number of ESCs fitted' },
      { short: 'ESCs fitted', quantity: 'count' }
    )
  }
} as const;
