import { show, showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { capacities, higherC } from './candidates.ts';
import { check } from './check.ts';

/** Pack temperatures: best below 50, never above 60 °C. Common practice, no source. */
export const PACK_LIMIT_C = 60;

const PACK_MARGIN_C = 50;

/** Warmth of the pack when ordinary use has emptied it. */
export const packTemperature = check({
  id: 'pack-temperature',
  title: 'pack temperature',
  part: 'battery',
  unit: '°C',
  wish: 'a larger or a better pack',
  slow: true,
  gives: ['room'],
  byPack: true,
  candidates: (s) => [capacities(s), higherC(s), lighterPropulsors(s)],
  judge: (s) => {
    const mixed = s.lasting('mixed');
    if (!mixed || mixed.packC === null) return null;
    const { packC, seconds } = mixed;
    const { heat } = s.model.packInUse;
    const drawn = s.drawn;
    return {
      value: packC,
      rating: PACK_LIMIT_C,
      marginLimit: PACK_MARGIN_C,
      working: () =>
        `From ${show(heat.startC)} °C, ${drawn ? `${showUnit(drawn.heatW, 'W')} of heat at first (I² R on average), ` : ''}${show(heat.joulePerK)} J/K of pack and ${show(heat.kelvinPerW)} K/W to the air: ${showUnit(packC, '°C')} after ${showUnit(seconds / 60, 'min')} of ordinary use. Warm hands: 45 °C is hot to hold, 60 °C ends packs.`
    };
  }
});
