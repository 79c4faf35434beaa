import type { Fluid } from '../../fluids/air.ts';
import { findRoot } from '../../numeric/find-root.ts';
import { radSToRpm } from '../../units/convert.ts';
import { highestCrossing } from './highest-crossing.ts';
import type { Supply, PowertrainModel } from '../../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint } from '../operating-point.ts';
import { hullResistanceN, isPlaning, type Hull } from '../../craft/boat/resistance.ts';

/** A boat that has come to its speed. */
export interface BoatRun {
  unloadedRpm: number;
  loadedRpm: number;
  topSpeedMs: number;
  slip: number;
  batteryCurrentA: number;
  planing: boolean;
  /** Whether thrust falls short of the resistance at a lower speed: the boat may not climb over its own bow wave. */
  hump: boolean;
}

/**
 * Top speed where thrust less its deduction meets resistance: the highest crossing, unless thrust is short of the hump
 * before it by more than a tenth; then the boat stays below the hump.
 * @param resistanceFactor scale on the resistance, for bands; @param throttle that it is held at
 */
export function boatRun(
  m: PowertrainModel,
  hull: Hull,
  fluid: Fluid,
  thrustDeduction: number,
  supply: Supply,
  resistanceFactor = 1,
  throttle = 1
): BoatRun {
  const { openCircuitV } = supply;
  const point = operatingPoint();
  const push = (v: number): number => {
    solveOperatingPoint(m, supply, throttle, v, point);
    return point.thrustN * (1 - thrustDeduction);
  };
  const resistance = (v: number): number => resistanceFactor * hullResistanceN(hull, fluid, v);
  const surplus = (v: number): number => push(v) - resistance(v);
  // faster than the screw advances nothing pushes: the hull need not be asked
  const gains = (v: number): boolean => {
    const pushed = push(v);
    return pushed > 0 && pushed > resistance(v);
  };
  const noLoad = openCircuitV / m.motorConstant / (2 * Math.PI);
  const fastest = Math.max((1.3 * noLoad * m.pitchM) / m.gearRatio, 0.5);
  let top = highestCrossing(surplus, 0.02, fastest, 60, gains) ?? 0;
  let hump = false;
  for (let i = 1; i < 40 && top > 0; i++) {
    const v = (top * i) / 40;
    if (push(v) < 0.9 * resistance(v)) {
      hump = true;
      const lower = findRoot(surplus, 0.01, v, 1e-4);
      top = lower.ok ? lower.value : 0;
      break;
    }
  }
  solveOperatingPoint(m, supply, throttle, top, point);
  const loadedRpm = radSToRpm(point.omegaRadS / m.gearRatio);
  const advance = (loadedRpm / 60) * m.pitchM;
  return {
    unloadedRpm: radSToRpm(openCircuitV / m.motorConstant / m.gearRatio),
    loadedRpm,
    topSpeedMs: top,
    slip: advance > 0 ? 1 - top / advance : 1,
    batteryCurrentA: point.batteryCurrentA,
    planing: isPlaning(hull, top),
    hump
  };
}
