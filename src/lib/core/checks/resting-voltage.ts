import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { openCircuitCellV, stateOfChargeAt } from '../parts/pack/open-circuit.ts';
import { show, showUnit } from '../units/show.ts';
import { capacities } from './candidates.ts';
import { check } from './check.ts';

/** Volts of a rested LiPo cell at which the more careful school lands. Common practice, no source. */
const CAREFUL_V = 3.6;

/** Lowest resting volts per cell after ordinary use: what the charger shows. Other chemistries at the same charge left. */
export const restingVoltage = check({
  id: 'resting-voltage',
  title: 'resting volts per cell after use',
  part: 'battery',
  unit: 'V',
  wish: 'a landing with more left in the pack',
  slow: true,
  byPack: true,
  candidates: (s) => [capacities(s)],
  judge: (s) => {
    const { stateOfCharge } = s.supply;
    const use = s.lasting('mixed');
    if (stateOfCharge === null || !use || use.seconds <= 0) return null;
    const { chemistry } = s.setup.battery;
    const left = Math.max(stateOfCharge - use.usedShare, 0);
    const value = openCircuitCellV(chemistry, left);
    const floor = CHEMISTRIES[chemistry].restingFloorV;
    // other chemistries at the charge that a LiPo cell of these volts has left
    const careful = openCircuitCellV(chemistry, stateOfChargeAt('lipo', CAREFUL_V));
    return {
      direction: 'above',
      value,
      rating: floor,
      margin: 'resting-voltage',
      limitOf: (id) => (id === '3.5' ? floor : Math.max(careful, floor)),
      digits: 3,
      working: () =>
        `${show(100 * use.usedShare)} % used leaves ${show(100 * left)} %: a rested ${CHEMISTRIES[chemistry].name} cell then shows ${showUnit(value, 'V')}; floor ${showUnit(floor, 'V')}, better from ${showUnit(careful, 'V')}. Measure it an hour after landing; a cell that shows less than the others is the one to watch.`
    };
  }
});
