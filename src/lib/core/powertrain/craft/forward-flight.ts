import { hoverThrustN } from './hover.ts';
import { highestCrossing } from './highest-crossing.ts';
import type { Supply, PowertrainModel } from '../../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint } from '../operating-point.ts';

/** Level flight of a multirotor at full tilt. */
export interface ForwardFlight {
  topSpeedMs: number;
  tiltDeg: number;
  /** Vertical acceleration in reserve at hover, in g: thrust/weight − 1. */
  reserveG: number;
}

/** Drag area of a multirotor's body where none is given, m²: 0.012 (mass/kg)^(2/3), from memory of small frames. */
export const bodyDragAreaM2 = (massKg: number): number => 0.012 * Math.pow(massKg, 2 / 3);

/** Share of the thinning of its stream that a small rotor gains from: the advancing blade gains more than the retreating loses,
 * but profile drag grows. (m) */
const TRANSLATIONAL = 0.7;

/** Induced velocity of an inclined rotor, m/s: T = 2 rho A v_i sqrt((V_axial + v_i)² + V_across²) (Glauert 1926). */
function inducedMs(m: PowertrainModel, thrustN: number, axialMs: number, acrossMs: number): number {
  const half = thrustN / (2 * m.densityKgM3 * (Math.PI / 4) * m.diameterM ** 2);
  let v = Math.sqrt(half);
  for (let k = 0; k < 40; k++) {
    const through = axialMs + v;
    const next = 0.5 * (v + half / Math.sqrt(through * through + acrossMs * acrossMs));
    if (Math.abs(next - v) < 1e-12 * v) return next;
    v = next;
  }
  return v;
}

/**
 * Fastest level flight: total thrust T balances weight and drag, T = sqrt(W² + D²), D = rho V² (Cd A)/2, at full
 * throttle with the stream's component along the axis, V sin(tilt), flowing through the discs. Across them flows V cos(tilt),
 * which thins the rotor's own stream (Glauert's momentum theory of the inclined rotor).
 * @returns null when full throttle does not lift the craft
 */
export function forwardFlight(
  m: PowertrainModel,
  massKg: number,
  dragAreaM2: number,
  airDensityKgM3: number,
  supply: Supply
): ForwardFlight | null {
  const p = operatingPoint();
  // carried with what the stream presses on the frame
  const weight = hoverThrustN(massKg);
  solveOperatingPoint(m, supply, 1, 0, p);
  const still = p.thrustN;
  if (still < weight) return null;
  const drag = (v: number): number => 0.5 * airDensityKgM3 * dragAreaM2 * v * v;
  const surplus = (v: number): number => {
    const need = Math.hypot(weight, drag(v));
    const through = (v * drag(v)) / need;
    const across = (v * weight) / need;
    const each = need / m.count;
    // a rotor that moves sideways meets fresh air: its own stream thins, and blade sees that much less inflow
    const relief = TRANSLATIONAL * (inducedMs(m, each, 0, 0) - inducedMs(m, each, through, across));
    solveOperatingPoint(m, supply, 1, through - relief, p);
    return p.thrustN - need;
  };
  const top = highestCrossing(surplus, 0, 80, 40) ?? 0;
  return {
    topSpeedMs: top,
    tiltDeg: (Math.atan2(drag(top), weight) * 180) / Math.PI,
    reserveG: still / weight - 1
  };
}
