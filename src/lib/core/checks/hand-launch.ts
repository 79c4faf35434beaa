import { show, showUnit } from '../units/show.ts';
import { check } from './check.ts';

/** Speed at which a good throw releases an aeroplane, m/s. Common practice, no source. */
const THROW_MS = 9;

/** Hand launch: stall speed against the speed of a throw. */
export const handLaunch = check({
  id: 'hand-launch',
  title: 'stall speed for a throw',
  part: 'craft',
  unit: 'm/s',
  wish: 'less weight or more wing',
  gives: ['room', 'weight'],
  candidates: null,
  judge: (s) => {
    const { craft } = s.setup;
    const { level } = s;
    if (!level || (craft.purpose !== 'hand-launch' && craft.purpose !== 'glider')) return null;
    const loading = craft.massKg / (craft.wingAreaM2 as number);
    return {
      value: level.stallSpeedMs,
      rating: THROW_MS * 1.1,
      marginLimit: THROW_MS * 0.9,
      working: () =>
        `Wing loading ${show(craft.massKg)} kg / ${show(craft.wingAreaM2 as number)} m² = ${show(loading)} kg/m²; stall ${showUnit(level.stallSpeedMs, 'm/s')}; a throw releases at about ${THROW_MS} m/s and the motor must carry the rest.`
    };
  }
});
