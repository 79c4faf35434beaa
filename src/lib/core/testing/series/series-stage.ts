import { withChanges } from '../../document/change.ts';
import type { Propulsor, SetupDocument } from '../../document/schema.ts';
import { shopWords } from '../../alternatives/shop-words.ts';
import type { Stage } from '../plan/stage.ts';
import { planned } from '../planned.ts';

/** The run of a series with a propulsor; or what is over that would break. */
export interface SeriesStage {
  readonly stage: Stage | null;
  readonly over: readonly string[];
}

/** Throttles at which a run of a series is read, besides the full one. */
const STEPS = 'Half throttle for a few seconds first, then the full one.';

/** The heaviest run that holds of a setup with another propulsor, full throttle where that does, watched and limited as any stage is. */
export function seriesStage(
  document: SetupDocument,
  schools: Readonly<Record<string, string>>,
  propulsor: Propulsor
): SeriesStage {
  const changes = [{ path: 'propulsor', value: propulsor }];
  const made = withChanges(document, changes);
  const { plan, over } = planned(made, schools, []);
  const run = plan?.stages.findLast((s) => s.kind === 'run');
  if (!run) return { stage: null, over };
  return {
    stage: {
      ...run,
      id: 'series',
      title: `${run.title} with ${shopWords('propulsor', made)}`,
      do: run.throttle === 1 ? `${run.do} ${STEPS}` : run.do,
      changes
    },
    over: plan?.last ? [plan.last.why] : []
  };
}
