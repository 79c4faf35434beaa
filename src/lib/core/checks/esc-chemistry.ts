import { CHEMISTRIES } from '../battery/chemistry.ts';
import { unknown, type Check } from './check.ts';

/** ESCs cut off at LiPo volts unless told otherwise: any other chemistry wants its cut-off set by hand. */
export const escChemistry: Check = {
  id: 'esc-chemistry',
  run: (c) => {
    const { chemistry } = c.i.setup.battery;
    if (chemistry === 'lipo') return null;
    const name = CHEMISTRIES[chemistry].name;
    return unknown(
      'esc-chemistry',
      'ESC and chemistry',
      'esc',
      '',
      `${name}: an ESC counts cells and cuts off as for LiPo; set its cut-off to ${CHEMISTRIES[chemistry].loadedMarginV} V a cell, and the charger to ${CHEMISTRIES[chemistry].fullV} V`
    );
  }
};
