/** Wrong answers that cost nothing, and how long is waited after each one more, s. */
const FREE = 5;
const FIRST_WAIT_S = 30;
const MOST_WAIT_S = 900;
/** After this long without another, an address begins anew, ms. */
const FORGET_MS = 3_600_000;
/** Most addresses that are remembered: the ones longest quiet go first. */
const MOST_ADDRESSES = 10_000;

interface Tried {
  wrong: number;
  at: number;
}

/** Counts wrong answers by address, and how long each has to wait for the next. */
export class Attempts {
  readonly #tried = new Map<string, Tried>();
  readonly #now: () => number;

  constructor(now: () => number = Date.now) {
    this.#now = now;
  }

  /** Seconds that an address has to wait; 0 where it may try. */
  waitS(address: string): number {
    const tried = this.#tried.get(address);
    if (!tried || tried.wrong < FREE) return 0;
    const wait = Math.min(FIRST_WAIT_S * 2 ** (tried.wrong - FREE), MOST_WAIT_S);
    return Math.max(Math.ceil(wait - (this.#now() - tried.at) / 1000), 0);
  }

  /** Notes a wrong answer. */
  wrong(address: string): void {
    const now = this.#now();
    const tried = this.#tried.get(address);
    const wrong = tried && now - tried.at < FORGET_MS ? tried.wrong + 1 : 1;
    this.#tried.delete(address);
    this.#tried.set(address, { wrong, at: now });
    if (this.#tried.size > MOST_ADDRESSES) {
      const [oldest] = this.#tried.keys();
      this.#tried.delete(oldest);
    }
  }

  /** Notes a right one: the address begins anew. */
  right(address: string): void {
    this.#tried.delete(address);
  }
}
