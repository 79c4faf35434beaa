import { rpmToRadS } from '../../units/convert.ts';
import { restOhm, type MotorBuild } from './under-load.ts';

/** Magnet poles from which a motor is an outrunner; one of unknown poles is taken for one. Common practice, no source. */
const OUTRUNNER_POLES = 10;
/** How a motor is built, by its magnet poles; an outrunner where they are not known. */
export const buildOfPoles = (poles: number | null | undefined): MotorBuild =>
  (poles ?? OUTRUNNER_POLES) >= OUTRUNNER_POLES ? 'outrunner' : 'inrunner';

/** Motor constant under load, N m per root watt, of a 73 g motor; and the exponent of its growth with mass. */
const CONSTANT: Readonly<Record<MotorBuild, number>> = { outrunner: 0.0245, inrunner: 0.0118 };
const EXPONENT = 0.75;
const REFERENCE_KG = 0.073;

/**
 * Motor constant under load, k/sqrt(R_loaded), N m per root watt, from the motor's mass: 0.0245 (mass/73 g)^0.75 for
 * outrunners, 0.0118 for inrunners (their air gap lies at half the radius). Fitted to the labels of the bench rows, which
 * it meets within ±17 % but for flat motors of large diameter, which do a third better; from 10 to 160 g.
 */
export const estimateLoadedConstant = (massKg: number, build: MotorBuild = 'outrunner'): number =>
  CONSTANT[build] * Math.pow(massKg / REFERENCE_KG, EXPONENT);

/** Mass, kg, of a motor with a motor constant under load: the inverse of `estimateLoadedConstant`. */
export const massForLoadedConstant = (constant: number, build: MotorBuild = 'outrunner'): number =>
  REFERENCE_KG * Math.pow(constant / CONSTANT[build], 1 / EXPONENT);

/** Terminal resistance at rest, ohm, of a motor of a mass and a KV, from that under load: R = (k/Km)². Twice the tolerance of Km. */
export function estimateWindingOhm(
  kvRpmPerVolt: number,
  massKg: number,
  build: MotorBuild = 'outrunner'
): number {
  const k = 1 / rpmToRadS(kvRpmPerVolt);
  return restOhm((k / estimateLoadedConstant(massKg, build)) ** 2, build);
}

/** Iron and friction torque without load, N m per gram, of a motor with seven pole pairs at its no-load test. (m) */
const FRICTION_NM_PER_G = 1.3e-4;
/** How it grows with the number of pole pairs: fewer turns of the field per turn of the shaft. (m) */
const PAIRS_EXPONENT = 0.7;

/**
 * No-load current at a test of about 10 V, A: iron and friction torque of 1.3e-4 N m per gram and (pole pairs/7)^0.7, over
 * k. From memory of labels (14-pole outrunners 0.9e-4 to 2e-4; 4-pole inrunners 0.4e-4 to 0.9e-4), ±40 %.
 */
export function estimateNoLoadCurrentA(kvRpmPerVolt: number, massKg: number, poles = 14): number {
  const k = 1 / rpmToRadS(kvRpmPerVolt);
  return (FRICTION_NM_PER_G * Math.pow(poles / 14, PAIRS_EXPONENT) * massKg * 1000) / k;
}

/** Mass of a motor from its power rating, kg: 4 W per gram, between continuous 3 and burst 5. From memory, ±30 %. */
export const estimateMotorMassKg = (maxPowerW: number): number => maxPowerW / 4000;

/** Electrical power a motor stands, W: 3 W per gram continuous, 5 in bursts. Common practice, no source. */
export const wattsPerGram = { continuous: 3, burst: 5 } as const;
