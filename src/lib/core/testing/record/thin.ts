import type { Channel, Samples } from './sample.ts';

/** A channel for the screen: per bucket its time, and the least and greatest value in it. */
export interface Thinned {
  readonly seconds: number[];
  readonly channels: Partial<Record<Channel, { readonly low: number[]; readonly high: number[] }>>;
}

/**
 * A run resampled for the screen, never for storage: equal buckets of time, each with the least and the greatest of what
 * was read in it, so that no peak is lost. Buckets without a reading are left out; a channel without one in a bucket is NaN.
 * @param most buckets
 */
export function thinned({ seconds, channels }: Samples, most: number): Thinned {
  const n = seconds.length;
  if (n === 0) return { seconds: [], channels: {} };
  const from = seconds[0];
  const span = Math.max(seconds[n - 1] - from, 1e-9);
  const count = Math.min(most, n);
  const bucketOf = (t: number): number => Math.min(Math.floor(((t - from) / span) * count), count - 1);
  const at = new Int32Array(n);
  const filled = new Uint8Array(count);
  for (let k = 0; k < n; k++) {
    at[k] = bucketOf(seconds[k]);
    filled[at[k]] = 1;
  }
  const kept = Array.from(filled, (f, b) => (f ? b : -1)).filter((b) => b >= 0);
  const out: Thinned = { seconds: kept.map((b) => from + ((b + 0.5) * span) / count), channels: {} };
  for (const name of Object.keys(channels) as Channel[]) {
    const values = channels[name] as Float64Array;
    const low = new Float64Array(count).fill(NaN);
    const high = new Float64Array(count).fill(NaN);
    for (let k = 0; k < n; k++) {
      const v = values[k];
      if (Number.isNaN(v)) continue;
      const b = at[k];
      if (!(low[b] <= v)) low[b] = v;
      if (!(high[b] >= v)) high[b] = v;
    }
    out.channels[name] = { low: kept.map((b) => low[b]), high: kept.map((b) => high[b]) };
  }
  return out;
}
