import { runChecks } from '../checks/ledger.ts';
import { bodyDragAreaM2, forwardFlight } from '../craft/multirotor/forward.ts';
import type { PredictPoint, PredictRequest } from '../setup/schema.ts';
import { Situation } from '../situation/situation.ts';
import type { EnduranceAnswer, PredictAnswer } from './answer.ts';
import { fanAnswer, heatAnswer } from './craft-answers.ts';
import { missionAnswer } from './endurance.ts';
import { predictPoints } from './predict-points.ts';
import { sensitivities } from './sensitivity.ts';

const ENDURANCES: readonly EnduranceAnswer['at'][] = ['mixed', 'full', 'hover', 'cruise'];

/**
 * The whole prediction for a valid request: points with bands, hover, level flight or boat run, endurance, checks.
 * Pure and deterministic: the same answer in page, worker, server and command line.
 */
export function predict(request: PredictRequest): PredictAnswer {
  const setup =
    request.schools === undefined
      ? request.setup
      : { ...request.setup, schools: { ...request.schools, ...request.setup.schools } };
  const points: readonly PredictPoint[] = request.points ?? [{ throttle: 1, speedMs: 0, stateOfCharge: 1 }];
  const bands = request.bands ?? true;
  const s = new Situation(setup, { point: points[0], windingC: request.windingC, bands });
  const { i, hover, level, boat } = s;
  const { openCircuitV: volts, packOhm, stateOfCharge } = s.supply;
  const { massKg, dragAreaM2 } = i.setup.craft;
  const endurance = ENDURANCES.map((at) => s.endurance(at)).filter((e) => e !== null);
  const predicted = predictPoints(i, points, bands);
  const answer: PredictAnswer = {
    points: predicted,
    checks: [],
    fan: fanAnswer(i, predicted[0]),
    heat: heatAnswer(i, volts, packOhm, s.lasting('full')?.seconds ?? 0, boat?.topSpeedMs ?? 0),
    forward:
      s.kind === 'multirotor'
        ? forwardFlight(
            i.model,
            massKg,
            dragAreaM2 ?? bodyDragAreaM2(massKg),
            i.fluid.densityKgM3,
            volts,
            packOhm
          )
        : null,
    motorUnderLoad: { restOhm: i.motorAtLoad.restOhm, loadedOhm: i.model.windingResistanceOhm },
    sensitivity: bands ? sensitivities(i, s.supply, points[0].throttle ?? 1, points[0].speedMs ?? 0) : [],
    mission: missionAnswer(i, request, stateOfCharge),
    hover,
    level,
    boat,
    endurance,
    estimates: s.estimates,
    notes: [...i.notes]
  };
  for (const note of new Set(predicted.map((p) => p.outside))) if (note !== null) answer.notes.push(note);
  if (request.checks ?? true) answer.checks = runChecks(s, request.remedies ?? true);
  return answer;
}
