import { validateAgainst, validateSetup } from '../document/validate.ts';
import { inside, issue, type Issue } from '../text/issues.ts';
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
  if (!setup.ok) return { ok: false, errors: badRequest(inside('setup', setup.errors)) };
  const errors: Issue[] = [];
  request.value.measurements.forEach((m, at) => {
    if (
      m.batteryCurrentA == null &&
      m.rpm == null &&
      m.thrustN == null &&
      m.batteryVoltageV == null &&
      m.electricalPowerW == null
    )
      errors.push(issue(`measurements.${at}`, 'no-reading', { at: at + 1 }));
    if (m.restingCellV != null && m.stateOfCharge != null)
      errors.push(issue(`measurements.${at}`, 'two-charges', { at: at + 1 }));
  });
  if (errors.length > 0) return { ok: false, errors: badRequest(errors) };
  return { ok: true, answer: calibrate(request.value) };
}
