import { call } from '../../api/client.ts';
import { withChanges } from '../../core/document/change.ts';
import type { MakersRow } from '../../core/document/makers-row.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredRun } from '../../core/document/stored.ts';
import type { RunComparison } from '../../core/testing/compare/comparison.ts';
import { observedOf } from '../../core/testing/record/run-readings.ts';
import type { Thinned } from '../../core/testing/record/thin.ts';
import { askWorker } from '../../workers/client.ts';

/** A run that is looked at: what it was made with, its curve, and beside its prediction. */
export interface LookedRun {
  readonly run: StoredRun;
  /** The setup as it was, with what was another for this run. */
  readonly document: SetupDocument;
  readonly overview: Thinned | null;
  readonly comparison: RunComparison | null;
}

/**
 * Reads a run and puts it beside its prediction.
 * @param rows of the motor's maker, whose promise stands beside
 * @throws Error in words where it cannot be read or worked out
 */
export async function lookAtRun(id: number, rows: readonly MakersRow[]): Promise<LookedRun> {
  const whole = await call('readRun', { id });
  if (!whole.ok) throw new Error(whole.message);
  const { run, document, overview } = whole.value;
  const changes = run.details.changes ?? [];
  const made = changes.length > 0 ? withChanges(document, changes) : document;
  const comparison = await askWorker('thorough', (w) => w.compareRun(made, observedOf(run, document), rows));
  return { run, document: made, overview, comparison };
}
