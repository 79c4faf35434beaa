import type { Gives } from '../yardstick/gives.ts';
import { COLUMNS, type FoundColumn } from '../yardstick/objectives.ts';
import { scoreOf, type Measure } from '../yardstick/worth.ts';

/** Columns of a found list as they go from a thread to another. */
export interface FoundColumns {
  readonly length: number;
  readonly combination: Float64Array;
  readonly axes: Readonly<Record<FoundColumn, Float64Array>>;
}

const FIRST = 256;
/** Steps to which scores are told apart. */
const ALIKE = 1e10;

/** Workable combinations, by their numbers, with what they give: columns that grow, no object for any of them. Null is NaN. */
export class Found {
  #length = 0;
  #combination = new Float64Array(FIRST);
  readonly #axes = Object.fromEntries(COLUMNS.map((axis) => [axis, new Float64Array(FIRST)])) as Record<
    FoundColumn,
    Float64Array
  >;

  get length(): number {
    return this.#length;
  }

  combination(k: number): number {
    return this.#combination[k];
  }

  value(k: number, axis: FoundColumn): number | null {
    const v = this.#axes[axis][k];
    return Number.isNaN(v) ? null : v;
  }

  readonly #places = new Map<number, number>();
  #placed = 0;

  /** Place of a combination; −1 where it is not among them. */
  placeOf(combination: number): number {
    for (; this.#placed < this.#length; this.#placed++)
      this.#places.set(this.#combination[this.#placed], this.#placed);
    return this.#places.get(combination) ?? -1;
  }

  #room(wanted: number): void {
    if (wanted <= this.#combination.length) return;
    const grown = (old: Float64Array): Float64Array<ArrayBuffer> => {
      const next = new Float64Array(Math.max(2 * old.length, wanted));
      next.set(old);
      return next;
    };
    this.#combination = grown(this.#combination);
    for (const axis of COLUMNS) this.#axes[axis] = grown(this.#axes[axis]);
  }

  add(combination: number, gives: Gives): void {
    const k = this.#length;
    this.#room(k + 1);
    this.#combination[k] = combination;
    for (const axis of COLUMNS) this.#axes[axis][k] = gives[axis] ?? NaN;
    this.#length++;
  }

  /** What was added from a place on. */
  since(from: number): FoundColumns {
    return {
      length: this.#length - from,
      combination: this.#combination.slice(from, this.#length),
      axes: Object.fromEntries(
        COLUMNS.map((axis) => [axis, this.#axes[axis].slice(from, this.#length)])
      ) as Record<FoundColumn, Float64Array>
    };
  }

  /** Takes over what another thread found. */
  append(more: FoundColumns): void {
    this.#room(this.#length + more.length);
    this.#combination.set(more.combination, this.#length);
    for (const axis of COLUMNS) this.#axes[axis].set(more.axes[axis], this.#length);
    this.#length += more.length;
  }

  /** Score of each by a measure. */
  scores(measure: Measure): Float64Array {
    const scores = new Float64Array(this.#length);
    // the last bits differ from machine to machine: what is alike but for them stands in the order of its number
    for (let k = 0; k < this.#length; k++)
      scores[k] = Math.round(ALIKE * scoreOf((axis) => this.value(k, axis), measure)) / ALIKE;
    return scores;
  }

  /** Places of the best by a measure, best first; of two alike the one with the lower number. */
  ranked(measure: Measure, top = Infinity, of: ArrayLike<number> | null = null): number[] {
    const scores = this.scores(measure);
    const order = of ? Array.from(of) : Array.from({ length: this.#length }, (_, k) => k);
    order.sort((a, b) => scores[b] - scores[a] || this.#combination[a] - this.#combination[b]);
    return top === Infinity ? order : order.slice(0, top);
  }
}

/** The best of each group, in order, and how many each group has. */
interface Grouped {
  readonly best: readonly number[];
  readonly sizes: ReadonlyMap<number, number>;
}

/** Thins an order to the first of each group. @param groupOf number that members of a group share @param most how many are kept */
export function firstOfEach(
  order: readonly number[],
  groupOf: (place: number) => number,
  most: number
): Grouped {
  const sizes = new Map<number, number>();
  const best: number[] = [];
  for (const place of order) {
    const group = groupOf(place);
    const size = sizes.get(group) ?? 0;
    sizes.set(group, size + 1);
    if (size === 0 && best.length < most) best.push(place);
  }
  return { best, sizes };
}
