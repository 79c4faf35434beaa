import { COPPER_PER_K } from '../../units/constants.ts';

/** Resistivity of annealed copper at 20 °C, ohm m. IEC 60028 (1925): 1/58 ohm mm²/m. */
const COPPER_OHM_M = 1 / 58e6;

/** Diameter of a wire gauge, m. ASTM B258: 0.005 in x 92^((36 − n)/39). */
export const gaugeDiameterM = (awg: number): number => 0.127e-3 * Math.pow(92, (36 - awg) / 39);

/** Copper cross-section of a wire gauge, m². */
export const gaugeAreaM2 = (awg: number): number => (Math.PI / 4) * gaugeDiameterM(awg) ** 2;

/** Resistance of a copper conductor, ohm. @param lengthM whole length of conductor, there and back. */
export function conductorResistanceOhm(areaM2: number, lengthM: number, temperatureC = 20): number {
  return ((COPPER_OHM_M * lengthM) / areaM2) * (1 + COPPER_PER_K * (temperatureC - 20));
}

/** Resistance of a mated connector pair, ohm, by the current it is made for: 1 mOhm at 10 A down to 0.2 mOhm (m). */
export const connectorResistanceOhm = (ratingA: number): number =>
  Math.min(Math.max(0.01 / ratingA, 0.0002), 0.001);
