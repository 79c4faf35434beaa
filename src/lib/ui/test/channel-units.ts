import type { Channel } from '../../core/testing/record/sample.ts';
import type { QuantityName } from '../../core/units/quantity.ts';

/** In what each channel of a run is shown. */
export const CHANNEL_QUANTITY: Readonly<Record<Channel, QuantityName>> = {
  throttle: 'share',
  batteryVoltageV: 'voltage',
  batteryCurrentA: 'current',
  rpm: 'rpm',
  thrustN: 'thrust',
  motorC: 'temperature',
  escC: 'temperature',
  packC: 'temperature',
  speedMs: 'speed'
};
