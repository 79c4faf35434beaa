import type { PredictAnswer, PredictedPoint } from '../train/answer.ts';
import { usableShareOf } from '../train/pack-limits.ts';
import { predictPoints } from '../train/predict-points.ts';
import type { Interpreted, PointSupply } from '../setup/interpret.ts';
import type { Check, CheckContext, CheckResult, Finding } from './check.ts';
import { boatPlaning, boatRpm, boatSlip, cavitation } from './boat-checks.ts';
import { cellVoltage } from './cell-voltage.ts';
import { credibleCurrent } from './credible-current.ts';
import { escBurst } from './esc-burst.ts';
import { escCells, escVoltage } from './esc-cells.ts';
import { escChemistry } from './esc-chemistry.ts';
import { escCurrent } from './esc-current.ts';
import { escElectricalRpm } from './esc-electrical-rpm.ts';
import { hoverThrottle } from './hover-throttle.ts';
import { motorCurrent, motorLoading, motorPower } from './motor-limits.ts';
import { motorTemperature } from './motor-temperature.ts';
import { packCurrent } from './pack-current.ts';
import { pitchSpeed } from './pitch-speed.ts';
import { clearance, propulsorRpm, stalledBlade, tipMach } from './propulsor-limits.ts';
import { receiverSupply, receiverVolts } from './receiver-supply.ts';
import { addRemedies } from './remedies.ts';
import { thrustToWeight } from './thrust-to-weight.ts';
import { time } from './time.ts';
import { handLaunch, levelSpeed } from './wing.ts';
import { connectorCurrent, leadLength, wiringCurrent } from './wiring-limits.ts';

/** Every check, in the order power flows. */
export const CHECKS: readonly Check[] = [
  packCurrent,
  credibleCurrent,
  cellVoltage,
  time,
  wiringCurrent,
  connectorCurrent,
  leadLength,
  escCurrent,
  escBurst,
  escCells,
  escVoltage,
  escChemistry,
  escElectricalRpm,
  receiverSupply,
  receiverVolts,
  motorCurrent,
  motorPower,
  motorLoading,
  motorTemperature,
  boatRpm,
  propulsorRpm,
  tipMach,
  stalledBlade,
  pitchSpeed,
  clearance,
  boatSlip,
  cavitation,
  thrustToWeight,
  hoverThrottle,
  handLaunch,
  levelSpeed,
  boatPlaning
];

const WORST_FIRST: Record<Finding, number> = { over: 0, tight: 1, unknown: 2, holds: 3 };

/** What the checks look at: the worst case and the end of the run beside the answer itself. */
export function checkContext(
  i: Interpreted,
  answer: PredictAnswer,
  supply: PointSupply,
  bands: boolean
): CheckContext {
  const held = supply.stateOfCharge === null;
  const full = held
    ? { throttle: 1, speedMs: 0, batteryVoltageV: supply.openCircuitV }
    : { throttle: 1, speedMs: 0, stateOfCharge: 1 };
  const points = held ? [full] : [full, { throttle: 1, speedMs: 0, stateOfCharge: 1 - usableShareOf(i) }];
  const [worst, last] = predictPoints(i, points, bands) as [PredictedPoint, PredictedPoint | undefined];
  return {
    i,
    answer,
    supply,
    worst,
    last: last ?? null,
    schools: i.setup.schools as Record<string, string> | undefined
  };
}

/** All findings, worst first, the failing ones with a remedy. */
export function runChecks(i: Interpreted, answer: PredictAnswer, supply: PointSupply): CheckResult[] {
  const bands = answer.points[0].band !== null;
  const context = checkContext(i, answer, supply, bands);
  const results = CHECKS.map((check) => check.run(context)).filter((r): r is CheckResult => r !== null);
  for (const result of results) {
    if (result.finding === 'over' || result.finding === 'tight') addRemedies(result, context);
  }
  return results.sort((a, b) => WORST_FIRST[a.finding] - WORST_FIRST[b.finding]);
}
