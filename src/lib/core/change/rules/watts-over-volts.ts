import { CHEMISTRIES } from '../../parts/pack/chemistry.ts';
import { show, showUnit } from '../../units/show.ts';
import type { Rule } from './rule.ts';

/** Amps when only watts are known: watts over nominal volts. */
export const wattsOverVoltsRule: Rule = {
  id: 'watts-over-volts',
  title: 'amps from watts',
  unit: 'A',
  quantity: 'current',
  holds:
    'within a tenth while a cell under load shows about its nominal volts; low where the pack sags below them, high on a stiff, fresh one.',
  judge: ({ after }) => {
    const { battery } = after.setup;
    const volts = battery.series * CHEMISTRIES[battery.chemistry].nominalV;
    const watts = after.worst.electricalPowerW;
    const value = watts / volts;
    return {
      formula: `${show(watts)} W / ${show(volts)} V = ${showUnit(value, 'A')}`,
      value,
      physics: after.worst.batteryCurrentA,
      says: `the model draws them at ${showUnit(after.worst.batteryVoltageV, 'V')}: ${showUnit(after.worst.batteryCurrentA, 'A')}`
    };
  }
};
