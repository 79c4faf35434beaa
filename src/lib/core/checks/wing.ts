import { GRAVITY_MS2 } from '../units/constants.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, type Check } from './check.ts';

/** Speed at which a good throw releases an aeroplane, m/s. Common practice, no source. */
const THROW_MS = 9;

/** Hand launch: stall speed against the speed of a throw. */
export const handLaunch: Check = {
  id: 'hand-launch',
  run: (c) => {
    const { craft } = c.i.setup;
    const { level } = c;
    if (!level || (craft.purpose !== 'hand-launch' && craft.purpose !== 'glider')) return null;
    const loading = craft.massKg / (craft.wingAreaM2 as number);
    return judge(
      {
        id: 'hand-launch',
        title: 'stall speed for a throw',
        part: 'craft',
        unit: 'm/s',
        value: level.stallSpeedMs,
        rating: THROW_MS * 1.1,
        marginLimit: THROW_MS * 0.9,
        working: `Wing loading ${show(craft.massKg)} kg / ${show(craft.wingAreaM2 as number)} m² = ${show(loading)} kg/m²; stall ${showUnit(level.stallSpeedMs, 'm/s')}; a throw releases at about ${THROW_MS} m/s and the motor must carry the rest.`
      },
      c.schools
    );
  }
};

/** Level speed: top speed well above the stall, or the craft only staggers. */
export const levelSpeed: Check = {
  id: 'level-speed',
  run: (c) => {
    const { level } = c;
    if (!level) return null;
    const top = level.topSpeedMs ?? 0;
    return judge(
      {
        id: 'level-speed',
        title: 'top speed over stall',
        part: 'craft',
        unit: 'm/s',
        direction: 'above',
        value: top,
        band: level.band?.topSpeedMs ?? null,
        rating: 1.2 * level.stallSpeedMs,
        marginLimit: 1.6 * level.stallSpeedMs,
        working: `Thrust meets drag at ${showUnit(top, 'm/s')}; stall ${showUnit(level.stallSpeedMs, 'm/s')} (W = ${show(c.i.setup.craft.massKg * GRAVITY_MS2)} N). Climb ${level.climbMs === null ? 'none' : showUnit(level.climbMs, 'm/s')}.`
      },
      c.schools
    );
  }
};
