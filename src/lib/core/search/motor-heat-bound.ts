import {
  CASE_LIMIT_C,
  caseToAirWPerK,
  heatAfter,
  heatModel,
  WINDING_LIMIT_C,
  type HeatLoad
} from '../parts/motor/heat.ts';
import { magnetFactor, windingResistanceFactor } from '../parts/motor/temperature.ts';
import { RUN_S, LONGEST_S } from '../analysis/setup-analysis.ts';
import { CRUISE_OVER_STALL } from '../powertrain/craft/level-flight.ts';
import { airflowMs, airOf, coolingOf, heatMassKg } from '../powertrain/heat-run.ts';
import { solveOperatingPoint } from '../powertrain/operating-point.ts';
import { throttleForThrust } from '../powertrain/throttle-for-thrust.ts';
import { WIDE_GUARD } from './use-bounds.ts';
import type { UseBounds } from './use-bounds.ts';

/** Temperature at which a motor's losses are taken to be the most they come to while it stays within its limits, °C. */
const HOT_C = 130;

/**
 * An upper bound of a motor's temperatures: each phase of use with the losses that it has when hot and slow, one after the
 * other. Losses rise with temperature; where the bound stays below what they were taken at, it is one.
 */
export function motorHeatOver(b: UseBounds, id: 'motor-temperature' | 'touch-temperature'): boolean | null {
  const i = b.interpreted;
  const { craft } = i.setup;
  if (id === 'touch-temperature' && craft.kind !== 'boat') return false;
  const mass = heatMassKg(i);
  if (mass === null) return false;
  const speeds = b.usualSpeeds;
  const seconds = b.seconds;
  if (!seconds) return null;
  const h = heatModel(mass, coolingOf(i));
  const airC = airOf(i);
  const cold = b.powertrain;
  const hot = {
    ...cold,
    windingResistanceOhm: cold.windingResistanceOhm * windingResistanceFactor(HOT_C),
    motorConstant: cold.motorConstant * magnetFactor(HOT_C)
  };
  const { fullShare, restShare, spellS, crossMs = 0 } = b.use;
  const { read } = b.pack;
  const p = b.p;
  const n = cold.count;
  const windingShare = i.motorAtLoad.windingShare;
  const loadAt = (speedMs: number): HeatLoad => {
    const along = airflowMs(i, mass, p, speedMs);
    const copperW = p.lossCopperW / n;
    return {
      windingW: windingShare * copperW,
      caseW: p.lossIronW / n + (1 - windingShare) * copperW,
      airflowMs: Math.sqrt(along * along + crossMs * crossMs)
    };
  };
  // a climb is flown from the stall up
  const slow = craft.kind === 'fixed-wing' ? speeds[0] / CRUISE_OVER_STALL : speeds[0];
  solveOperatingPoint(hot, read, 1, slow, p);
  const full = loadAt(slow);
  solveOperatingPoint(hot, read, 1, speeds[0], p);
  const fast = loadAt(speeds[0]);
  let rest: HeatLoad;
  const { thrustN } = b.demand(speeds[0]);
  if (thrustN === null) {
    const copperW = (restShare * restShare * p.lossCopperW) / n;
    rest = {
      windingW: windingShare * copperW,
      caseW: (restShare * p.lossIronW) / n + (1 - windingShare) * copperW,
      airflowMs: fast.airflowMs
    };
  } else {
    if (!throttleForThrust(hot, read, thrustN, 0, p).ok) return null;
    rest = loadAt(0);
  }
  const mixed: HeatLoad = {
    windingW: fullShare * fast.windingW + (1 - fullShare) * rest.windingW,
    caseW: fullShare * fast.caseW + (1 - fullShare) * rest.caseW,
    airflowMs: fullShare * fast.airflowMs + (1 - fullShare) * rest.airflowMs
  };
  let windingC = airC;
  let caseC = airC;
  let peakW = airC;
  let peakC = airC;
  const spend = (load: HeatLoad, s: number): void => {
    [windingC, caseC] = heatAfter(h, windingC, caseC, airC, load, s);
    peakW = Math.max(peakW, windingC);
    peakC = Math.max(peakC, caseC);
  };
  /** Ordinary use for a time that is not known: as warm as it ever gets. */
  const settle = (): void => {
    const steadyC = airC + (mixed.windingW + mixed.caseW) / caseToAirWPerK(h, mixed.airflowMs);
    const [w] = heatAfter(h, windingC, caseC, airC, mixed, Math.min(seconds[0], LONGEST_S));
    caseC = Math.max(caseC, steadyC);
    windingC = Math.max(w, caseC + mixed.windingW * h.windingToCaseKPerW);
    peakW = Math.max(peakW, windingC);
    peakC = Math.max(peakC, caseC);
  };
  if (craft.kind === 'multirotor') {
    settle();
    spend(full, craft.runSeconds ?? spellS);
  } else {
    spend(full, craft.runSeconds ?? RUN_S);
    settle();
    spend(fast, spellS);
  }
  const within = (value: number, limit: number): boolean => airC + (value - airC) * (1 + WIDE_GUARD) < limit;
  if (!within(peakW, HOT_C)) return null;
  return id === 'motor-temperature'
    ? within(peakW, WINDING_LIMIT_C)
      ? false
      : null
    : within(peakC, CASE_LIMIT_C)
      ? false
      : null;
}
