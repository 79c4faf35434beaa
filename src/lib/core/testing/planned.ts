import { cautionsOf, type ActCautions } from '../cautions/cautions.ts';
import { runChecks } from '../checks/run-checks.ts';
import type { SetupDocument } from '../document/schema.ts';
import type { StoredRun } from '../document/stored.ts';
import { validateSetup } from '../document/validate.ts';
import { narrowsOf, type Narrowing } from '../derivations/narrows.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { overOf } from './plan/limits.ts';
import { planIfTestable } from './plan/plan.ts';
import type { Plan } from './plan/stage.ts';
import { logOf } from './record/run-readings.ts';

/** The plan of a stored setup by what its runs read; or why it is not put on the bench. */
export interface Planned {
  readonly plan: Plan | null;
  /** What is over that would break: sentences; empty where nothing is. With a plan beside it, its last stage keeps below. */
  readonly over: readonly string[];
  /** What one reading would tell most. */
  readonly narrows: Narrowing | null;
  /** Cautions of the setup by their acts, for whoever shows the act. */
  readonly cautions: readonly ActCautions[];
}

/**
 * Plans the test of a setup.
 * @param runs of this setup; those that were no stage of a plan are left out
 * @param before what it was changed from; null for a first test
 * @param owned cell counts of the owned packs; null where nobody said
 */
export function planned(
  document: SetupDocument,
  schools: Readonly<Record<string, string>>,
  runs: readonly StoredRun[],
  before: SetupDocument | null = null,
  owned: readonly number[] | null = null
): Planned {
  const checked = validateSetup(document);
  if (!checked.ok)
    return { plan: null, over: checked.errors.map((e) => e.message), cautions: [], narrows: null };
  const s = analysisOf(checked.value, { bands: true, schools });
  const checks = runChecks(s);
  const cautions = cautionsOf(s);
  const over = overOf(checks, s).map((c) => `${c.title}: ${c.sentence}`);
  return {
    plan: planIfTestable(checks, before, s, logOf(runs), undefined, owned),
    over,
    cautions,
    narrows: narrowsOf(s)
  };
}
