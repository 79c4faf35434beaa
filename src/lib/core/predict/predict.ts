import { narrowsOf } from '../derivations/narrows.ts';
import { runChecks } from '../checks/run-checks.ts';
import type { PredictRequest } from '../document/schema.ts';
import { mendingOf } from '../alternatives/put-right.ts';
import { withRemedies } from '../alternatives/remedies.ts';
import { analysisOf, type SetupAnalysis } from '../analysis/setup-analysis.ts';
import { missionAnswer } from '../powertrain/endurance.ts';
import { ENDURANCES } from '../powertrain/predicted.ts';
import type { PredictAnswer } from './answer.ts';

/** What of an answer is worked out; everything where nothing is said. */
type Asked = Pick<PredictRequest, 'points' | 'mission' | 'checks' | 'remedies' | 'putRight'>;

/** The document of the contract for a situation: points, what the craft does, times, checks with what puts them right. */
export function answerOf(s: SetupAnalysis, asked: Asked = {}): PredictAnswer {
  const { model } = s;
  const points = (asked.points?.length ?? 1) > 1 ? s.at(asked.points ?? []) : [s.point];
  const outside = new Set(points.map((p) => p.outside).filter((note) => note !== null));
  const checks = (asked.checks ?? true) ? runChecks(s) : [];
  return {
    points,
    checks: (asked.remedies ?? true) ? withRemedies(checks, s) : checks,
    hover: s.hover,
    level: s.level,
    boat: s.boat,
    fan: s.fan,
    endurance: ENDURANCES.map((at) => s.endurance(at)).filter((e) => e !== null),
    heat: s.heat,
    forward: s.forward,
    motorUnderLoad: { restOhm: model.motorAtLoad.restOhm, loadedOhm: s.powertrain.windingResistanceOhm },
    sensitivity: s.bands ? s.sensitivity : [],
    narrows: narrowsOf(s),
    mission: missionAnswer(model, asked, s.supply.stateOfCharge),
    estimates: s.estimates,
    notes: [...model.notes, ...outside],
    ...(asked.putRight ? mendingOf(s, checks) : {})
  };
}

/**
 * The whole prediction for a valid request. Pure and deterministic: the same answer in page, worker, server and command
 * line.
 */
export const predict = (request: PredictRequest): PredictAnswer =>
  answerOf(
    analysisOf(request.setup, {
      point: request.points?.[0],
      schools: request.schools,
      windingC: request.windingC,
      bands: request.bands ?? true
    }),
    request
  );
