import { validateAgainst, validateSetup, type Issue } from '../document/validate.ts';
import { badRequest, type BadRequest } from '../predict/answer-predict.ts';
import { calibrate, type CalibrateAnswer } from './calibrate.ts';
import { calibrateRequestSchema, type CalibrateRequest } from './schema.ts';

/** Validates and calibrates: what HTTP, command line and worker all call. */
export function answerCalibrate(
  value: unknown
): { ok: true; answer: CalibrateAnswer } | { ok: false; errors: BadRequest } {
  const request = validateAgainst<CalibrateRequest>(calibrateRequestSchema, value);
  if (!request.ok) return { ok: false, errors: badRequest(request.errors) };
  const setup = validateSetup(request.value.setup);
  if (!setup.ok)
    return { ok: false, errors: badRequest(setup.errors.map((e) => ({ ...e, path: `setup.${e.path}` }))) };
  const errors: Issue[] = [];
  request.value.measurements.forEach((m, at) => {
    if (
      m.batteryCurrentA == null &&
      m.rpm == null &&
      m.thrustN == null &&
      m.batteryVoltageV == null &&
      m.electricalPowerW == null
    )
      errors.push({
        path: `measurements.${at}`,
        message: `measurement ${at + 1} holds no reading: give amps, volts, rpm or thrust.`
      });
    if (m.restingCellV != null && m.stateOfCharge != null)
      errors.push({
        path: `measurements.${at}`,
        message: `measurement ${at + 1}: give resting volts or state of charge, not both.`
      });
  });
  if (errors.length > 0) return { ok: false, errors: badRequest(errors) };
  return { ok: true, answer: calibrate(request.value) };
}
