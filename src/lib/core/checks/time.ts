import { show, showUnit } from '../units/show.ts';
import { heavierPropulsors, lighterPropulsors } from './propulsor-candidates.ts';
import { capacities } from './candidates.ts';
import { check } from './check.ts';

/** Share of the predicted time that the first timer is set to. Common practice, no source. */
const FIRST_TIMER_SHARE = 0.5;

const DOING = { cruise: 'at best range', hover: 'hovering', full: 'at full throttle' } as const;

/** Minutes the pack lasts in ordinary use by purpose, against the wanted time. */
export const time = check({
  id: 'time',
  title: 'time in ordinary use',
  part: 'battery',
  unit: 'min',
  rail: 'craft',
  wish: (s) => (s.kind === 'boat' ? 'more time on the water' : 'more time in the air'),
  slow: true,
  gives: ['room', 'weight', 'time'],
  urgency: 6,
  candidates: (s) => [capacities(s), lighterPropulsors(s), heavierPropulsors(s)],
  judge: (s) => {
    const e = s.endurance('mixed');
    if (!e) return null;
    const minutes = e.seconds / 60;
    const target = s.setup.craft.targetSeconds;
    const use = s.use;
    const beside = (): string => {
      const others = (['cruise', 'hover', 'full'] as const).flatMap((at) => {
        const other = s.lasting(at);
        return other ? [`${DOING[at]} ${showUnit(other.seconds / 60, 'min')}`] : [];
      });
      return others.length > 0 ? ` Beside it: ${others.join(', ')}.` : '';
    };
    return {
      direction: 'above',
      value: minutes,
      band: e.band ? [e.band[0] / 60, e.band[1] / 60] : null,
      rating: target == null ? null : target / 60,
      missing: 'no wanted time in the brief',
      working: () =>
        `${use.title}: ${show(100 * use.fullShare)} % of the time at full throttle. ${show(s.model.capacityAh)} Ah × ${show(100 * e.usedShare)} % used / ${showUnit(e.averageCurrentA, 'A')} on average × 60 = ${showUnit(minutes, 'min')}${e.endedBy === 'cut-off' ? `; a loaded cell meets the cut-off first` : ''}.${beside()} First timer: half of it, ${showUnit(FIRST_TIMER_SHARE * minutes, 'min')}; then look at the resting volts and go on from there.`
    };
  }
});
