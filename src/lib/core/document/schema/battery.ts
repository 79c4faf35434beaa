import { CONNECTOR_IDS } from '../../standard-sizes/connector-ids.ts';
import { CHEMISTRIES } from '../../parts/pack/chemistry.ts';
import { READING_S, settledFactor } from '../../parts/pack/under-load.ts';
import { told } from '../../registry/field-words.ts';
import { show } from '../../units/show.ts';
import { optional, required } from './building.ts';

/** What was measured of a pack over its life, as far as it bears on what it may be asked for. */
export const packHealthSchema = {
  title: 'health of the pack',
  type: 'object',
  required: ['wear', 'says'],
  properties: {
    /** 0 as new, 0.75 to be watched, 1 worn out, above it swollen or worse. */
    wear: { type: 'number', minimum: 0, maximum: 10, title: 'wear' },
    credibleA: optional('current the pack was measured to carry', 0, 10000),
    says: { type: 'string', maxLength: 600, title: 'what was found of the pack' }
  }
} as const;

export const batterySchema = {
  title: 'pack',
  type: 'object',
  required: ['chemistry', 'series', 'capacityAh'],
  properties: {
    name: { type: 'string', maxLength: 120 },
    chemistry: told(
      { enum: ['lipo', 'lihv', 'liion', 'lifepo4', 'nimh'], title: 'chemistry' },
      {
        short: 'chemistry',
        column: 1,
        choices: { lipo: 'LiPo', lihv: 'LiHV', liion: 'Li-ion', lifepo4: 'LiFePO4', nimh: 'NiMH' }
      }
    ),
    series: told(
      { type: 'integer', minimum: 1, maximum: 60, title: 'cells in series' },
      {
        short: 'cells',
        quantity: 'count',
        first: 1,
        column: 2,
        why: ['Cells in series', 'volts of the pack = cells × volts per cell']
      }
    ),
    parallel: told(
      { type: 'integer', minimum: 1, maximum: 50, title: 'cells in parallel' },
      { short: 'parallel', quantity: 'count', more: 3, line: (v) => (v === '1' ? '' : `${v}P`), column: 3 }
    ),
    capacityAh: told(
      { ...required('capacity of the pack', 0.001, 1000) },
      {
        short: 'capacity',
        quantity: 'capacity',
        first: 2,
        column: 4,
        why: ['Capacity', 'time = usable Ah / average amps; amps allowed = Ah × C']
      }
    ),
    continuousC: told(optional('continuous C', 0, 500, true), {
      short: 'C',
      quantity: 'count',
      first: 3,
      column: 5,
      why: ['Continuous C', 'amps the label allows = Ah × C']
    }),
    burstC: told(optional('burst C', 0, 1000, true), {
      short: 'burst C',
      quantity: 'count',
      more: 2,
      line: (v) => `burst ${v}C`
    }),
    cellResistanceOhm: told(optional('resistance of one cell', 0, 5), {
      short: 'per cell',
      quantity: 'milliohm',
      first: 4,
      column: 6,
      unknown: 'batteryResistance',
      why: [
        'Resistance of one cell',
        `V = V_rest − I × cells × R / strands, R growing under load: ${show(settledFactor(READING_S, CHEMISTRIES.lipo.slowShare))} times after ${READING_S} s in a pouch cell`
      ]
    }),
    massKg: told(optional('mass of the pack', 0, 1000, true), {
      short: 'weight',
      quantity: 'mass',
      more: 1,
      column: 7
    }),
    /** How it has lived; its own records, where there are any, say it better. */
    state: told(
      { enum: ['new', 'season', 'old', null], title: 'state of the pack' },
      { short: 'age', choices: { new: 'new', season: 'a season old', old: 'old' }, choice: 1 }
    ),
    temperatureC: told(optional('pack temperature', -30, 80), {
      short: 'temperature, °C',
      quantity: 'ratio'
    }),
    cutoffCellV: told(optional('loaded cut-off per cell', 0.5, 4.2), {
      short: 'cut-off',
      quantity: 'voltage',
      more: 4,
      line: () => ''
    }),
    usableShare: told(optional('usable share of the capacity', 0.05, 1), {
      short: 'usable share',
      quantity: 'ratio'
    }),
    connector: told({ enum: [...CONNECTOR_IDS, null], title: 'plug of the pack' }, { short: 'plug' }),
    packsInSeries: told(
      { type: ['integer', 'null'], minimum: 1, maximum: 8, title: 'packs in series' },
      { short: 'packs in series', quantity: 'count' }
    ),
    packsInParallel: told(
      { type: ['integer', 'null'], minimum: 1, maximum: 8, title: 'packs in parallel' },
      { short: 'packs in parallel', quantity: 'count' }
    ),
    health: { anyOf: [packHealthSchema, { type: 'null' }] }
  }
} as const;
