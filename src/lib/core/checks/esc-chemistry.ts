import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { check } from './check.ts';

/** ESCs cut off at LiPo volts unless told otherwise: any other chemistry wants its cut-off set by hand. */
export const escChemistry = check({
  id: 'esc-chemistry',
  title: 'ESC and chemistry',
  part: 'esc',
  unit: '',
  wish: 'its cut-off set for the cells it has',
  candidates: null,
  judge: (s) => {
    const { chemistry } = s.setup.battery;
    if (chemistry === 'lipo') return null;
    const name = CHEMISTRIES[chemistry].name;
    return {
      unknown: `${name}: an ESC counts cells and cuts off as for LiPo; set its cut-off to ${CHEMISTRIES[chemistry].loadedMarginV} V a cell, and the charger to ${CHEMISTRIES[chemistry].fullV} V`
    };
  }
});
