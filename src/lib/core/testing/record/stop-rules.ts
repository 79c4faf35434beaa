import type { WatchedChannel } from '../../registry/channels.ts';
import { isBeyond, type Watch } from '../plan/stage.ts';
import type { Sample } from './sample.ts';

/** Why a run was ended by itself. */
type StopReason =
  | {
      readonly rule: 'limit';
      readonly quantity: WatchedChannel;
      readonly value: number;
      readonly limit: number;
    }
  | { readonly rule: 'time'; readonly value: number; readonly limit: number };

/**
 * How long a figure must stay beyond its limit before the run ends, s: a spike of a chopped current is no overload, and a
 * temperature does not spike.
 */
const HELD_S: Readonly<Record<WatchedChannel, number>> = {
  batteryCurrentA: 0.25,
  cellVoltageV: 0.4,
  motorC: 0,
  escC: 0,
  rpm: 0.25,
  thrustN: 0.25
};

/** A throttle and how long it may be held in all, s. */
interface HeldThrottle {
  readonly throttle: number;
  readonly seconds: number;
}
/** From this share of it a throttle counts as held. */
const NEAR_SHARE = 0.95;

/** Watches a run sample by sample and says when it must end. */
export class StopRules {
  readonly #watch: readonly Watch[];
  readonly #series: number;
  readonly #longestS: number;
  readonly #held: HeldThrottle | null;
  #heldS = 0;
  #lastS = 0;
  readonly #since = new Map<WatchedChannel, number>();

  /**
   * @param series cells of the pack: volts are watched per cell
   * @param longestS time after which the run ends whatever is read; Infinity for none
   * @param held how long a throttle may be held in all; null for as long as one likes
   */
  constructor(watch: readonly Watch[], series: number, longestS: number, held: HeldThrottle | null = null) {
    this.#held = held;
    this.#watch = watch.filter((w) => w.stopAt !== null);
    this.#series = series;
    this.#longestS = longestS;
  }

  /** What a sample breaks; null where the run goes on. */
  push(sample: Sample): StopReason | null {
    for (const w of this.#watch) {
      const value = watchedOf(sample, w.quantity, this.#series);
      if (value === null || !isBeyond(w, value)) {
        if (value !== null) this.#since.delete(w.quantity);
        continue;
      }
      const since = this.#since.get(w.quantity) ?? sample.seconds;
      this.#since.set(w.quantity, since);
      if (sample.seconds - since >= HELD_S[w.quantity])
        return { rule: 'limit', quantity: w.quantity, value, limit: w.stopAt as number };
    }
    const held = this.#held;
    if (held && (sample.throttle ?? 0) >= NEAR_SHARE * held.throttle)
      this.#heldS += sample.seconds - this.#lastS;
    this.#lastS = sample.seconds;
    if (held && this.#heldS >= held.seconds) return { rule: 'time', value: this.#heldS, limit: held.seconds };
    return sample.seconds >= this.#longestS
      ? { rule: 'time', value: sample.seconds, limit: this.#longestS }
      : null;
  }
}

/** A watched figure of a sample; null where it was not read. */
function watchedOf(sample: Sample, quantity: WatchedChannel, series: number): number | null {
  if (quantity !== 'cellVoltageV') return sample[quantity] ?? null;
  return sample.batteryVoltageV == null ? null : sample.batteryVoltageV / series;
}
