import { CELSIUS_ZERO_K, LABEL_TEMPERATURE_C } from '../../units/constants.ts';
import { CHEMISTRIES, type ChemistryName } from './chemistry.ts';

/** Activation temperature E/R of a cell's resistance, K: gives x1.85 at 0 °C and about x0.8 at 45 °C (from memory). */
const ACTIVATION_K = 2004;

/**
 * Estimated pulse resistance of one cell, ohm: R Ah = base x (20/C)^0.7, for LiPo base 12 mOhm Ah held within 3.6..20.
 * From memory of measured packs (1.3 Ah of 100C 3 mOhm, 2.2 Ah of 30C 4 mOhm, 5 Ah of 20C 2.4), ±35 % (10th to 90th
 * percentile).
 * @param capacityAh capacity of the cell; @param continuousC label C, or null for an assumed 20
 */
export function estimateCellResistanceOhm(
  chemistry: ChemistryName,
  capacityAh: number,
  continuousC: number | null
): number {
  const base = CHEMISTRIES[chemistry].resistanceOhmAh;
  const product = base * Math.pow(20 / (continuousC ?? 20), 0.7);
  return Math.min(Math.max(product, base * 0.3), base * 1.67) / capacityAh;
}

/**
 * Factor on a cell's resistance at a temperature, relative to 25 °C: Arrhenius, exp(T_a (1/T − 1/298.15)).
 * 1.85 at 0 °C, 0.66 at 45 °C by the exponential alone; warm cells level off (measured about 0.8), so above 25 °C the
 * activation temperature is halved.
 */
export function resistanceTemperatureFactor(temperatureC: number): number {
  const inverse = 1 / (temperatureC + CELSIUS_ZERO_K) - 1 / (LABEL_TEMPERATURE_C + CELSIUS_ZERO_K);
  return Math.exp((temperatureC > LABEL_TEMPERATURE_C ? ACTIVATION_K * 0.53 : ACTIVATION_K) * inverse);
}

/**
 * Current a cell can honestly carry, A: the current at which it makes 6 W of heat per Ah. From memory of pack tests,
 * ±30 %; a label's C above this is a hope.
 */
export const credibleCurrentA = (cellResistanceOhm: number, capacityAh: number): number =>
  Math.sqrt((6 * capacityAh) / cellResistanceOhm);
