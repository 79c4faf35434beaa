import { rpmWindowOf } from '../../checks/boat-rpm.ts';
import { show } from '../../units/show.ts';
import type { Rule } from './rule.ts';

/** Boats: rpm = cells × volts per cell × KV. */
export const boatRpmRule: Rule = {
  id: 'boat-rpm',
  title: 'rpm of a boat',
  unit: 'rpm',
  quantity: 'rpm',
  holds:
    'a yardstick for choosing KV, at the volts its window is counted with, for surface-piercing screws; a submerged screw turns slower. The screw under way turns at two thirds to nine tenths of it.',
  judge: ({ after }) => {
    const { propulsor, motor, battery } = after.setup;
    if (after.kind !== 'boat' || (propulsor.kind !== 'surface-drive' && propulsor.kind !== 'submerged-screw'))
      return null;
    const { rpm: window, cellV } = rpmWindowOf(after.schools, motor.massKg);
    const gear = after.powertrain.gearRatio;
    const value = (battery.series * cellV * motor.kvRpmPerVolt) / gear;
    const windowed = propulsor.kind === 'surface-drive';
    const place = value < window[0] ? 'too low for' : value > window[1] ? 'too high for' : 'inside';
    const loaded = after.boat?.loadedRpm ?? null;
    return {
      formula: `${battery.series} cells × ${cellV.toFixed(1)} V × ${show(motor.kvRpmPerVolt, 4)} KV${gear === 1 ? '' : ` / ${show(gear)}`} = ${show(value, 5)} rpm`,
      value,
      physics: loaded,
      says: `${windowed ? `${place} a window of ${show(window[0])} to ${show(window[1])} rpm` : 'no window is known for a submerged screw'}${loaded === null ? '' : `; under way the model turns ${show(loaded)} rpm`}`
    };
  }
};
