import { credibleCurrentA } from '../battery/cell-resistance.ts';
import { meetDemand } from '../train/demand.ts';
import { mixedDemand, mixedUseOf } from '../train/mixed-use.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, type Check } from './check.ts';
import { capacities, cells, lighterPropulsors } from './ladders.ts';

/** Current the pack can honestly carry, from its resistance, beside the label's C, against what ordinary use asks of it. */
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
    const drawn = meetDemand(
      c.i.model,
      mixedDemand(c.i.setup.craft, c.usualSpeedMs),
      c.supply.openCircuitV,
      c.supply.packOhm
    );
    const value = drawn?.rmsCurrentA ?? c.worst.batteryCurrentA;
    const worst = c.worst.band?.batteryCurrentA;
    const share = value / Math.max(c.worst.batteryCurrentA, 1e-9);
    return judge(
      {
        id: 'credible-current',
        title: 'credible pack current',
        part: 'battery',
        unit: 'A',
        value,
        band: worst ? [worst[0] * share, worst[1] * share] : null,
        rating: 1.3 * rating,
        marginLimit: rating,
        working: `Ordinary use, ${mixedUseOf(c.i.setup.craft).title}, warms the pack as a steady ${showUnit(value, 'A')} would (root mean square; ${showUnit(c.worst.batteryCurrentA, 'A')} at full throttle). At ${showUnit(rating, 'A')} a cell of ${show(cellOhm * 1000)} mΩ makes 6 W of heat per Ah: ${show(rating / battery.capacityAh)} C, where the label says ${battery.continuousC == null ? 'nothing' : `${show(battery.continuousC)} C`}. Good to ±30 %.`
      },
      c.schools
    );
  }
};
