import { RECORDED_CHANNELS, type RecordedChannel } from '../../registry/channels.ts';
import { type Samples } from './sample.ts';

/** A channel for the screen: per bucket its time, and the least and greatest value in it. */
export interface Thinned {
  readonly seconds: number[];
  readonly channels: Partial<Record<RecordedChannel, { readonly low: number[]; readonly high: number[] }>>;
}

/**
 * A run resampled for the screen, never for storage, while it is read piece by piece: equal buckets of time, each with the
 * least and the greatest of what was read in it, so that no peak is lost. Buckets without a reading are left out; a channel
 * without one in a bucket is NaN.
 */
export class Thinning {
  readonly #from: number;
  readonly #span: number;
  readonly #count: number;
  readonly #filled: Uint8Array;
  readonly #low: Partial<Record<RecordedChannel, Float64Array>> = {};
  readonly #high: Partial<Record<RecordedChannel, Float64Array>> = {};

  /** @param from @param to first and last moment, s @param buckets at least one */
  constructor(from: number, to: number, buckets: number) {
    this.#from = from;
    this.#span = Math.max(to - from, 1e-9);
    this.#count = buckets;
    this.#filled = new Uint8Array(buckets);
  }

  push({ seconds, channels }: Samples): void {
    const last = this.#count - 1;
    const at = Int32Array.from(seconds, (t) =>
      Math.min(Math.max(Math.floor(((t - this.#from) / this.#span) * this.#count), 0), last)
    );
    for (const b of at) this.#filled[b] = 1;
    for (const name of Object.keys(channels) as RecordedChannel[]) {
      const values = channels[name] as Float64Array;
      const low = (this.#low[name] ??= new Float64Array(this.#count).fill(NaN));
      const high = (this.#high[name] ??= new Float64Array(this.#count).fill(NaN));
      for (let k = 0; k < values.length; k++) {
        const v = values[k];
        if (Number.isNaN(v)) continue;
        const b = at[k];
        if (!(low[b] <= v)) low[b] = v;
        if (!(high[b] >= v)) high[b] = v;
      }
    }
  }

  result(): Thinned {
    const kept = Array.from(this.#filled, (f, b) => (f ? b : -1)).filter((b) => b >= 0);
    const out: Thinned = {
      seconds: kept.map((b) => this.#from + ((b + 0.5) * this.#span) / this.#count),
      channels: {}
    };
    for (const name of RECORDED_CHANNELS) {
      const [low, high] = [this.#low[name], this.#high[name]];
      if (low && high) out.channels[name] = { low: kept.map((b) => low[b]), high: kept.map((b) => high[b]) };
    }
    return out;
  }
}

/** A whole run resampled for the screen. @param most buckets */
export function thinned(samples: Samples, most: number): Thinned {
  const n = samples.seconds.length;
  if (n === 0) return { seconds: [], channels: {} };
  const thinning = new Thinning(samples.seconds[0], samples.seconds[n - 1], Math.min(most, n));
  thinning.push(samples);
  return thinning.result();
}
