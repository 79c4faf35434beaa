import { validateAgainst, validateSetup } from '../document/validate.ts';
import { inside } from '../text/issues.ts';
import { badRequest, type BadRequest } from '../predict/answer-predict.ts';
import { calibrate, type CalibrateAnswer } from './calibrate.ts';
import { faultsOfReading } from './readings.ts';
import { calibrateRequestSchema, type CalibrateRequest } from './schema.ts';

/** Validates and calibrates: what HTTP, command line and worker all call. */
export function answerCalibrate(
  value: unknown
): { ok: true; answer: CalibrateAnswer } | { ok: false; errors: BadRequest } {
  const request = validateAgainst<CalibrateRequest>(calibrateRequestSchema, value);
  if (!request.ok) return { ok: false, errors: badRequest(request.errors) };
  const setup = validateSetup(request.value.setup);
  if (!setup.ok) return { ok: false, errors: badRequest(inside('setup', setup.errors)) };
  const errors = request.value.measurements.flatMap((m, at) => faultsOfReading(m, at, `measurements.${at}`));
  if (errors.length > 0) return { ok: false, errors: badRequest(errors) };
  return { ok: true, answer: calibrate(request.value) };
}
