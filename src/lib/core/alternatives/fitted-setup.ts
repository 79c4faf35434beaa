import { withChanges } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import type { Fitting } from './fittings.ts';

/** The document once a fitting is taken. What was fitted counts for the parts that it was fitted to, and for no other. */
export const fittedDocument = (
  before: SetupDocument,
  fitting: Pick<Fitting, 'changes' | 'sources'>
): SetupDocument => ({
  ...withChanges(before, fitting.changes),
  sources: fitting.sources,
  calibration: before.calibration?.joint ? before.calibration : null
});
