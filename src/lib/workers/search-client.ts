import type { Advice, SearchJob } from '../core/search/answer-search.ts';
import { Found } from '../core/search/found.ts';
import type { Miss } from '../core/search/misses.ts';
import { progressOf } from '../core/search/search-result.ts';
import type { Progress, SearchOutcome } from '../core/search/search-run.ts';
import { REJECTIONS } from '../core/search/verdict.ts';
import type { SearchAsk, SearchTold } from './search.worker.ts';

/** What a search has found so far. */
export interface Seen {
  readonly found: Found;
  readonly progress: Progress;
  /** How many broke what first, of those settled; by the places of `REJECTIONS`. */
  readonly rejected: Float64Array;
  /** How many break nothing else among what is seen at full throttle. */
  readonly alone: Float64Array;
  readonly isDone: boolean;
}

/** Workers that share a search: as many as there are cores, at most two, so that the page keeps one to itself. */
const workersOf = (): number => Math.min(Math.max(navigator.hardwareConcurrency, 1), 2);

interface Told {
  progress: Progress;
  rejected: Float64Array;
  alone: Float64Array;
  nearest: readonly Miss[] | null;
}

/**
 * One search in the page's workers. Found combinations come in as they are found; what is told is told through `onchange`.
 * Ending it ends its workers, whatever they are at. Browser only.
 */
export class PageSearch {
  readonly #job: SearchJob;
  readonly #workers: Worker[];
  readonly #told: (Told | null)[];
  readonly found = new Found();
  readonly #onchange: (seen: Seen) => void;
  #advice: ((advice: Advice) => void) | null = null;

  constructor(job: SearchJob, onchange: (seen: Seen) => void, onfault: (why: string) => void) {
    this.#job = job;
    this.#onchange = onchange;
    const of = workersOf();
    this.#told = new Array<Told | null>(of).fill(null);
    this.#workers = this.#told.map((_, at) => {
      const worker = new Worker(new URL('./search.worker.ts', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<SearchTold>) => this.#hear(at, data);
      worker.onerror = (e) => {
        this.end();
        onfault(e.message || 'the search could not be loaded');
      };
      ask(worker, { do: 'search', job, share: { at, of } });
      return worker;
    });
  }

  #hear(at: number, told: SearchTold): void {
    if (told.tell === 'advice') {
      this.#advice?.(told.advice);
      return;
    }
    const { progress, rejected, alone, nearest } = told;
    this.found.append(told.found);
    this.#told[at] = { progress, rejected, alone, nearest };
    this.#onchange(this.seen);
  }

  get seen(): Seen {
    const told = this.#told.filter((t) => t !== null);
    const sum = (of: (t: Told) => Float64Array): Float64Array => {
      const total = new Float64Array(REJECTIONS.length);
      for (const t of told) of(t).forEach((n, k) => (total[k] += n));
      return total;
    };
    return {
      found: this.found,
      progress: progressOf(told.map((t) => t.progress)),
      rejected: sum((t) => t.rejected),
      alone: sum((t) => t.alone),
      isDone: told.length === this.#told.length && told.every((t) => t.nearest !== null)
    };
  }

  /** What would help, once everything is settled. */
  advise(): Promise<Advice> {
    const empty = new Found().since(0);
    const outcomes = this.#told.map((t, at): SearchOutcome => ({
      progress: (t as Told).progress,
      found: at === 0 ? this.found.since(0) : empty,
      rejected: (t as Told).rejected,
      alone: (t as Told).alone,
      nearest: (t as Told).nearest ?? []
    }));
    return new Promise((done) => {
      this.#advice = done;
      const [worker] = this.#workers;
      if (worker) ask(worker, { do: 'advise', job: this.#job, outcomes });
    });
  }

  /** Ends the search at once. */
  end(): void {
    for (const worker of this.#workers) worker.terminate();
    this.#workers.length = 0;
  }
}

const ask = (worker: Worker, what: SearchAsk): void => worker.postMessage(what);
