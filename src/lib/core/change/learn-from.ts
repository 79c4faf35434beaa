import type { Residual } from '../calibration/calibrate.ts';
import type { Measurement } from '../calibration/schema.ts';
import type { SetupDocument } from '../document/schema.ts';
import { isSameMotor } from '../model/same-part.ts';
import { validateSetup } from '../document/validate.ts';
import { anchored } from './baseline-reading.ts';

/** What a setup is after readings were taken to heart, and how far the prediction was from them; null where none can be fitted. */
export interface Learnt {
  readonly setup: SetupDocument;
  readonly residuals: readonly Residual[];
  readonly notes: readonly string[];
}

/** Calibrates a setup by readings, each of its own propulsor and pack; nothing where the document is not sound. */
export function learnFrom(setup: SetupDocument, measurements: readonly Measurement[]): Learnt | null {
  const checked = validateSetup(setup);
  if (!checked.ok || measurements.length === 0) return null;
  const { setup: fitted, residuals, notes } = anchored(checked.value, measurements);
  return { setup: fitted, residuals, notes };
}

/** Whether what was read of one setup tells something of the other's motor: the same one, geared, counted and limited alike. */
const isSameDrive = (a: SetupDocument, b: SetupDocument): boolean =>
  isSameMotor(a.motor, b.motor) &&
  (a.gearRatio ?? 1) === (b.gearRatio ?? 1) &&
  (a.count ?? 1) === (b.count ?? 1) &&
  (a.outputLimit ?? 1) === (b.outputLimit ?? 1);

/**
 * What is learnt of a changed setup from a reading of it, and from one of the setup before as far as that was the same drive:
 * a reading of another motor would be taken for one of this.
 * @param earlier what the setup before was read to do; null where nothing was read
 */
export function learnFromBoth(
  before: SetupDocument,
  after: SetupDocument,
  earlier: Measurement | null,
  reading: Measurement
): Learnt | null {
  const first: Measurement[] =
    earlier && isSameDrive(before, after)
      ? [{ ...earlier, propulsor: before.propulsor, battery: before.battery }]
      : [];
  return learnFrom(after, [...first, reading]);
}
