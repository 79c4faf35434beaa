import { CELSIUS_ZERO_K } from '../units/constants.ts';

/** Air at one place: density kg/m³, dynamic viscosity Pa s, speed of sound m/s. */
export interface Fluid {
  readonly densityKgM3: number;
  readonly viscosityPaS: number;
  readonly soundSpeedMs: number;
}

const SEA_LEVEL_K = 288.15;
const SEA_LEVEL_PA = 101325;
const LAPSE_K_PER_M = 0.0065;
const GAS_CONSTANT = 287.05287;
const HEAT_RATIO = 1.4;

/** Pressure in the troposphere, Pa. ISO 2533:1975, geopotential altitude −1000..11 000 m. */
export function pressurePa(altitudeM: number): number {
  return SEA_LEVEL_PA * Math.pow(1 - (LAPSE_K_PER_M * altitudeM) / SEA_LEVEL_K, 5.255879812716677);
}

/**
 * Air density, viscosity and speed of sound at an altitude and an actual air temperature.
 * ISO 2533:1975 pressure with the ideal gas law at the given temperature; viscosity by Sutherland's formula with the
 * coefficients of ISO 2533 (beta_s 1.458e-6, S 110.4 K).
 * @param altitudeM geopotential altitude, −1000..11 000 m
 * @param temperatureC actual temperature, −60..60 °C; undefined takes the standard atmosphere's own
 */
export function air(altitudeM: number, temperatureC?: number): Fluid {
  const kelvin =
    temperatureC === undefined ? SEA_LEVEL_K - LAPSE_K_PER_M * altitudeM : temperatureC + CELSIUS_ZERO_K;
  return {
    densityKgM3: pressurePa(altitudeM) / (GAS_CONSTANT * kelvin),
    viscosityPaS: (1.458e-6 * Math.pow(kelvin, 1.5)) / (kelvin + 110.4),
    soundSpeedMs: Math.sqrt(HEAT_RATIO * GAS_CONSTANT * kelvin)
  };
}

/** Altitude at which the standard atmosphere has this pressure, m. The inverse of `pressurePa`. */
export const altitudeOfPressureM = (pascal: number): number =>
  ((1 - Math.pow(pascal / SEA_LEVEL_PA, 1 / 5.255879812716677)) * SEA_LEVEL_K) / LAPSE_K_PER_M;
