import { INSULATION_IDS } from '../../parts/wiring/insulation-ids.ts';
import { told } from '../../registry/field-words.ts';
import { optional } from './building.ts';

export const wiringSchema = {
  title: 'wiring',
  type: 'object',
  properties: {
    resistanceOhm: told(optional('resistance of the leads, there and back', 0, 5), {
      short: 'leads',
      quantity: 'milliohm',
      first: 1,
      unknown: 'wiringResistance',
      why: ['Resistance of the leads', 'heat = I² R, there and back']
    }),
    gaugeAwg: told(optional('wire gauge', 0, 40), {
      short: 'gauge',
      quantity: 'count',
      first: 2,
      why: ['Wire gauge', 'area = π/4 (0.127 mm × 92^((36 − gauge)/39))² (ASTM B258)']
    }),
    leadLengthM: told(optional('length of the pack leads, one way', 0, 20), {
      short: 'run',
      quantity: 'length',
      first: 3,
      why: ['Length of the leads', 'R = 2 × length × resistivity / area']
    }),
    connectorA: told(optional('rating of the connector', 0, 2000, true), {
      short: 'connector',
      quantity: 'current',
      more: 1,
      line: (v) => `connector ${v}`
    }),
    temperatureC: optional('temperature of the leads', -40, 150),
    insulation: { enum: [...INSULATION_IDS, null], title: 'insulation of the leads' },
    branchGaugeAwg: optional('wire gauge from the distribution to one ESC', 0, 40),
    branchLengthM: optional('length from the distribution to one ESC, one way', 0, 20),
    motorLeadM: optional('length of the motor leads', 0, 20),
    motorGaugeAwg: optional('wire gauge of the motor leads', 0, 40),
    adapter: { enum: ['fitted', null], title: 'adapter between unlike plugs' },
    capacitorF: optional('capacitor at the ESC', 0, 1),
    capacitorV: optional('volts of the capacitor', 0, 1000, true),
    fuseA: optional('fuse of the pack lead', 0, 2000, true),
    armingPlug: { enum: ['fitted', null], title: 'arming plug' }
  }
} as const;
