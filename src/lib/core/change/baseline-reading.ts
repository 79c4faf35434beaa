import { calibrate, type Residual } from '../calibration/calibrate.ts';
import type { Measurement } from '../calibration/schema.ts';
import type { SetupDocument } from '../document/schema.ts';

/** What a reading of the present setup told: how far the prediction was from it before and after the fit. */
export interface Anchored {
  readonly setup: SetupDocument;
  readonly residuals: readonly Residual[];
  readonly unresolved: readonly string[];
  readonly notes: readonly string[];
}

/** The setup calibrated by readings of it; what it carried before is left out, since these are the ones that count now. */
export function anchored(setup: SetupDocument, measurements: readonly Measurement[]): Anchored {
  const {
    setup: fitted,
    residuals,
    unresolved,
    notes
  } = calibrate({
    setup,
    measurements: [...measurements]
  });
  return { setup: fitted, residuals, unresolved, notes };
}
