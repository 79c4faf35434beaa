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
}

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
