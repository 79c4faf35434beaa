import {
  BURNT_C,
  CASE_LIMIT_C,
  heatModel,
  heatAfter,
  selfAirflowMs,
  steadyHeatW,
  WINDING_LIMIT_C,
  type Cooling,
  type HeatLoad
} from '../parts/motor/heat.ts';
import { motorMassOf } from '../parts/motor/mass.ts';
import { magnetFactor, windingResistanceFactor } from '../parts/motor/temperature.ts';
import type { Interpreted } from '../model/interpret.ts';
import type { Supply, PowertrainModel } from '../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint, type OperatingPoint } from './operating-point.ts';
import { throttleForThrust } from './throttle-for-thrust.ts';

/** One moment of a warm-up. */
interface HeatStep {
  seconds: number;
  windingC: number;
  caseC: number;
  motorCurrentA: number;
}

/** A run's heat. Times are null when the limit is not met within the time looked at. */
export interface HeatRun {
  steps: HeatStep[];
  secondsToCaseLimit: number | null;
  secondsToWindingLimit: number | null;
  /** When the winding burns; the run ends there. */
  secondsToBurn: number | null;
  /** Hottest winding and case of the run. */
  hottestC: number;
  hottestCaseC: number;
}

/** A spell of a run: full throttle all the time, or for a share of it with something gentler between. */
export interface HeatPhase {
  readonly seconds: number;
  /** Throttle of the spells; full where not given. */
  readonly throttle?: number;
  readonly fullShare: number;
  /** Between: share of the full-throttle heat where no thrust is given (losses go with the current's square). */
  readonly restShare: number;
  readonly thrustN: number | null;
  readonly speedMs: number;
  /** Wind across the propulsor's axis, m/s: it cools and does nothing else. */
  readonly crossMs: number;
}

/** Full throttle for a time. */
export const fullThrottle = (seconds: number, speedMs: number, crossMs = 0): HeatPhase => ({
  seconds,
  fullShare: 1,
  restShare: 0,
  thrustN: null,
  speedMs,
  crossMs
});

const STEPS = 120;
const LEAST_STEPS = 4;

/** Cooling of the setup's motor: as given, or moving air for aircraft and air boats, still air inside hulls. */
export const coolingOf = (i: Interpreted): Cooling =>
  i.setup.motor.cooling ?? (i.setup.craft.kind === 'boat' && i.inWater ? 'still' : 'wash');

/** Motor mass used for heat, kg, from label, power rating or the size in its name; null when none is known. */
export function heatMassKg(i: Interpreted): number | null {
  return motorMassOf(i.setup.motor)?.kg ?? null;
}

/** Share of a jet's speed with which it passes the motor in the hub of a fan. (m) */
const DUCT_SHARE = 0.8;

/**
 * Air over the motor at a solved point, m/s: flight speed and what the propulsor adds at its disc (momentum theory), or
 * the fan's stream; and what a turning bell draws through itself.
 */
export function airflowMs(i: Interpreted, massKg: number, p: OperatingPoint, speedMs: number): number {
  const m = i.model;
  const self = selfAirflowMs(i.motorAtLoad.build, massKg, p.omegaRadS);
  if (i.inWater) return self;
  const each = Math.max(p.thrustN / m.count, 0);
  const speed = Math.abs(speedMs);
  const ducted = i.exitAreaM2 !== null;
  const area = ducted ? (i.exitAreaM2 as number) : i.discAreaM2;
  const induced =
    0.5 * (Math.sqrt(speed * speed + ((ducted ? 4 : 2) * each) / (m.densityKgM3 * area)) - speed);
  const through = ducted ? DUCT_SHARE * (speed + induced) : speed + induced;
  return Math.sqrt(through * through + self * self);
}

/** Watts per motor that case and winding stand for as long as the pack lasts, at the loss share of a solved point. */
export function steadyPowerW(i: Interpreted, massKg: number, p: OperatingPoint, speedMs: number): number {
  const heatW = (p.lossCopperW + p.lossIronW) / i.model.count;
  if (!(heatW > 0)) return Infinity;
  const steady = steadyHeatW(
    heatModel(massKg, coolingOf(i)),
    airOf(i),
    airflowMs(i, massKg, p, speedMs),
    (i.motorAtLoad.windingShare * p.lossCopperW) / (p.lossCopperW + p.lossIronW)
  );
  const electricalW = p.electricalPowerW - p.lossAuxiliaryW;
  return (steady * electricalW) / i.model.count / heatW;
}

/** Air round a setup, °C; 15 where it is not given (ISO 2533). */
export const airOf = (i: Interpreted): number => i.setup.environment?.airTemperatureC ?? 15;

