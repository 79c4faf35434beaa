import type { Fluid } from './air.ts';
import { interpolate } from '../numeric/interpolate.ts';

const TEMPERATURE_C = [0, 5, 10, 15, 20, 25, 30];

/**
 * Density and kinematic viscosity of water at atmospheric pressure.
 * ITTC 7.5-02-01-03 (2011), "Fresh water and seawater properties", tables 1 and 3 (sea water at 35 g/kg salinity);
 * rows at 5 K from memory, checked at 15 °C (999.1 / 1026.0 kg/m³; 1.139e-6 / 1.189e-6 m²/s).
 */
const TABLE = {
  fresh: {
    density: [999.8, 999.97, 999.7, 999.1, 998.2, 997.05, 995.65],
    viscosity: [1.7867e-6, 1.5182e-6, 1.3064e-6, 1.1386e-6, 1.0034e-6, 0.8927e-6, 0.8009e-6]
  },
  salt: {
    density: [1028.1, 1027.7, 1027.0, 1026.0, 1024.8, 1023.4, 1021.8],
    viscosity: [1.826e-6, 1.565e-6, 1.3604e-6, 1.1892e-6, 1.0508e-6, 0.9365e-6, 0.8411e-6]
  }
} as const;

/** Water as a fluid; temperatures outside 0..30 °C are refused by the setup's schema. */
export function water(kind: 'fresh' | 'salt', temperatureC: number): Fluid {
  const row = TABLE[kind];
  const densityKgM3 = interpolate(TEMPERATURE_C, row.density, temperatureC);
  return {
    densityKgM3,
    viscosityPaS: densityKgM3 * interpolate(TEMPERATURE_C, row.viscosity, temperatureC),
    soundSpeedMs: 1450
  };
}

/** Vapour pressure of water, Pa: Buck 1981 (J. Appl. Meteorol. 20:1527), within 0.1 % from 0 to 50 °C. */
export const vapourPressurePa = (temperatureC: number): number =>
  611.21 * Math.exp(((18.678 - temperatureC / 234.5) * temperatureC) / (257.14 + temperatureC));
