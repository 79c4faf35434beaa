import { highestCrossing } from './highest-crossing.ts';
import type { Supply, PowertrainModel } from '../../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint } from '../operating-point.ts';
import { throttleForThrust } from '../throttle-for-thrust.ts';
import { climbSine, levelThrustN, stallSpeedMs, type Wing } from '../../craft/fixed-wing/polar.ts';

/** Performance in level flight. Null where the craft cannot fly level on this power. */
export interface LevelFlight {
  stallSpeedMs: number;
  topSpeedMs: number | null;
  climbMs: number | null;
  climbSpeedMs: number | null;
  cruiseSpeedMs: number | null;
  cruiseCurrentA: number | null;
  cruiseThrottle: number | null;
}

/** Cruise keeps this much above the stall. Common practice, no source. */
export const CRUISE_OVER_STALL = 1.3;
const STEPS = 16;

/**
 * Stall, top, best-climb and cruise speed. Top: the highest crossing of thrust at full throttle and drag. Climb:
 * greatest V times the sine of the path's angle, at most the vertical. Cruise: the speed of least pack energy per metre, at least
 * 1.3 times the stall.
 */
export function levelFlight(
  m: PowertrainModel,
  wing: Wing,
  airDensityKgM3: number,
  supply: Supply
): LevelFlight {
  const point = operatingPoint();
  const stall = stallSpeedMs(wing, airDensityKgM3);
  const result: LevelFlight = {
    stallSpeedMs: stall,
    topSpeedMs: null,
    climbMs: null,
    climbSpeedMs: null,
    cruiseSpeedMs: null,
    cruiseCurrentA: null,
    cruiseThrottle: null
  };
  solveOperatingPoint(m, supply, 1, 0, point);
  const fastest = Math.max(1.5 * ((point.omegaRadS / m.gearRatio / (2 * Math.PI)) * m.pitchM), 2 * stall);
  const surplus = (v: number): number => {
    solveOperatingPoint(m, supply, 1, v, point);
    return point.thrustN - levelThrustN(wing, airDensityKgM3, v);
  };
  const top = highestCrossing(surplus, stall, fastest);
  if (top === null) return result;
  result.topSpeedMs = top;
  for (let i = 0; i <= STEPS; i++) {
    const v = stall + ((top - stall) * i) / STEPS;
    solveOperatingPoint(m, supply, 1, v, point);
    const climb = v * climbSine(wing, airDensityKgM3, v, point.thrustN);
    if (result.climbMs === null || climb > result.climbMs) {
      result.climbMs = climb;
      result.climbSpeedMs = v;
    }
  }
  let least = Infinity;
  const slow = Math.min(CRUISE_OVER_STALL * stall, top);
  for (let i = 0; i <= STEPS; i++) {
    const v = slow + ((top - slow) * i) / STEPS;
    const wanted = levelThrustN(wing, airDensityKgM3, v);
    const found = throttleForThrust(m, supply, 0.99999 * wanted, v, point);
    if (!found.ok) continue;
    const perMetre = (point.electricalPowerW + point.lossBatteryW) / v;
    if (perMetre < least) {
      least = perMetre;
      result.cruiseSpeedMs = v;
      result.cruiseCurrentA = point.batteryCurrentA;
      result.cruiseThrottle = found.throttle;
    }
  }
  return result;
}
