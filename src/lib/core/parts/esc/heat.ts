/** Heat an ESC makes at its continuous rating, W per ampere: 0.1 V across its switches and as much again for chopping. (m) */
const HEAT_AT_RATING_V = 0.2;
/** How far above moving air it then is, K: what a continuous rating means. Common practice, no source. */
const RISE_AT_RATING_K = 55;
/** Still air in a closed hull against the air that moves round it in an aircraft. (m) */
const STILL = 1.8;

/** Temperature of an ESC that makes some heat for as long as the pack lasts, °C; ±35 %. */
export const escTemperatureC = (
  heatW: number,
  continuousA: number,
  airC: number,
  stillAir: boolean
): number => airC + (RISE_AT_RATING_K * (stillAir ? STILL : 1) * heatW) / (HEAT_AT_RATING_V * continuousA);
