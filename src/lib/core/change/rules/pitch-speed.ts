import { inInches, show, showUnit } from '../../units/show.ts';
import type { Rule } from './rule.ts';

/** How fast a propeller would screw forward: rpm × pitch. */
export const pitchSpeedRule: Rule = {
  id: 'pitch-speed',
  title: 'pitch speed',
  unit: 'm/s',
  quantity: 'speed',
  holds:
    'an upper guess of the speed of a clean, fast aeroplane, which flies at 80 to 105 % of it since the propeller unloads; a slow or draggy one flies at far less. It says nothing of the thrust standing still.',
  judge: ({ after }) => {
    const { propulsor } = after.setup;
    if (propulsor.kind !== 'propeller' || after.kind === 'boat') return null;
    const value = after.worst.pitchSpeedMs;
    const top = after.level?.topSpeedMs ?? after.forward?.topSpeedMs ?? null;
    return {
      formula: `${show(after.worst.rpm)} rpm × ${inInches(after.powertrain.pitchM)} in = ${showUnit(value, 'm/s')}`,
      value,
      physics: top,
      says:
        top === null
          ? `${showUnit(value, 'm/s')} at full throttle, standing; how fast the craft is then the model cannot say without its wing`
          : `${showUnit(value, 'm/s')} at full throttle, standing; level the model sees ${showUnit(top, 'm/s')}, where thrust meets drag`
    };
  }
};
