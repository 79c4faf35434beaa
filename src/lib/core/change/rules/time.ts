import { show, showUnit } from '../../units/show.ts';
import type { Rule } from './rule.ts';

const ENDED: Readonly<Record<string, string>> = {
  'usable-share': 'the usable share is spent',
  'cut-off': 'a loaded cell meets its cut-off',
  'not-enough-power': 'the pack no longer carries it'
};

/** How long a pack lasts: Ah over amps. */
export const timeRule: Rule = {
  id: 'time',
  title: 'time',
  unit: 's',
  quantity: 'minutes',
  holds:
    'for a steady current and the usable share alone. At full throttle the current falls with the volts, so that a little more time comes out; a pack that meets its cut-off first gives less. Ordinary use draws far less than full throttle.',
  judge: ({ after }) => {
    const hovers = after.hover !== null;
    const amps = hovers ? (after.hover?.batteryCurrentA as number) : after.worst.batteryCurrentA;
    if (!(amps > 0)) return null;
    const lasting = after.lasting(hovers ? 'hover' : 'full');
    const usable = lasting?.usedShare ?? 0.8;
    const { capacityAh } = after.setup.battery;
    const value = (3600 * capacityAh * usable) / amps;
    return {
      formula: `${show(capacityAh)} Ah × ${show(100 * usable)} % / ${showUnit(amps, 'A')} = ${showUnit(value / 60, 'min')}`,
      value,
      physics: lasting?.seconds ?? null,
      says: lasting
        ? `${hovers ? 'hovering' : 'at full throttle'} the model lasts ${showUnit(lasting.seconds / 60, 'min')}, until ${ENDED[lasting.endedBy] ?? 'it ends at once'}`
        : 'the model has nothing to say of it'
    };
  }
};
