import { heaviestHover } from '../powertrain/craft/heaviest-hover.ts';
import { show, showUnit } from '../units/show.ts';
import { heavierPropulsors } from './propulsor-candidates.ts';
import { cells } from './candidates.ts';
import { check } from './check.ts';

/** Hover throttle above which nothing is left to steer with. Common practice, no source. */
const MOST_THROTTLE = 0.6;

/** Payload that is left before the hover throttle passes 60 %, against the wanted one. Multirotors with a wanted payload. */
export const payload = check({
  id: 'payload',
  title: 'payload left',
  part: 'craft',
  unit: 'kg',
  wish: 'more lift for its payload',
  slow: true,
  gives: ['room', 'weight'],
  candidates: (s) => [heavierPropulsors(s), cells(s, 'more')],
  judge: (s) => {
    const { craft } = s.setup;
    const { payloadKg } = craft;
    if (s.kind !== 'multirotor' || payloadKg == null) return null;
    const value = Math.max(heaviestHover(s.powertrain, s.supply, MOST_THROTTLE) - craft.massKg, 0);
    return {
      direction: 'above',
      value,
      rating: payloadKg,
      working: () =>
        `It hovers at ${show(100 * MOST_THROTTLE)} % throttle with ${showUnit(craft.massKg + value, 'kg')} in all: ${showUnit(value, 'kg')} beyond its ${showUnit(craft.massKg, 'kg')}; wanted ${showUnit(payloadKg, 'kg')}.`
    };
  }
});
