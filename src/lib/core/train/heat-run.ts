import { CASE_LIMIT_C, heatModel, heatRates, WINDING_LIMIT_C, type Cooling } from '../motor/heat.ts';
import { estimateMotorMassKg } from '../motor/estimate.ts';
import { magnetFactor, windingResistanceFactor } from '../motor/temperature.ts';
import type { Interpreted } from '../setup/interpret.ts';
import type { TrainModel } from './model.ts';
import { operatingPoint, solveOperatingPoint } from './operating-point.ts';

/** One moment of a warm-up. */
export interface HeatStep {
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
  /** Heat raises resistance and weakens magnets, which raises the heat: no steady temperature exists below 400 °C. */
  runaway: boolean;
}

const HOT = 400;
const STEPS = 120;

/** Cooling of the setup's motor: as given, or the wash for aircraft, still air for boats. */
export function coolingOf(i: Interpreted): Cooling {
  return i.setup.motor.cooling ?? (i.setup.craft.kind === 'boat' ? 'still' : 'wash');
}

/** Motor mass used for heat, kg, from label or power rating; null when neither is known. */
export function heatMassKg(i: Interpreted): number | null {
  const { motor } = i.setup;
  return motor.massKg ?? (motor.maxPowerW == null ? null : estimateMotorMassKg(motor.maxPowerW));
}

/**
 * Warm-up of one motor from air temperature at constant throttle, speed and supply, integrated by Heun's method with
 * the operating point solved afresh at each temperature: copper resistance rises, magnets weaken, current follows.
 * @param model cold model (25 °C); @param duration s to look ahead
 */
export function heatRun(
  i: Interpreted,
  model: TrainModel,
  massKg: number,
  openCircuitV: number,
  packOhm: number,
  throttle: number,
  speedMs: number,
  duration: number,
  steps = STEPS
): HeatRun {
  const h = heatModel(massKg, coolingOf(i));
  const airC = i.setup.environment?.airTemperatureC ?? 15;
  const hot = { ...model };
  const point = operatingPoint();
  const rates = (windingC: number, caseC: number): [number, number] => {
    hot.windingResistanceOhm = model.windingResistanceOhm * windingResistanceFactor(Math.min(windingC, HOT));
    hot.motorConstant = model.motorConstant * magnetFactor(Math.min(caseC, HOT));
    solveOperatingPoint(hot, openCircuitV, packOhm, throttle, speedMs, point);
    return heatRates(
      h,
      windingC,
      caseC,
      airC,
      point.lossCopperW / model.count,
      point.lossIronW / model.count
    );
  };
  let windingC = airC;
  let caseC = airC;
  const result: HeatRun = {
    steps: [],
    secondsToCaseLimit: null,
    secondsToWindingLimit: null,
    runaway: false
  };
  const tau = h.windingToCaseKPerW * h.windingJPerK;
  const perStep = duration / steps;
  const inner = Math.max(1, Math.ceil(perStep / (0.4 * tau)));
  const dt = perStep / inner;
  rates(windingC, caseC);
  result.steps.push({ seconds: 0, windingC, caseC, motorCurrentA: point.motorCurrentA });
  for (let s = 1; s <= steps; s++) {
    for (let k = 0; k < inner; k++) {
      const [w1, c1] = rates(windingC, caseC);
      const [w2, c2] = rates(windingC + w1 * dt, caseC + c1 * dt);
      const nextW = windingC + 0.5 * (w1 + w2) * dt;
      const nextC = caseC + 0.5 * (c1 + c2) * dt;
      const now = ((s - 1) * inner + k) * dt;
      if (result.secondsToWindingLimit === null && nextW >= WINDING_LIMIT_C)
        result.secondsToWindingLimit = now + (dt * (WINDING_LIMIT_C - windingC)) / (nextW - windingC);
      if (result.secondsToCaseLimit === null && nextC >= CASE_LIMIT_C)
        result.secondsToCaseLimit = now + (dt * (CASE_LIMIT_C - caseC)) / (nextC - caseC);
      windingC = nextW;
      caseC = nextC;
    }
    if (windingC > HOT) {
      result.runaway = true;
      windingC = HOT;
      caseC = Math.min(caseC, HOT);
    }
    result.steps.push({ seconds: s * perStep, windingC, caseC, motorCurrentA: point.motorCurrentA });
    if (result.runaway) break;
  }
  return result;
}
