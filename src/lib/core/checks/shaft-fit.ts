import { show } from '../units/show.ts';
import { check } from './check.ts';

/** Play that a bore may have on a shaft before it runs out of true without a ring, mm. Common practice, no source. */
const PLAY_MM = 0.1;

/** Shaft and bore: the propulsor must go on, and sit true. Only where both are given. */
export const shaftFit = check({
  id: 'shaft-fit',
  title: 'bore for the shaft',
  part: 'propulsor',
  unit: 'mm',
  wish: 'a propulsor that fits the shaft',
  candidates: null,
  judge: (s) => {
    const { motor, propulsor } = s.setup;
    if (motor.shaftDiameterM == null || propulsor.boreM == null) return null;
    const shaft = 1000 * motor.shaftDiameterM;
    const bore = 1000 * propulsor.boreM;
    const small = bore < shaft * (1 - 1e-9);
    return {
      direction: small ? 'above' : 'below',
      value: bore,
      rating: small ? shaft : Math.max(2 * shaft, shaft + 10),
      marginLimit: small ? shaft : shaft + PLAY_MM,
      working: () =>
        `Bore ${show(bore)} mm on a shaft of ${show(shaft)} mm. ${small ? 'It does not go on; never drill a blade out of centre.' : bore > shaft + PLAY_MM ? 'It wants a reducing ring, else it runs out of true and shakes.' : 'It sits true.'}`
    };
  }
});
