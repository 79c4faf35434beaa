import { credibleCurrentA } from '../battery/cell-resistance.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, type Check } from './check.ts';
import { capacities, cells, lighterPropulsors } from './ladders.ts';

/** Current the pack can honestly carry, from its resistance, beside the label's C. */
export const credibleCurrent: Check = {
  id: 'credible-current',
  ladders: (s) => [capacities(s), lighterPropulsors(s), cells(s, 'fewer', 1)],
  run: (c) => {
    const { battery } = c.i.setup;
    const parallel = battery.parallel ?? 1;
    const strandAh = battery.capacityAh / parallel;
    const cellOhm = (c.i.packOhm * parallel) / battery.series;
    if (!(cellOhm > 0)) return null;
    const rating = parallel * credibleCurrentA(cellOhm, strandAh);
    return judge(
      {
        id: 'credible-current',
        title: 'credible pack current',
        part: 'battery',
        unit: 'A',
        value: c.worst.batteryCurrentA,
        band: c.worst.band?.batteryCurrentA,
        rating: 1.3 * rating,
        marginLimit: rating,
        working: `At ${showUnit(rating, 'A')} a cell of ${show(cellOhm * 1000)} mΩ makes 6 W of heat per Ah: ${show(rating / battery.capacityAh)} C, where the label says ${battery.continuousC == null ? 'nothing' : `${show(battery.continuousC)} C`}. Good to ±30 %.`
      },
      c.schools
    );
  }
};
