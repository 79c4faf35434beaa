import type { Interpreted, PointSupply } from '../setup/interpret.ts';
import type { PredictAnswer, PredictedPoint } from '../train/answer.ts';
import { usableShareOf } from '../train/pack-limits.ts';
import { predictPoints } from '../train/predict-points.ts';
import type { CheckContext } from './check.ts';

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
