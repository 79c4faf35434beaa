import type { Performance } from '../parts/propulsor/performance.ts';
import type { MotorModel, TrainModel } from '../model/train-model.ts';
import { operatingPoint, solveOperatingPoint } from '../train/operating-point.ts';

/** What of the train a motor decides, and the current it stands. One combination is one motor, pack and propulsor. */
export type SearchMotor = MotorModel & { maxCurrentA: number };

export interface SearchPack {
  series: number;
  openCircuitV: number;
  packResistanceOhm: number;
  limitA: number;
}
export interface SearchPropulsor {
  performance: Performance;
  diameterM: number;
  pitchM: number;
}

/** What a search keeps and counts. */
export interface SearchResult {
  examined: number;
  rejected: { motor: number; pack: number; thrust: number };
  best: { motor: number; pack: number; propulsor: number; thrustN: number; powerW: number }[];
}

/**
 * Every combination of motor, pack and propulsor solved at full throttle, standing; those inside their ratings with
 * enough thrust are kept, the ones that take least power first. A share of the motors may be searched by each worker.
 * @param base everything else of the train; overwritten while searching
 */
export function searchGrid(
  base: TrainModel,
  motors: readonly SearchMotor[],
  packs: readonly SearchPack[],
  propulsors: readonly SearchPropulsor[],
  wantedThrustN: number,
  keep: number
): SearchResult {
  const m = { ...base };
  const p = operatingPoint();
  const rejected = { motor: 0, pack: 0, thrust: 0 };
  let best: SearchResult['best'] = [];
  let examined = 0;
  for (let q = 0; q < propulsors.length; q++) {
    const propulsor = propulsors[q];
    m.performance = propulsor.performance;
    m.diameterM = propulsor.diameterM;
    m.pitchM = propulsor.pitchM;
    for (let k = 0; k < motors.length; k++) {
      const motor = motors[k];
      m.motorConstant = motor.motorConstant;
      m.windingResistanceOhm = motor.windingResistanceOhm;
      m.rippleS = motor.rippleS;
      m.restShare = motor.restShare;
      m.noLoadCurrentA = motor.noLoadCurrentA;
      m.noLoadRadS = motor.noLoadRadS;
      m.noLoadSpeedShare = motor.noLoadSpeedShare;
      for (let b = 0; b < packs.length; b++) {
        const pack = packs[b];
        solveOperatingPoint(m, { openCircuitV: pack.openCircuitV, packOhm: pack.packResistanceOhm }, 1, 0, p);
        examined++;
        if (p.motorCurrentA > motor.maxCurrentA) rejected.motor++;
        else if (p.batteryCurrentA > pack.limitA) rejected.pack++;
        else if (p.thrustN < wantedThrustN) rejected.thrust++;
        else {
          best.push({ motor: k, pack: b, propulsor: q, thrustN: p.thrustN, powerW: p.electricalPowerW });
          if (best.length > 4 * keep) best = best.sort((x, y) => x.powerW - y.powerW).slice(0, keep);
        }
      }
    }
  }
  return { examined, rejected, best: best.sort((x, y) => x.powerW - y.powerW).slice(0, keep) };
}
