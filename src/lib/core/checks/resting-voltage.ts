import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { openCircuitCellV, stateOfChargeAt } from '../parts/pack/open-circuit.ts';
import { show, showUnit } from '../units/show.ts';
import { capacities } from './candidates.ts';
import { check } from './check.ts';

/** Volts of a LiPo cell at rest that no pack should be found below, and the two schools of where to stop. Common practice, no source. */
const LOWEST_V = 3.3;
const LEAST_V = { '3.6': 3.6, '3.5': 3.5 } as const;

/** Lowest resting volts per cell after ordinary use: what the charger shows. Other chemistries at the same charge left. */
export const restingVoltage = check({
  id: 'resting-voltage',
  title: 'resting volts per cell after use',
  part: 'battery',
  unit: 'V',
  wish: 'a landing with more left in the pack',
  byPack: true,
  candidates: (s) => [capacities(s)],
  judge: (s) => {
    const { stateOfCharge } = s.supply;
    const use = s.lasting('mixed');
    if (stateOfCharge === null || !use || use.seconds <= 0) return null;
    const { chemistry } = s.setup.battery;
    const left = Math.max(stateOfCharge - use.usedShare, 0);
    const value = openCircuitCellV(chemistry, left);
    const asLipo = (volts: number): number => openCircuitCellV(chemistry, stateOfChargeAt('lipo', volts));
    return {
      direction: 'above',
      value,
      rating: asLipo(LOWEST_V),
      margin: 'resting-voltage',
      limitOf: (id) => asLipo(id === '3.5' ? LEAST_V['3.5'] : LEAST_V['3.6']),
      digits: 3,
      working: `${show(100 * use.usedShare)} % used leaves ${show(100 * left)} %: a rested ${CHEMISTRIES[chemistry].name} cell then shows ${showUnit(value, 'V')}${chemistry === 'lipo' ? '' : `; ${showUnit(LEAST_V['3.6'], 'V')} of a LiPo cell are ${showUnit(asLipo(LEAST_V['3.6']), 'V')} here, at the same charge`}. Measure it an hour after landing; a cell that shows less than the others is the one to watch.`
    };
  }
});
