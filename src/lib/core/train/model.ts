import type { Performance } from '../propulsor/performance.ts';

/**
 * A power train as plain numbers in the order power flows, ready for the solver. SI. Per-unit values where the unit is
 * the motor, ESC and propulsor; `count` units share the pack and its wiring.
 */
export interface TrainModel {
  count: number;
  /** Pack */
  series: number;
  packResistanceOhm: number;
  auxiliaryCurrentA: number;
  /** Wiring between pack and ESCs, there and back */
  wiringResistanceOhm: number;
  /** ESC */
  escResistanceOhm: number;
  escIdleCurrentA: number;
  escSwitchingShare: number;
  /** Motor: k in V s/rad = N m/A */
  motorConstant: number;
  windingResistanceOhm: number;
  noLoadCurrentA: number;
  noLoadRadS: number;
  /** Gear: motor turns per propulsor turn */
  gearRatio: number;
  gearEfficiency: number;
  /** Propulsor */
  performance: Performance;
  diameterM: number;
  pitchM: number;
  densityKgM3: number;
  thrustFactor: number;
  powerFactor: number;
  /** Water speed at the screw = speed (1 − wake). */
  wakeFraction: number;
  /** Share of the sum of single thrusts that the craft gets: 1, or 0.9 for coaxial pairs. */
  thrustShare: number;
}

/** Share of the no-load current that does not grow with speed (bearing and hysteresis; the rest eddies). (m) */
export const NO_LOAD_CONSTANT_SHARE = 0.5;

/** What feeds the train at one point: volts behind a resistance. */
export interface Supply {
  readonly openCircuitV: number;
  readonly resistanceOhm: number;
}
