import { credibleCurrentA } from '../../parts/pack/cell-resistance.ts';
import { show, showUnit } from '../../units/show.ts';
import type { Rule } from './rule.ts';

/** What a pack gives: Ah × C. */
export const ahTimesCRule: Rule = {
  id: 'ah-times-c',
  title: 'what the pack gives',
  unit: 'A',
  quantity: 'current',
  holds:
    'as far as the label is honest, which it seldom is above some 40C. What a pack can carry follows from its resistance: at about 6 W of heat per Ah of cell it stays within what it stands.',
  judge: ({ after }) => {
    const { battery } = after.setup;
    if (battery.continuousC == null) return null;
    const value = battery.capacityAh * battery.continuousC;
    const parallel = battery.parallel ?? 1;
    const cellOhm = (after.model.packOhm * parallel) / battery.series;
    const physics = cellOhm > 0 ? parallel * credibleCurrentA(cellOhm, battery.capacityAh / parallel) : null;
    return {
      formula: `${show(battery.capacityAh)} Ah × ${show(battery.continuousC)}C = ${showUnit(value, 'A')}`,
      value,
      physics,
      says:
        physics === null
          ? 'nothing is known of its resistance'
          : `its resistance of ${show(1000 * cellOhm)} mΩ a cell makes ${showUnit(physics, 'A')} credible, good to a third`
    };
  }
};
