import { GRAVITY_MS2 } from '../../units/constants.ts';
import { highestCrossing } from '../highest-crossing.ts';
import type { TrainModel } from '../../train/model.ts';
import { operatingPoint, solveOperatingPoint } from '../../train/operating-point.ts';

/** Level flight of a multirotor at full tilt. */
export interface ForwardFlight {
  topSpeedMs: number;
  tiltDeg: number;
  /** Vertical acceleration in reserve at hover, in g: thrust/weight − 1. */
  reserveG: number;
}

/** Drag area of a multirotor's body where none is given, m²: 0.012 (mass/kg)^(2/3), from memory of small frames. */
export const bodyDragAreaM2 = (massKg: number): number => 0.012 * Math.pow(massKg, 2 / 3);

/**
 * Fastest level flight: total thrust T balances weight and drag, T = sqrt(W² + D²), D = rho V² (Cd A)/2, at full
 * throttle with the stream's component along the axis, V sin(tilt), flowing through the discs. The sideways component
 * is left out, which errs low at small tilt (no translational lift).
 * @returns null when full throttle does not lift the craft
 */
export function forwardFlight(
  m: TrainModel,
  massKg: number,
  dragAreaM2: number,
  airDensityKgM3: number,
  openCircuitV: number,
  packOhm: number
): ForwardFlight | null {
  const p = operatingPoint();
  const weight = massKg * GRAVITY_MS2;
  solveOperatingPoint(m, openCircuitV, packOhm, 1, 0, p);
  const still = p.thrustN;
  if (still < weight) return null;
  const drag = (v: number): number => 0.5 * airDensityKgM3 * dragAreaM2 * v * v;
  const surplus = (v: number): number => {
    const need = Math.hypot(weight, drag(v));
    const through = (v * drag(v)) / need;
    solveOperatingPoint(m, openCircuitV, packOhm, 1, through, p);
    return p.thrustN - need;
  };
  const top = highestCrossing(surplus, 0, 80, 40) ?? 0;
  return {
    topSpeedMs: top,
    tiltDeg: (Math.atan2(drag(top), weight) * 180) / Math.PI,
    reserveG: still / weight - 1
  };
}
