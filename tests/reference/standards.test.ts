/** Standards and handbook tables, each named. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { air, pressurePa } from '../../src/lib/core/fluids/air.ts';
import { vapourPressurePa, water } from '../../src/lib/core/fluids/water.ts';
import {
  conductorResistanceOhm,
  gaugeAreaM2,
  gaugeDiameterM
} from '../../src/lib/core/parts/wiring/lead-resistance.ts';
import { ampacityOf } from '../../src/lib/core/parts/wiring/lead-heat.ts';
import { windingResistanceFactor } from '../../src/lib/core/parts/motor/temperature.ts';

const near = (got: number, want: number, relative: number, what: string): void =>
  assert.ok(Math.abs(got - want) <= relative * Math.abs(want), `${what}: ${got}, table ${want}`);

// ISO 2533:1975, table 1: altitude m, pressure Pa, density kg/m³, speed of sound m/s, dynamic viscosity Pa s
const ISO_2533: [number, number, number, number, number][] = [
  [0, 101325, 1.225, 340.294, 1.7894e-5],
  [500, 95461.3, 1.16727, 338.37, 1.7737e-5],
  [1000, 89876.3, 1.11166, 336.434, 1.7579e-5],
  [2000, 79501.4, 1.00655, 332.532, 1.726e-5],
  [3000, 70121.2, 0.909254, 328.583, 1.6938e-5],
  [5000, 54048.3, 0.736429, 320.545, 1.6282e-5]
];

for (const [altitude, pressure, density, sound, viscosity] of ISO_2533) {
  test(`ISO 2533 standard atmosphere at ${altitude} m`, () => {
    const a = air(altitude);
    near(pressurePa(altitude), pressure, 1e-3, 'pressure');
    near(a.densityKgM3, density, 1e-3, 'density');
    near(a.soundSpeedMs, sound, 1e-3, 'speed of sound');
    near(a.viscosityPaS, viscosity, 1e-3, 'viscosity');
  });
}

test('air at 30 °C and sea level: 1.1644 kg/m³ (ideal gas, ISO 2533 constants)', () => {
  near(air(0, 30).densityKgM3, 1.1644, 1e-3, 'density');
});

// ASTM B258 diameters, mm; resistance at 20 °C from IEC 60028 copper (IACS 100 %), ohm/km, as handbook tables print them
const ASTM_B258: [number, number, number][] = [
  [8, 3.264, 2.061],
  [10, 2.588, 3.277],
  [12, 2.053, 5.211],
  [14, 1.628, 8.286],
  [16, 1.291, 13.17],
  [20, 0.8118, 33.31],
  [24, 0.5106, 84.22],
  [30, 0.2546, 338.6]
];

for (const [awg, diameter, ohmPerKm] of ASTM_B258) {
  test(`ASTM B258 gauge ${awg}: ${diameter} mm, ${ohmPerKm} ohm/km`, () => {
    near(gaugeDiameterM(awg) * 1000, diameter, 1e-3, 'diameter');
    near(conductorResistanceOhm(gaugeAreaM2(awg), 1000), ohmPerKm, 2e-3, 'resistance');
  });
}

test('IEC 60028: copper gains 0.393 % of its 20 °C resistance per kelvin', () => {
  near(
    conductorResistanceOhm(1e-6, 1, 80) / conductorResistanceOhm(1e-6, 1, 20),
    1 + 0.00393 * 60,
    1e-9,
    'ratio'
  );
  near(windingResistanceFactor(100), (1 + 0.00393 * 80) / (1 + 0.00393 * 5), 1e-9, 'winding at 100 °C');
});

// ITTC 7.5-02-01-03 (2011), tables 1 and 3; from memory
const ITTC: ['fresh' | 'salt', number, number, number][] = [
  ['fresh', 4, 999.97, 1.5668e-6],
  ['fresh', 15, 999.1, 1.1386e-6],
  ['fresh', 20, 998.2, 1.0034e-6],
  ['salt', 15, 1026.0, 1.1892e-6],
  ['salt', 20, 1024.8, 1.0508e-6]
];

for (const [kind, temperature, density, viscosity] of ITTC) {
  test(`ITTC ${kind} water at ${temperature} °C`, () => {
    const w = water(kind, temperature);
    near(w.densityKgM3, density, 2e-4, 'density');
    near(w.viscosityPaS / w.densityKgM3, viscosity, 0.01, 'kinematic viscosity');
  });
}

test('vapour pressure of water: 1228, 1706, 2339 Pa at 10, 15, 20 °C (steam tables)', () => {
  near(vapourPressurePa(10), 1228, 0.003, '10 °C');
  near(vapourPressurePa(15), 1706, 0.003, '15 °C');
  near(vapourPressurePa(20), 2339, 0.003, '20 °C');
});

// DIN VDE 0298-4 (2013), table 11: single flexible cores with PVC laid free in air of 30 °C, copper at 70 °C; mm², A. From memory.
// Outer diameters of such cores (H05V-K, H07V-K), mm, from makers' lists, ±0.2.
const VDE_0298: [number, number, number][] = [
  [0.75, 2.4, 15],
  [1, 2.6, 19],
  [1.5, 3.0, 24],
  [2.5, 3.6, 32],
  [4, 4.2, 42],
  [6, 4.9, 54],
  [10, 6.5, 73],
  [16, 7.7, 98]
];
test('DIN VDE 0298-4: what single cores carry in free air, 0.75 to 16 mm², within 8 %', () => {
  for (const [mm2, outerMm, amps] of VDE_0298) {
    const bareM = 1.15e-3 * Math.sqrt((4 * mm2) / Math.PI);
    near(ampacityOf(mm2 * 1e-6, bareM, outerMm / 1000, 70, 30), amps, 0.08, `${mm2} mm²`);
  }
});
