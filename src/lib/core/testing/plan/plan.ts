import type { SetupDocument } from '../../document/schema.ts';
import type { Situation } from '../../situation/situation.ts';
import type { LogEntry } from './log-entry.ts';
import { nextOf } from './next.ts';
import type { Plan } from './stage.ts';
import { stagesOf } from './stages.ts';

/**
 * A staged test of a setup: without propulsor, then the lightest load, then step by step to the setup itself, then the
 * timer; each stage with what is expected and where to stop, and the stage that comes after what was logged. The order is
 * common practice; the figures are the prediction's.
 * @param before the setup that it was changed from; null for a first test
 * @param s with bands
 * @param log entries of stages of this plan, oldest first
 * @param school of `touch-temperature`; the setup's where it is left out
 * @param owned cell counts of the owned packs: steps on fewer cells are made of those; null where nobody said
 */
export function planOf(
  before: SetupDocument | null,
  s: Situation,
  log: readonly LogEntry[] = [],
  school?: string,
  owned: readonly number[] | null = null
): Plan {
  const stages = stagesOf(before, s, owned);
  return { stages, next: nextOf(s, stages, log, school) };
}
