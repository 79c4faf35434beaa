import { show, showUnit } from '../units/show.ts';
import { judge, withBand, type Check } from './check.ts';
import { capacities, higherC, lighterPropulsors } from './ladders.ts';

/** Ah × C against worst-case current. */
export const packCurrent: Check = {
  id: 'pack-current',
  ladders: (s) => [lighterPropulsors(s), higherC(s), capacities(s)],
  run: (c) => {
    const { battery, esc } = c.i.setup;
    const value = c.worst.batteryCurrentA;
    const rating = battery.continuousC == null ? null : battery.capacityAh * battery.continuousC;
    const escTotal = esc?.continuousA == null ? null : esc.continuousA * c.i.model.count;
    return judge(
      {
        id: 'pack-current',
        title: 'pack current',
        part: 'battery',
        unit: 'A',
        value,
        band: c.worst.band?.batteryCurrentA,
        rating,
        missing: 'the pack’s C',
        margin: 'pack-current',
        limitOf: (s) => {
          const amps = rating as number;
          if (s === '2x') return amps / 2;
          if (s === '1x') return amps;
          // the pack must stand the ESCs' rating: short of it, the margin shrinks in proportion
          if (s === 'esc-rating')
            return escTotal === null || amps >= escTotal
              ? amps
              : Math.min((amps * amps) / escTotal, value * 0.999);
          return amps / 1.5;
        },
        working: `Ah × C: ${show(battery.capacityAh)} × ${battery.continuousC == null ? '?' : show(battery.continuousC)} = ${rating === null ? 'not known' : showUnit(rating, 'A')}. Worst case ${withBand(value, 'A', c.worst.band?.batteryCurrentA)}.`
      },
      c.schools
    );
  }
};
