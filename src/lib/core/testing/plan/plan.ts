import type { SetupDocument } from '../../document/schema.ts';
import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import type { CheckResult } from '../../checks/finding.ts';
import { runChecks } from '../../checks/run-checks.ts';
import { mayBeTested, overOf } from './limits.ts';
import type { LogEntry } from './log-entry.ts';
import { nextOf } from './next.ts';
import type { Next, Plan } from './stage.ts';
import { stagesOf, type Staged } from './stages.ts';

/**
 * A staged test of a setup: without propulsor, then the lightest load, then step by step to the setup itself, then the
 * timer; each stage with what is expected and where to stop, and the stage that comes after what was logged. The order is
 * common practice; the figures are the prediction's.
 * @param before the setup that it was changed from; null for a first test
 * @param s with bands
 * @param log entries of stages of this plan, oldest first
 * @param school of `touch-temperature`; the setup's where it is left out
 * @param owned cell counts of the owned packs: steps on fewer cells are made of those; null where nobody said
 * @param results of its checks, where they were run already
 */
export function planOf(
  before: SetupDocument | null,
  s: SetupAnalysis,
  log: readonly LogEntry[] = [],
  school?: string,
  owned: readonly number[] | null = null,
  results: readonly CheckResult[] = runChecks(s)
): Plan {
  const [worst] = overOf(results, s);
  const over = worst ? `${worst.title}: ${worst.sentence}` : null;
  const first = stagesOf(before, s, owned, over);
  if (first.stages.length === 0) return { stages: [], last: null, next: NOTHING_HOLDS };
  const share = readShare(first, log);
  // what was read low opens a step that the prediction alone would not
  const { stages, last } = first.last && share < 1 ? stagesOf(before, s, owned, over, share) : first;
  // entries of steps that are no longer offered say nothing here
  const known = log.filter((e) => stages.some((stage) => stage.id === e.stage));
  return { stages, last, next: nextOf(s, stages, known, school, last) };
}

/** The plan of a setup that may be put on the bench and has a step that holds; null for any other. */
export function planIfTestable(
  results: readonly CheckResult[],
  before: SetupDocument | null,
  s: SetupAnalysis,
  log: readonly LogEntry[] = [],
  school?: string,
  owned: readonly number[] | null = null
): Plan | null {
  if (!mayBeTested(results, s)) return null;
  const plan = planOf(before, s, log, school, owned, results);
  return plan.stages.length === 0 ? null : plan;
}

/** Amps that were read at the last stage over the predicted ones, where they lie in its band; 1 where none were, and no more. */
function readShare({ stages, last }: Staged, log: readonly LogEntry[]): number {
  const stage = stages.find((x) => x.id === last?.stage);
  const amps = stage?.watch.find((w) => w.quantity === 'batteryCurrentA');
  const read = log.findLast((e) => e.stage === stage?.id && e.batteryCurrentA != null);
  if (!stage || !amps?.band || !read || stage.changes.length > 0) return 1;
  if (read.throttle != null && Math.abs(read.throttle - stage.throttle) > SAME_THROTTLE) return 1;
  const a = read.batteryCurrentA as number;
  return a < amps.band[0] ? 1 : Math.min(a / amps.expected, 1);
}

const SAME_THROTTLE = 0.02;

const NOTHING_HOLDS: Next = {
  stage: null,
  why: 'not to be tested as it is: no step holds',
  seconds: null,
  timerS: null,
  asks: null,
  stopped: null
};
