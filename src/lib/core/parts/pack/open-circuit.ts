import { interpolate } from '../../numeric/interpolate.ts';
import { CHEMISTRIES, STATE_OF_CHARGE, type ChemistryName } from './chemistry.ts';

/** Resting volts of one cell at a state of charge (0..1). */
export const openCircuitCellV = (chemistry: ChemistryName, stateOfCharge: number): number =>
  interpolate(STATE_OF_CHARGE, CHEMISTRIES[chemistry].openCircuitV, stateOfCharge);

/** State of charge (0..1) of a cell that rests at the given volts; held at 0 and 1 outside the table. */
export const stateOfChargeAt = (chemistry: ChemistryName, restingCellV: number): number =>
  interpolate(CHEMISTRIES[chemistry].openCircuitV, STATE_OF_CHARGE, restingCellV);
