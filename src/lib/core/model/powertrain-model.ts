import type { Performance } from '../parts/propulsor/performance.ts';

/**
 * A powertrain as plain numbers in the order power flows, ready for the solver. SI. Per-unit values where the unit is
 * the motor, ESC and propulsor; `count` units share the pack and its wiring.
 */
export interface PowertrainModel {
  count: number;
  /** Pack */
  series: number;
  packResistanceOhm: number;
  /** The slow part of the pack's drop, as a share of that. */
  packSlowShare: number;
  auxiliaryCurrentA: number;
  /** Wiring between pack and ESCs, there and back */
  wiringResistanceOhm: number;
  /** Leads between one ESC and its motor beyond their own, there and back through two of the three */
  motorLeadOhm: number;
  /** ESC */
  escResistanceOhm: number;
  escIdleCurrentA: number;
  escSwitchingShare: number;
  /** Highest duty that full throttle may ask for: 1, or an output limit set in the controller. */
  outputLimit: number;
  /** What a closed throttle does to the shaft: turns freely in the stream, is held by the ESC's brake, or the blades fold. */
  atRest: 'free' | 'braked' | 'folded';
  /** Motor: k in V s/rad = N m/A */
  motorConstant: number;
  windingResistanceOhm: number;
  /**
   * Loss of the chopped current's ripple, S at full ripple (d (1 − d) = 1): a conductance across the ESC's input, so that
   * P = S (d (1 − d))² V².
   */
  rippleS: number;
  /** Resistance at rest over that under load, both at the winding's temperature: what of it the ripple does not heat. */
  restShare: number;
  noLoadCurrentA: number;
  noLoadRadS: number;
  /** Share of the no-load current that grows with speed, at `noLoadRadS` (eddies; the rest is hysteresis and bearings). */
  noLoadSpeedShare: number;
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

/** What of the powertrain a motor decides. */
export type MotorModel = Pick<
  PowertrainModel,
  | 'motorConstant'
  | 'windingResistanceOhm'
  | 'rippleS'
  | 'restShare'
  | 'noLoadCurrentA'
  | 'noLoadRadS'
  | 'noLoadSpeedShare'
>;

/** What feeds the powertrain at one point: volts behind a resistance, 0 where the volts are held. */
export interface Supply {
  readonly openCircuitV: number;
  readonly packOhm: number;
}
