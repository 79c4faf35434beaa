import { told } from '../../registry/field-words.ts';
import { optional } from './building.ts';

/** Figures of a drive as a whole: what stands between its parts, and how many there are. */
export const driveProperties = {
  gearRatio: told(optional('gear ratio', 0.05, 100), {
    short: 'gear',
    quantity: 'ratio',
    why: ['Gear ratio', 'rpm of the blades = rpm of the motor / ratio']
  }),
  gearEfficiency: optional('gear efficiency', 0.2, 1),
  outputLimit: told(optional('output limit', 0.05, 1), {
    short: 'limit',
    quantity: 'share',
    line: (v) => `limited to ${v}`
  }),
  count: told(
    { type: 'integer', minimum: 1, maximum: 64, title: 'number of motors' },
    {
      short: 'count',
      quantity: 'count',
      why: ['Motors', 'thrust, current and heat are those of one times this']
    }
  ),
  auxiliaryCurrentA: told(optional('current of receiver, servos and video', 0, 200), {
    short: 'on board',
    quantity: 'current',
    line: (v) => `${v} on board`
  })
} as const;