/**
 * Warm-up of one motor from air temperature through phases of use. Each step is the exact solution for the losses at the
 * mean of its two ends (second order), the operating point solved afresh at each temperature: copper resistance rises,
 * magnets weaken, current and airflow follow.
 * Longer than 80 lines as one step's state (temperatures, losses, what was passed when) is carried to the next in place.
 * @param model cold model (25 °C); @param steps over the whole run
 */
export function heatRun(
  i: Interpreted,
  model: PowertrainModel,
  massKg: number,
  supply: Supply,
  phases: readonly HeatPhase[],
  steps = STEPS
): HeatRun {
  const h = heatModel(massKg, coolingOf(i));
  const airC = airOf(i);
  const hot = { ...model };
  const point = operatingPoint();
  const n = model.count;
  const loads = (windingC: number, caseC: number, phase: HeatPhase): HeatLoad => {
    hot.windingResistanceOhm =
      model.windingResistanceOhm * windingResistanceFactor(Math.min(windingC, BURNT_C));
    hot.motorConstant = model.motorConstant * magnetFactor(Math.min(caseC, BURNT_C));
    let copperW = 0;
    let ironW = 0;
    let flow = 0;
    const add = (share: number, lossShare: number): void => {
      copperW += (share * lossShare * lossShare * point.lossCopperW) / n;
      ironW += (share * lossShare * point.lossIronW) / n;
      const along = airflowMs(i, massKg, point, phase.speedMs);
      flow += share * Math.sqrt(along * along + phase.crossMs * phase.crossMs);
    };
    const f = phase.fullShare;
    if (f < 1 && phase.thrustN !== null) {
      throttleForThrust(hot, supply, phase.thrustN, phase.speedMs, point);
      add(1 - f, 1);
    }
    solveOperatingPoint(hot, supply, phase.throttle ?? 1, phase.speedMs, point);
    if (f < 1 && phase.thrustN === null) add(1 - f, phase.restShare);
    add(f, 1);
    const windingW = i.motorAtLoad.windingShare * copperW;
    return { windingW, caseW: ironW + copperW - windingW, airflowMs: flow };
  };
  let windingC = airC;
  let caseC = airC;
  const result: HeatRun = {
    steps: [],
    secondsToCaseLimit: null,
    secondsToWindingLimit: null,
    secondsToBurn: null,
    hottestC: airC,
    hottestCaseC: airC
  };
  const total = phases.reduce((sum, phase) => sum + phase.seconds, 0);
  let from = 0;
  loads(windingC, caseC, phases[0]);
  result.steps.push({ seconds: 0, windingC, caseC, motorCurrentA: point.motorCurrentA });
  for (const phase of phases) {
    const count = Math.max(Math.round((steps * phase.seconds) / total), LEAST_STEPS);
    const dt = phase.seconds / count;
    let now = loads(windingC, caseC, phase);
    for (let s = 1; s <= count && phase.seconds > 0; s++) {
      const [aboutW, aboutC] = heatAfter(h, windingC, caseC, airC, now, dt);
      const then = loads(aboutW, aboutC, phase);
      const mean = {
        windingW: 0.5 * (now.windingW + then.windingW),
        caseW: 0.5 * (now.caseW + then.caseW),
        airflowMs: 0.5 * (now.airflowMs + then.airflowMs)
      };
      const [nextW, nextC] = heatAfter(h, windingC, caseC, airC, mean, dt);
      const before = from + (s - 1) * dt;
      if (result.secondsToWindingLimit === null && nextW >= WINDING_LIMIT_C)
        result.secondsToWindingLimit = before + (dt * (WINDING_LIMIT_C - windingC)) / (nextW - windingC);
      if (result.secondsToCaseLimit === null && nextC >= CASE_LIMIT_C)
        result.secondsToCaseLimit = before + (dt * (CASE_LIMIT_C - caseC)) / (nextC - caseC);
      // what follows on a burnt winding does not happen: the run ends when it burns
      const share = nextW >= BURNT_C ? (BURNT_C - windingC) / (nextW - windingC) : 1;
      windingC += share * (nextW - windingC);
      caseC += share * (nextC - caseC);
      if (nextW >= BURNT_C) result.secondsToBurn = before + share * dt;
      now = then;
      result.hottestC = Math.max(result.hottestC, windingC);
      result.hottestCaseC = Math.max(result.hottestCaseC, caseC);
      result.steps.push({
        seconds: before + share * dt,
        windingC,
        caseC,
        motorCurrentA: point.motorCurrentA
      });
      if (result.secondsToBurn !== null) return result;
    }
    from += phase.seconds;
  }
  return result;
}
