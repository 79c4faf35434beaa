import type { CheckId } from '../checks/all-checks.ts';
import { Assembler } from './assembler.ts';
import { CombinationBounds } from './combination-bounds.ts';
import { Found, type FoundColumns } from './found.ts';
import { Misses, type Miss } from './misses.ts';
import type { SearchLimits } from './search-request.ts';
import type { Measure } from '../yardstick/worth.ts';
import { Promised } from './promise.ts';
import { MASKED, Sieve } from './sieve.ts';
import { places, placesOf, type Places, type Space } from './space.ts';
import { REJECTIONS, Verdict, type Rejection } from './verdict.ts';

/** How far a search has got. */
export interface Progress {
  /** Combinations of the share. */
  readonly size: number;
  /** Sieved at full throttle. */
  readonly examined: number;
  /** Passed by the sieve, and of those judged by every check. */
  readonly passed: number;
  readonly judged: number;
  readonly workable: number;
  /** Combinations of which it is known what they break first. */
  readonly settled: number;
  readonly phase: 'sieving' | 'ordering' | 'judging' | 'settling' | 'done';
}

/** Which of several equal shares of the combinations a run takes: the parts of a whole that threads divide among them. */
export interface SearchShare {
  readonly at: number;
  readonly of: number;
}

/** What a search, or a share of one, found. */
export interface SearchOutcome {
  readonly progress: Progress;
  readonly found: FoundColumns;
  readonly rejected: Float64Array;
  readonly alone: Float64Array;
  readonly nearest: readonly Miss[];
}

/** How many are judged while the sieve still runs. */
const EARLY = 24;
/** Misses that are kept for a closer look. */
const MISSES = 400;
/** Work of judging a combination by every check, and of settling one, counted in combinations sieved. */
const JUDGING = 400;
const SETTLING = 20;
/** Work of saying what one can be worth at most, and how many at once. */
const ORDERING = 10;
const ORDERED_AT_ONCE = 500;
/** How many are judged before it is asked whether the best are known. */
const BEST_AT_ONCE = 50;

const PLACE: ReadonlyMap<string, number> = new Map(REJECTIONS.map((id, k) => [id, k]));
/** Place in the order of rejections of each bit of the sieve's masks. */
const PLACE_OF_BIT = MASKED.map((id) => PLACE.get(id) as number);

/**
 * A search, done in slices so that whoever runs it can stop between them: every combination is sieved, those that pass are
 * judged by every check, and of the others it is settled what they break first. Nothing of a combination is kept but its
 * number where it is workable or nearly so, and a bit for each.
 */
export class SearchRun {
  readonly space: Space;
  readonly limits: SearchLimits;
  readonly assembler: Assembler;
  /** Workable combinations, in the order in which they were found. */
  readonly found = new Found();
  readonly misses = new Misses(MISSES);
  /** How many were rejected by what they break first. */
  readonly rejected = new Float64Array(REJECTIONS.length);
  /** How many break nothing but this among what the sieve sees, and nothing that comes before it. */
  readonly alone = new Float64Array(REJECTIONS.length);
  #early = 0;
  #ordered = 0;
  readonly #sieve: Sieve | null;
  readonly #foresight: CombinationBounds | null;
  readonly #from: number;
  readonly #to: number;
  #phase: Progress['phase'] = 'sieving';
  #row: number;
  #passed: Float64Array<ArrayBuffer> = new Float64Array(1024);
  #passedCount = 0;
  #judged = 0;
  #settled = 0;
  readonly #masks: Uint32Array<ArrayBuffer>;
  readonly #beyond: Float32Array<ArrayBuffer>;
  readonly #at: Places = places();

  /** What is ranked by; null where it is not told. */
  readonly #measure: Measure | null;
  /** Whether it bounds what a combination can be worth: then the most promising are judged first. */
  readonly #isBounded: boolean;
  /** Most that each of those that passed can be worth, and their order by it. */
  #promised: Float64Array<ArrayBuffer> | null = null;
  #order: Uint32Array<ArrayBuffer> | null = null;

