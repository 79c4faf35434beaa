import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { partMasses } from '../model/all-up-mass.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';

/**
 * What is compared at full throttle, standing, on a full pack, as plain numbers. A check of these and the first sieve of a search
 * take their values from the functions below, so that both say the same of every setup. Several of a craft: amps, watts and thrust
 * of the pack are of all of them together, the motor's amps of one.
 */
export interface Standing {
  batteryA: number;
  batteryV: number;
  motorA: number;
  /** Drawn from the pack, and of that what receiver and video take, W. */
  electricalW: number;
  auxiliaryW: number;
  /** Of the propulsor. */
  rpm: number;
  thrustN: number;
  count: number;
  auxiliaryA: number;
  gearRatio: number;
  /** Share of the battery's volts that the ESC gives at most, 0 to 1. */
  outputLimit: number;
  wiringOhm: number;
  diameterM: number;
  pitchM: number;
  /** NaN where they are not known. */
  poles: number;
  massKg: number;
  /** Of the pack, 0 where it is not known. */
  packKg: number;
  soundSpeedMs: number;
}

/** A fresh record for a search to fill. */
export const standing = (): Standing => ({
  batteryA: 0,
  batteryV: 0,
  motorA: 0,
  electricalW: 0,
  auxiliaryW: 0,
  rpm: 0,
  thrustN: 0,
  count: 1,
  auxiliaryA: 0,
  gearRatio: 1,
  outputLimit: 1,
  wiringOhm: 0,
  diameterM: 0,
  pitchM: 0,
  poles: NaN,
  massKg: 1,
  packKg: 0,
  soundSpeedMs: 340
});

/** Current through one ESC, A. Behind an output limit its switches carry the motor's current, which is more than comes from the pack. */
export const escAmps = (at: Standing): number =>
  at.outputLimit < 1 ? at.motorA : (at.batteryA - at.auxiliaryA) / at.count;

/** Current through one motor, A. */
export const motorAmps = (at: Standing): number => at.motorA;

/** Current from the pack, A: through leads and plugs too. */
export const packAmps = (at: Standing): number => at.batteryA;

/** Electrical power of one motor at the pack, without what receiver and video take, W. */
export const driveWatts = (at: Standing): number => (at.electricalW - at.auxiliaryW) / at.count;

/** Volts lost in the leads, % of what is left at the pack; NaN without volts. */
export const dropPercent = (at: Standing): number =>
  at.batteryV > 0 ? (100 * ((at.batteryA - at.auxiliaryA) * at.wiringOhm)) / at.batteryV : NaN;

/** Turns of the motor's field, rpm × pole pairs; NaN where the poles are not known. */
export const electricalRpm = (at: Standing): number => (at.rpm * at.gearRatio * at.poles) / 2;

/** Turns of the propulsor, rpm. */
export const propulsorTurns = (at: Standing): number => at.rpm;

/** Speed of the tips over that of sound. */
export const tipMachOf = (at: Standing): number => (Math.PI * at.diameterM * at.rpm) / 60 / at.soundSpeedMs;

/** Turns × pitch, m/s. */
export const pitchMs = (at: Standing): number => (at.rpm / 60) * at.pitchM;

/** Thrust over weight. */
export const thrustShare = (at: Standing): number => at.thrustN / (at.massKg * GRAVITY_MS2);

/** The pack's share of the all-up weight, %. */
export const packPercent = (at: Standing): number => (100 * at.packKg) / at.massKg;

/** The worst case of a setup as these plain numbers. */
export function standingOf(s: SetupAnalysis): Standing {
  const { worst, powertrain, model, setup } = s;
  return {
    batteryA: worst.batteryCurrentA,
    batteryV: worst.batteryVoltageV,
    motorA: worst.motorCurrentA,
    electricalW: worst.electricalPowerW,
    auxiliaryW: worst.lossW.auxiliary,
    rpm: worst.rpm,
    thrustN: worst.thrustN,
    count: powertrain.count,
    auxiliaryA: powertrain.auxiliaryCurrentA,
    gearRatio: powertrain.gearRatio,
    outputLimit: powertrain.outputLimit,
    wiringOhm: powertrain.wiringResistanceOhm,
    diameterM: powertrain.diameterM,
    pitchM: powertrain.pitchM,
    poles: setup.motor.poles ?? NaN,
    massKg: setup.craft.massKg,
    packKg: partMasses(setup).find((m) => m.part === 'battery')?.kg ?? 0,
    soundSpeedMs: model.fluid.soundSpeedMs
  };
}
