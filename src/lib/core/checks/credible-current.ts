import { credibleCurrentA } from '../parts/pack/cell-resistance.ts';
import { show, showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { capacities, cells } from './candidates.ts';
import { check } from './check.ts';

/** Current the pack can honestly carry, from its resistance, beside the label's C, against what ordinary use asks of it. */
export const credibleCurrent = check({
  id: 'credible-current',
  title: 'credible pack current',
  part: 'battery',
  unit: 'A',
  wish: 'a pack that can give the current',
  gives: ['room'],
  byPack: true,
  candidates: (s) => [capacities(s), lighterPropulsors(s), cells(s, 'fewer', 1)],
  judge: (s) => {
    const { battery } = s.setup;
    const parallel = battery.parallel ?? 1;
    const strandAh = battery.capacityAh / parallel;
    const cellOhm = (s.model.packOhm * parallel) / battery.series;
    if (!(cellOhm > 0)) return null;
    const rating = parallel * credibleCurrentA(cellOhm, strandAh);
    const drawn = s.drawn;
    const value = drawn?.rmsCurrentA ?? s.worst.batteryCurrentA;
    const worst = s.worst.band?.batteryCurrentA;
    const share = value / Math.max(s.worst.batteryCurrentA, 1e-9);
    return {
      value,
      band: worst ? [worst[0] * share, worst[1] * share] : null,
      rating: 1.3 * rating,
      marginLimit: rating,
      working: () =>
        `Ordinary use, ${s.use.title}, warms the pack as a steady ${showUnit(value, 'A')} would (root mean square; ${showUnit(s.worst.batteryCurrentA, 'A')} at full throttle). At ${showUnit(rating, 'A')} a cell of ${show(cellOhm * 1000)} mΩ makes 6 W of heat per Ah: ${show(rating / battery.capacityAh)} C, where the label says ${battery.continuousC == null ? 'nothing' : `${show(battery.continuousC)} C`}. Good to ±30 %.`
    };
  }
});
