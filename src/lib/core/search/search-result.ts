import { Found } from './found.ts';
import { Misses, type Miss } from './misses.ts';
import type { Progress, SearchOutcome } from './search-run.ts';
import { REJECTIONS } from './verdict.ts';

/** Misses kept of all shares together. */
const MISSES = 400;

/** What the shares of a search found, put together. */
export class SearchResult {
  readonly found = new Found();
  readonly rejected = new Float64Array(REJECTIONS.length);
  readonly alone = new Float64Array(REJECTIONS.length);
  readonly #misses = new Misses(MISSES);
  #progress: Progress = {
    size: 0,
    examined: 0,
    passed: 0,
    judged: 0,
    workable: 0,
    settled: 0,
    phase: 'done'
  };

  /** @param outcomes of every share */
  constructor(outcomes: readonly SearchOutcome[]) {
    for (const o of outcomes) {
      this.found.append(o.found);
      o.rejected.forEach((n, k) => (this.rejected[k] += n));
      o.alone.forEach((n, k) => (this.alone[k] += n));
      for (const { combination, by } of o.nearest) this.#misses.add(combination, by);
    }
    this.#progress = progressOf(outcomes.map((o) => o.progress));
  }

  get progress(): Progress {
    return this.#progress;
  }

  get nearest(): readonly Miss[] {
    return this.#misses.nearest;
  }
}

const ORDER = ['sieving', 'ordering', 'judging', 'settling', 'done'] as const;

/** Progress of all shares together: as far as the last of them. */
export function progressOf(list: readonly Progress[]): Progress {
  const sum = (of: (p: Progress) => number): number => list.reduce((n, p) => n + of(p), 0);
  const last = Math.min(ORDER.length - 1, ...list.map((p) => ORDER.indexOf(p.phase)));
  return {
    size: sum((p) => p.size),
    examined: sum((p) => p.examined),
    passed: sum((p) => p.passed),
    judged: sum((p) => p.judged),
    workable: sum((p) => p.workable),
    settled: sum((p) => p.settled),
    phase: ORDER[last]
  };
}