  constructor(
    space: Space,
    limits: SearchLimits = {},
    share: SearchShare = { at: 0, of: 1 },
    measure: Measure | null = null
  ) {
    this.#measure = measure;
    this.#isBounded = measure !== null && Promised.bounds(measure);
    this.space = space;
    this.limits = limits;
    this.assembler = new Assembler(space);
    this.#sieve = space.size > 0 ? new Sieve(this.assembler, limits) : null;
    this.#foresight = space.size > 0 ? new CombinationBounds(this.assembler) : null;
    const rows = this.#sieve?.rows ?? 0;
    this.#from = Math.floor((rows * share.at) / share.of);
    this.#to = Math.floor((rows * (share.at + 1)) / share.of);
    this.#row = this.#from;
    const size = this.#sieve?.rowSize ?? 0;
    this.#masks = new Uint32Array(size);
    this.#beyond = new Float32Array(size);
    if (this.#from === this.#to) this.#phase = 'done';
  }

  get isDone(): boolean {
    return this.#phase === 'done';
  }

  get progress(): Progress {
    const each = this.#sieve?.rowSize ?? 0;
    const size = (this.#to - this.#from) * each;
    return {
      size,
      examined: this.#phase === 'sieving' ? (this.#row - this.#from) * each : size,
      passed: this.#passedCount,
      judged: this.#judged,
      workable: this.found.length,
      settled: this.#settled,
      phase: this.#phase
    };
  }

  /** Works on for about so many sieved combinations' worth; true while there is more to do. */
  advance(work: number): boolean {
    let left = work;
    while (left > 0 && this.#phase !== 'done') {
      if (this.#phase === 'sieving') left -= this.#sieveRow() + this.#judgeEarly();
      else if (this.#phase === 'ordering') left -= this.#orderBlock();
      else if (this.#phase === 'judging') left -= this.#judgeNext();
      else left -= this.#settleRow();
    }
    return this.#phase !== 'done';
  }

  /** All of it at once. */
  finish(): this {
    while (this.advance(1e6));
    return this;
  }

  /** Every workable one, without settling what the others break first. */
  findWorkable(): this {
    while (this.#phase === 'sieving' || this.#phase === 'ordering' || this.#phase === 'judging')
      this.advance(JUDGING);
    return this;
  }

  /** What was found, in a form that goes from thread to thread. */
  get outcome(): SearchOutcome {
    return {
      progress: this.progress,
      found: this.found.since(0),
      rejected: this.rejected,
      alone: this.alone,
      nearest: this.misses.nearest
    };
  }

  /** While it still sieves, a few of those that pass are judged already: first results are there at once. */
  #judgeEarly(): number {
    if (this.#early >= EARLY || this.#early >= this.#passedCount) return 0;
    return this.#judge(this.#passed[this.#early++]);
  }

  #sieveRow(): number {
    const sieve = this.#sieve as Sieve;
    sieve.row(this.#row, this.#masks, false);
    const base = this.#row * sieve.rowSize;
    for (let k = 0; k < sieve.rowSize; k++) if (this.#masks[k] === 0) this.#pass(base + k);
    if (++this.#row === this.#to) this.#phase = this.#isBounded ? 'ordering' : 'judging';
    return sieve.rowSize;
  }

  /** Works out what a block of those that passed can be worth at most; the last block puts them in order. */
  #orderBlock(): number {
    const promised = (this.#promised ??= new Float64Array(this.#passedCount));
    const of = new Promised(this.assembler, this.#measure as Measure);
    const end = Math.min(this.#ordered + ORDERED_AT_ONCE, this.#passedCount);
    const done = end - this.#ordered;
    for (let k = this.#ordered; k < end; k++)
      promised[k] = of.most(placesOf(this.space, this.#passed[k], this.#at));
    this.#ordered = end;
    if (end === this.#passedCount) {
      const rest = Array.from({ length: this.#passedCount - this.#early }, (_, k) => this.#early + k);
      rest.sort((a, b) => promised[b] - promised[a] || a - b);
      this.#order = Uint32Array.from(rest);
      this.#phase = 'judging';
    }
    return done * ORDERING;
  }

  /** The most that any of those that are not judged yet can be worth; infinite while that is not known. */
  get restIsWorthAtMost(): number {
    if (this.#phase === 'settling' || this.#phase === 'done') return -Infinity;
    const next = this.#order?.[this.#judged - this.#early];
    return next === undefined ? Infinity : (this.#promised as Float64Array)[next];
  }

  /**
   * Judges until the best few are known for certain: nothing that is left can be worth more. Where nothing bounds the worth, every
   * one is judged. Places in `found`, best first.
   */
  findBest(count: number): number[] {
    const measure = this.#measure;
    if (measure === null) throw new TypeError('SearchRun.findBest: it was not told what is ranked by');
    while (this.#phase === 'sieving' || this.#phase === 'ordering' || this.#phase === 'judging') {
      this.advance(JUDGING * BEST_AT_ONCE);
      if (!this.#isBounded || this.#phase !== 'judging' || this.found.length < count) continue;
      const scores = this.found.scores(measure).sort();
      if (scores[scores.length - count] >= this.restIsWorthAtMost) break;
    }
    return this.found.ranked(measure, count);
  }

  #pass(combination: number): void {
    if (this.#passedCount === this.#passed.length) {
      const grown = new Float64Array(2 * this.#passed.length);
      grown.set(this.#passed);
      this.#passed = grown;
    }
    this.#passed[this.#passedCount++] = combination;
  }

  /**
   * Judges one of those that passed: the most promising first, where it is told what is ranked by; else in strides, so that the
   * first ones are spread over the whole shelf and tell what the rest will be like.
   */
  #judgeNext(): number {
    const n = this.#passedCount - this.#early;
    const k = this.#judged - this.#early;
    if (k >= n) {
      this.#phase = 'settling';
      this.#row = this.#from;
      return 0;
    }
    return this.#judge(this.#passed[this.#order ? this.#order[k] : this.#early + strided(k, n)]);
  }

  #judge(combination: number): number {
    this.#judged++;
    this.#settled++;
    const at = placesOf(this.space, combination, this.#at);
    const { first, by, verdict } = this.#firstOver(at, REJECTIONS.length);
    if (first < 0) {
      const { situation, judged } = verdict();
      this.found.add(combination, this.assembler.gives(at, situation, judged));
      return JUDGING;
    }
    this.rejected[first]++;
    if (!this.misses.accepts(by)) return SETTLING;
    this.misses.add(combination, verdict().beyond);
    return JUDGING;
  }

  /**
   * First that is over, before a place in the order of rejections, among what the sieve has not settled: −1 where none is. What
   * can be foreseen is not followed; `by` is the least by which the limit is then passed.
   */
  #firstOver(at: Places, to: number): { first: number; by: number; verdict: () => Verdict } {
    const sieve = this.#sieve as Sieve;
    const foresight = this.#foresight as CombinationBounds;
    foresight.look(at);
    let made: Verdict | null = null;
    const verdict = (): Verdict => (made ??= new Verdict(this.assembler.situation(at), this.limits));
    for (let k = 0; k < to; k++) {
      const id = REJECTIONS[k];
      if (id === 'limit-current' || id === 'limit-weight' || sieve.settles(id as CheckId, at)) continue;
      const foreseen = foresight.isOver(id as CheckId);
      if (foreseen === false) continue;
      if (foreseen) return { first: k, by: foresight.leastBeyond(id as CheckId), verdict };
      if (verdict().isOver(id)) return { first: k, by: 0, verdict };
    }
    return { first: -1, by: 0, verdict };
  }

  /** Settles what the rejected combinations of a row break first. */
  #settleRow(): number {
    const sieve = this.#sieve as Sieve;
    sieve.row(this.#row, this.#masks, true, this.#beyond);
    const base = this.#row * sieve.rowSize;
    for (let k = 0; k < sieve.rowSize; k++) {
      const mask = this.#masks[k];
      if (mask === 0) continue;
      const first = PLACE_OF_BIT[lowestBit(mask)];
      const at = placesOf(this.space, base + k, this.#at);
      const before = first === 0 ? -1 : this.#firstOver(at, first).first;
      this.rejected[before < 0 ? first : before]++;
      if (before < 0 && (mask & (mask - 1)) === 0) this.alone[first]++;
      this.misses.add(base + k, this.#beyond[k]);
      this.#settled++;
    }
    if (++this.#row === this.#to) this.#phase = 'done';
    return sieve.rowSize * SETTLING;
  }

  /** What rejected how many by what they break first, the most first. */
  get rejections(): Partial<Record<Rejection, number>> {
    return rejectionsOf(this.rejected);
  }
}

/** Counts by name, those that are none left out. */
export const rejectionsOf = (counts: ArrayLike<number>): Partial<Record<Rejection, number>> =>
  Object.fromEntries(REJECTIONS.map((id, k) => [id, counts[k]] as const).filter(([, n]) => n > 0));

/** Number of the lowest bit that is set. */
const lowestBit = (mask: number): number => 31 - Math.clz32(mask & -mask);

/** The k-th of n in large even steps that meet each once: the golden section of n, made coprime to it. */
function strided(k: number, n: number): number {
  return (k * strideOf(n)) % n;
}
const strides = new Map<number, number>();
function strideOf(n: number): number {
  let stride = strides.get(n);
  if (stride === undefined) {
    const divides = (a: number, b: number): number => (b === 0 ? a : divides(b, a % b));
    stride = Math.max(1, Math.floor(n * 0.6180339887));
    while (divides(stride, n) !== 1) stride++;
    if (strides.size > 8) strides.clear();
    strides.set(n, stride);
  }
  return stride;
}
