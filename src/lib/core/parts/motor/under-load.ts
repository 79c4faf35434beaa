/** How a motor is built, as far as its losses know it: magnets in the turning bell, or on the shaft inside. */
export type MotorBuild = 'outrunner' | 'inrunner';

/** Most magnet poles of an inrunner: small rotors carry two, four or six, bells eight and more. Common practice, no source. */
const INRUNNER_POLES = 6;

/** KV of a 100 g motor between slow bells and fast rotors, falling with the root of the mass: for guessing the build only. (m) */
const SLOW_KV_100G = 900;

/**
 * Build of a motor: by its magnet poles; without them by where such motors turn. Fans have rotors inside; so have boats,
 * unless the KV is too low for a rotor of that mass.
 */
export function motorBuild(motor: {
  readonly poles?: number | null;
  readonly kvRpmPerVolt: number;
  readonly massKg: number | null;
  readonly drives: 'fan' | 'boat' | 'other';
}): MotorBuild {
  if (motor.poles != null) return motor.poles <= INRUNNER_POLES ? 'inrunner' : 'outrunner';
  if (motor.drives === 'other') return 'outrunner';
  const slow = motor.massKg !== null && motor.kvRpmPerVolt < SLOW_KV_100G * Math.sqrt(0.1 / motor.massKg);
  return motor.drives === 'boat' && slow ? 'outrunner' : 'inrunner';
}

/** Magnet poles taken where none are given. Common practice, no source. */
export const usualPoles = (build: MotorBuild): number => (build === 'inrunner' ? 4 : 14);

/**
 * Resistance under load over terminal resistance at rest and the same temperature: how much further the speed falls per
 * ampere, and how much more becomes heat, than a two-lead measurement tells. Why: commutation takes part of each sixth of
 * a turn at kilohertz electrical frequency, the phase current is peaked (its mean square exceeds the square of its mean),
 * copper and iron carry eddies under load, and label figures leave out leads and bullets.
 *
 * Outrunners: 2.33 times and 10 mOhm of leads, bullets and what the switches of an ESC lose beyond their resistance, from
 * full-throttle readings typical of their class (tests/reference/data/bench-rows.ndjson: 1.9 to 3.3 times the label's one by
 * one; class-rows.ndjson, where motors of 14 to 35 mOhm turn slower than a factor alone says and those of 140 to 170 faster).
 * Inrunners with four or six poles: 1.6, from two fan rows and the trade fact that fans turn at 85 to 88 % of KV x volts
 * (common practice, no source). How it was chosen among eight models: docs/motor-under-load.md.
 *
 * `relativeSd` is what remains between motors of one build once their terminal resistance is measured.
 */
export const LOADED_RESISTANCE: Readonly<
  Record<MotorBuild, { factor: number; addedOhm: number; relativeSd: number }>
> = {
  outrunner: { factor: 2.33, addedOhm: 0.01, relativeSd: 0.085 },
  inrunner: { factor: 1.6, addedOhm: 0, relativeSd: 0.15 }
};

/** Resistance under load of a motor of a terminal resistance at rest, ohm, both at one temperature. */
export const loadedOhm = (restOhm: number, build: MotorBuild): number =>
  LOADED_RESISTANCE[build].factor * restOhm + LOADED_RESISTANCE[build].addedOhm;

/** Most of the resistance under load that leads and bullets are taken for where the rest is estimated from it. */
const MOST_ADDED = 0.5;

/** Terminal resistance at rest, ohm, of a motor of a resistance under load: the inverse of `loadedOhm`. */
export const restOhm = (loaded: number, build: MotorBuild): number =>
  (loaded - Math.min(LOADED_RESISTANCE[build].addedOhm, MOST_ADDED * loaded)) /
  LOADED_RESISTANCE[build].factor;

/** Electrical frequency, Hz, at a motor speed, rad/s. */
export const electricalHz = (omegaRadS: number, poles: number): number =>
  (omegaRadS / (2 * Math.PI)) * (poles / 2);

/**
 * Share of the heat under load that arises in the winding: all that its resistance at rest makes, and half of what comes on
 * top, the other half being eddies and hysteresis in stator, magnets and bell. (m)
 */
export const windingHeatShare = (loadedFactor: number): number =>
  loadedFactor > 1 ? (1 + 0.5 * (loadedFactor - 1)) / loadedFactor : 1;

/** Inductance between two leads over terminal resistance, s, where no inductance is given. (m) */
const INDUCTANCE_S = 3e-4;
/** Least inductance between two leads of any winding with its leads, H. (m) */
const LEAST_INDUCTANCE_H = 1e-6;
/** Chopping frequency of ESCs, Hz. Common practice, no source: 16 to 48 kHz. */
const CHOPPING_HZ = 24000;

/**
 * Loss of the current's ripple at part throttle, as a conductance across the ESC, S: the chopper's voltage makes a ripple
 * dI = V d (1 − d)/(L f) through the inductance (Erickson and Maksimovic 2001, ch. 2), whose mean square dI²/12 heats
 * what the winding resists more under load than at rest, copper and iron at kilohertz:
 *   P = dI²/12 (R_loaded − R_rest) = S (d (1 − d))² V²,  S = (R_loaded − R_rest)/(12 L² f²)
 * @param restOhm terminal resistance at rest; @param loadedOhm under load, at the same temperature
 */
export function rippleConductanceS(
  restOhm: number,
  loadedOhm: number,
  lineInductanceH: number | null
): number {
  const inductance = lineInductanceH ?? Math.max(INDUCTANCE_S * restOhm, LEAST_INDUCTANCE_H);
  return Math.max(loadedOhm - restOhm, 0) / (12 * (inductance * CHOPPING_HZ) ** 2);
}
