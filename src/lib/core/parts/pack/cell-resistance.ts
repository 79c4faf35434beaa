import { CELSIUS_ZERO_K, LABEL_TEMPERATURE_C } from '../../units/constants.ts';
import { CHEMISTRIES, type ChemistryName } from './chemistry.ts';

/** Activation temperature E/R of a cell's resistance, K: gives x1.85 at 0 °C and about x0.8 at 45 °C (from memory). */
const ACTIVATION_K = 2004;

/** C ratings beyond which a label is a hope: the estimate goes no further. (m) */
const LEAST_C = 8;
const MOST_C = 120;

/**
 * Estimated pulse resistance of one new cell, ohm: R(1 Ah, 20C) × (20/C)^p / Ah^q by its chemistry (`chemistry.ts`), from
 * memory of measured packs, ±35 % (10th to 90th percentile).
 * @param capacityAh capacity of the cell; @param continuousC label C, held within 8..120, or null for an assumed 20
 */
export function estimateCellResistanceOhm(
  chemistry: ChemistryName,
  capacityAh: number,
  continuousC: number | null
): number {
  const { ohm, byC, byAh } = CHEMISTRIES[chemistry].resistance;
  const rating = Math.min(Math.max(continuousC ?? 20, LEAST_C), MOST_C);
  return (ohm * Math.pow(20 / rating, byC)) / Math.pow(capacityAh, byAh);
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
