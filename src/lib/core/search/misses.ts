/** A combination that falls short, and by how much at least. */
export interface Miss {
  readonly combination: number;
  /** Largest share by which it passes a limit. */
  readonly by: number;
}

/** The nearest of many misses: a bounded list, sorted when it is read. */
export class Misses {
  readonly #most: number;
  #list: Miss[] = [];
  /** Beyond this nothing is kept any more. */
  #worst = Infinity;

  constructor(most: number) {
    this.#most = most;
  }

  /** Whether one that falls short by at least so much may still be among the nearest. */
  accepts(by: number): boolean {
    return by < this.#worst;
  }

  add(combination: number, by: number): void {
    if (!(by < this.#worst)) return;
    this.#list.push({ combination, by });
    if (this.#list.length >= 2 * this.#most) this.#cut();
  }

  #cut(): void {
    this.#list.sort((a, b) => a.by - b.by || a.combination - b.combination);
    this.#list.length = Math.min(this.#list.length, this.#most);
    if (this.#list.length === this.#most) this.#worst = this.#list[this.#most - 1].by;
  }

  /** Nearest first. */
  get nearest(): readonly Miss[] {
    this.#cut();
    return this.#list;
  }
}
