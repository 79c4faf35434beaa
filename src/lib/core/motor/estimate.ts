import { rpmToRadS } from '../units/convert.ts';

/**
 * Motor constant Km = k/sqrt(R), N m per root watt, from the motor's mass: 0.029 (mass/73 g)^1.05.
 * From memory of maker's tables (exponent between 0.95 and 1.15), ±35 %.
 */
export const estimateMotorConstant = (massKg: number): number => 0.029 * Math.pow(massKg / 0.073, 1.05);

/** Mass, kg, of a motor with a motor constant: the inverse of `estimateMotorConstant`. */
export const massForMotorConstant = (constant: number): number =>
  0.073 * Math.pow(constant / 0.029, 1 / 1.05);

/** Winding resistance, ohm, of a motor of a mass and a KV: R = (k/Km)². Twice the tolerance of Km: ±70 %. */
export function estimateWindingOhm(kvRpmPerVolt: number, massKg: number): number {
  const k = 1 / rpmToRadS(kvRpmPerVolt);
  return (k / estimateMotorConstant(massKg)) ** 2;
}

/** No-load current, A: iron and friction torque of 1.3e-4 N m per gram over k. From memory, ±40 %. */
export function estimateNoLoadCurrentA(kvRpmPerVolt: number, massKg: number): number {
  const k = 1 / rpmToRadS(kvRpmPerVolt);
  return (1.3e-4 * massKg * 1000) / k;
}

/** Mass of a motor from its power rating, kg: 4 W per gram, between continuous 3 and burst 5. From memory, ±30 %. */
export const estimateMotorMassKg = (maxPowerW: number): number => maxPowerW / 4000;

/** Electrical power a motor stands, W: 3 W per gram continuous, 5 in bursts. Common practice, no source. */
export const wattsPerGram = { continuous: 3, burst: 5 } as const;
