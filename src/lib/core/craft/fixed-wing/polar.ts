import { GRAVITY_MS2 } from '../../units/constants.ts';

/** Wing figures of an aeroplane, complete. */
export interface Wing {
  readonly massKg: number;
  readonly areaM2: number;
  readonly inducedFactor: number;
  readonly zeroLiftDrag: number;
  readonly maxLift: number;
  /** How surely the zero-lift drag is known, relative; 0 for one that is exact. */
  readonly dragSd?: number;
  /** Share of the thrust that what lies in the propeller's wash takes back; 0 on a stand. */
  readonly washLoss?: number;
}

/** Share of an airframe's zero-lift drag that lies in a propeller's wash: fuselage, tail, wing roots and gear. (m) */
const WASHED_SHARE = 0.65;
/** Beside it: trim, the air that cools motor, ESC and pack, and what the nose behind the disc costs. From memory, ±0.03. */
const INSTALLATION_LOSS = 0.06;
/** Share of a fan's thrust that intake and duct inside a fuselage take of what it gives on a stand. From memory, ±0.04. */
export const DUCT_LOSS = 0.08;
/** Most of the thrust that is taken for lost: beyond it the airframe is larger than its propeller makes sense for. */
const MOST_LOST = 0.35;

/**
 * Share of a propeller's thrust that its aeroplane takes back. Behind the disc the dynamic pressure is higher by the disc
 * loading T/A (momentum theory, fully developed wake), so what lies in it drags by CD0 S f T/A more:
 *   loss = f CD0 S/A + what the installation costs.
 * @param discAreaM2 all discs together
 */
export const washLossOf = (w: Pick<Wing, 'zeroLiftDrag' | 'areaM2'>, discAreaM2: number): number =>
  Math.min(INSTALLATION_LOSS + (WASHED_SHARE * w.zeroLiftDrag * w.areaM2) / discAreaM2, MOST_LOST);

/** Stall speed in level flight, m/s: L = W at maximum lift. */
export const stallSpeedMs = (w: Wing, densityKgM3: number): number =>
  Math.sqrt((2 * w.massKg * GRAVITY_MS2) / (densityKgM3 * w.areaM2 * w.maxLift));

/**
 * Drag in level flight, N: D = q S (CD0 + CL²/(pi e A)), CL = W/(q S). Parabolic polar (Anderson 1999, Aircraft
 * Performance and Design, 2.9); fair from stall to top speed without flaps.
 */
export function levelDragN(w: Wing, densityKgM3: number, speedMs: number): number {
  const q = 0.5 * densityKgM3 * speedMs * speedMs;
  const lift = (w.massKg * GRAVITY_MS2) / (q * w.areaM2);
  return q * w.areaM2 * (w.zeroLiftDrag + w.inducedFactor * lift * lift);
}

/** Thrust that the propeller must make for level flight, N: the drag, and what its own wash adds to it. */
export const levelThrustN = (w: Wing, densityKgM3: number, speedMs: number): number =>
  levelDragN(w, densityKgM3, speedMs) / (1 - (w.washLoss ?? 0));

/**
 * Sine of the angle of climb at a speed and a thrust, at most 1. Along the path T' = D + W sin, across it L = W cos, so the
 * induced drag falls as the climb steepens: with a = K W²/(q S) and T' less what the wash takes,
 *   a sin² − W sin + (T' − q S CD0 − a) = 0,
 * whose root that vanishes with the surplus is taken; an aeroplane with more thrust than weight and drag stands on its tail.
 */
export function climbSine(w: Wing, densityKgM3: number, speedMs: number, thrustN: number): number {
  const weight = w.massKg * GRAVITY_MS2;
  const qs = 0.5 * densityKgM3 * speedMs * speedMs * w.areaM2;
  const induced = (w.inducedFactor * weight * weight) / qs;
  const surplus = thrustN * (1 - (w.washLoss ?? 0)) - qs * w.zeroLiftDrag - induced;
  const square = weight * weight - 4 * induced * surplus;
  if (square <= 0) return 1;
  return Math.min((2 * surplus) / (weight + Math.sqrt(square)), 1);
}
