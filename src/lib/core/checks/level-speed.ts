import { GRAVITY_MS2 } from '../units/constants.ts';
import { show, showUnit } from '../units/show.ts';
import { check } from './check.ts';

/** Level speed: top speed well above the stall, or the craft only staggers. */
export const levelSpeed = check({
  id: 'level-speed',
  title: 'top speed over stall',
  part: 'craft',
  unit: 'm/s',
  wish: 'speed well above its stall',
  slow: true,
  gives: ['room', 'weight'],
  candidates: null,
  judge: (s) => {
    const { level } = s;
    if (!level) return null;
    const top = level.topSpeedMs ?? 0;
    return {
      direction: 'above',
      value: top,
      band: level.band?.topSpeedMs ?? null,
      rating: 1.2 * level.stallSpeedMs,
      marginLimit: 1.6 * level.stallSpeedMs,
      working: () =>
        `Thrust meets drag at ${showUnit(top, 'm/s')}; stall ${showUnit(level.stallSpeedMs, 'm/s')} (W = ${show(s.setup.craft.massKg * GRAVITY_MS2)} N). Climb ${level.climbMs === null ? 'none' : showUnit(level.climbMs, 'm/s')}.`
    };
  }
});
