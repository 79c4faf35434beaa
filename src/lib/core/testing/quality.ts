import { withChanges } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import type { StoredRun } from '../document/stored.ts';
import { comparedMoments } from './compare/comparison.ts';
import { observedOf } from './record/run-readings.ts';

/** Share of readings that an honest band from the 10th to the 90th percentile holds. */
export const AIM = 0.8;

/** How often readings fell inside what was predicted before they were read. */
export interface Quality {
  readonly inside: number;
  readonly of: number;
}

/**
 * How often the readings of runs lay inside their band, each judged by the document that it was made with: what a run taught
 * later does not count for itself.
 * @param documents of each run, as it was made
 */
export function qualityOf(runs: readonly StoredRun[], documents: readonly SetupDocument[]): Quality {
  const readings = runs.flatMap((run, k) =>
    comparedMoments(
      withChanges(documents[k], run.details.changes ?? []),
      observedOf(run, documents[k])
    ).flatMap((moment) => moment.readings.filter((r) => r.outside !== null))
  );
  return { inside: readings.filter((r) => !r.outside).length, of: readings.length };
}
