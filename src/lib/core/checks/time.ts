import { show, showUnit } from '../units/show.ts';
import { judge, type Check } from './check.ts';
import { capacities, heavierPropulsors, lighterPropulsors } from './ladders.ts';

/** Minutes the pack lasts at what the craft mostly does, against the wanted time. */
export const time: Check = {
  id: 'time',
  ladders: (s) => [capacities(s), lighterPropulsors(s), heavierPropulsors(s)],
  run: (c) => {
    const order = {
      'fixed-wing': ['cruise', 'full'],
      multirotor: ['hover', 'full'],
      boat: ['full']
    } as const;
    const wanted = order[c.i.setup.craft.kind];
    const e = wanted.map((at) => c.endurance(at)).find((x) => x !== null);
    if (!e) return null;
    const minutes = e.seconds / 60;
    const target = c.i.setup.craft.targetSeconds;
    const doing = { full: 'at full throttle', hover: 'hovering', cruise: 'cruising level' }[e.at];
    return judge(
      {
        id: 'time',
        title: `time ${doing}`,
        part: 'battery',
        unit: 'min',
        direction: 'above',
        value: minutes,
        band: e.band ? [e.band[0] / 60, e.band[1] / 60] : null,
        rating: target == null ? null : target / 60,
        missing: 'no wanted time in the brief',
        working: `${show(c.i.capacityAh)} Ah × ${show(100 * e.usedShare)} % used / ${showUnit(e.averageCurrentA, 'A')} on average × 60 = ${showUnit(minutes, 'min')}${e.endedBy === 'cut-off' ? `; a loaded cell meets the cut-off first` : ''}.`
      },
      c.schools
    );
  }
};
