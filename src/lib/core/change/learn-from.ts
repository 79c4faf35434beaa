import type { Residual } from '../calibration/calibrate.ts';
import type { Measurement } from '../calibration/schema.ts';
import type { SetupDocument } from '../document/schema.ts';
import { validateSetup } from '../document/validate.ts';
import { anchored } from './anchor.ts';

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
