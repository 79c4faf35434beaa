import { runChecks } from '../checks/ledger.ts';
import { bodyDragAreaM2, forwardFlight } from '../craft/multirotor/forward.ts';
import { interpretSetup, supplyOf } from '../setup/interpret.ts';
import type { PredictPoint, PredictRequest } from '../setup/schema.ts';
import { GRAVITY_MS2, LABEL_TEMPERATURE_C } from '../units/constants.ts';
import type { EnduranceAnswer, PredictAnswer } from './answer.ts';
import { boatAnswer, fanAnswer, heatAnswer, hoverAnswer, levelAnswer } from './craft-answers.ts';
import type { Demand } from './discharge.ts';
import { cruiseDemand, enduranceAt, enduranceBand, missionAnswer } from './endurance.ts';
import { predictPoints } from './predict-points.ts';
import { sensitivities } from './sensitivity.ts';

/**
 * The whole prediction for a valid request: points with bands, hover, level flight or boat run, endurance, checks.
 * Pure and deterministic: the same answer in page, worker, server and command line.
 */
export function predict(request: PredictRequest): PredictAnswer {
  const setup =
    request.schools === undefined
      ? request.setup
      : { ...request.setup, schools: { ...request.schools, ...request.setup.schools } };
  const i = interpretSetup(setup, request.windingC ?? LABEL_TEMPERATURE_C);
  const points: readonly PredictPoint[] = request.points ?? [{ throttle: 1, speedMs: 0, stateOfCharge: 1 }];
  const bands = request.bands ?? true;
  const estimates = [...i.estimates];
  const first = supplyOf(i, points[0]);
  const volts = first.openCircuitV;
  const { kind, massKg } = i.setup.craft;
  const hovering = kind === 'multirotor' ? hoverAnswer(i, volts, first.packOhm, bands) : null;
  const level = kind === 'fixed-wing' ? levelAnswer(i, volts, first.packOhm, bands, estimates) : null;
  const boat = kind === 'boat' ? boatAnswer(i, volts, first.packOhm, bands, estimates) : null;

  const demands: [EnduranceAnswer['at'], Demand][] = [
    ['full', { kind: 'throttle', throttle: 1, speedMs: boat ? boat.topSpeedMs : 0 }]
  ];
  if (hovering) demands.push(['hover', { kind: 'thrust', thrustN: massKg * GRAVITY_MS2, speedMs: 0 }]);
  if (level?.cruiseSpeedMs != null && level.cruiseThrottle !== null)
    demands.push(['cruise', cruiseDemand(i, level.cruiseSpeedMs)]);
  const endurance = demands.map(([at, demand]) => {
    const answer = enduranceAt(i, at, demand, first.stateOfCharge, volts);
    const band = bands ? enduranceBand(i, demand, first.stateOfCharge) : null;
    return band ? { ...answer, band } : answer;
  });
  const predicted = predictPoints(i, points, bands);
  const answer: PredictAnswer = {
    points: predicted,
    checks: [],
    fan: fanAnswer(i, predicted[0]),
    heat: heatAnswer(i, volts, first.packOhm, endurance[0].seconds, boat?.topSpeedMs ?? 0),
    forward:
      kind === 'multirotor'
        ? forwardFlight(
            i.model,
            massKg,
            setup.craft.dragAreaM2 ?? bodyDragAreaM2(massKg),
            i.fluid.densityKgM3,
            volts,
            first.packOhm
          )
        : null,
    sensitivity: bands ? sensitivities(i, first, points[0].throttle ?? 1, points[0].speedMs ?? 0) : [],
    mission: missionAnswer(i, request, first.stateOfCharge),
    hover: hovering,
    level,
    boat,
    endurance,
    estimates,
    notes: [...i.notes]
  };
  answer.notes.push(...new Set(answer.points.flatMap((p) => (p.outside === null ? [] : [p.outside]))));
  if (request.checks ?? true) answer.checks = runChecks(i, answer, first);
  return answer;
}
