import { RECORDED_CHANNELS, type RecordedChannel } from '../../registry/channels.ts';

/** One moment of a run: seconds from its start, and what was read; a channel that was not is left out or null. */
export type Sample = { readonly seconds: number } & { readonly [C in RecordedChannel]?: number | null };

/** A run column by column: as many values as moments, NaN where a channel was not read; channels never read are left out. */
export interface Samples {
  readonly seconds: Float64Array;
  readonly channels: Readonly<Partial<Record<RecordedChannel, Float64Array>>>;
}

/** Columns from moments. */
export function columnsOf(samples: readonly Sample[]): Samples {
  const channels: Partial<Record<RecordedChannel, Float64Array>> = {};
  for (const name of RECORDED_CHANNELS)
    if (samples.some((s) => s[name] != null))
      channels[name] = Float64Array.from(samples, (s) => s[name] ?? NaN);
  return { seconds: Float64Array.from(samples, (s) => s.seconds), channels };
}

/** Moments from columns: what was not read is left out. */
export function momentsOf({ seconds, channels }: Samples): Sample[] {
  const present = RECORDED_CHANNELS.flatMap((c) => (channels[c] ? [[c, channels[c]] as const] : []));
  return Array.from(seconds, (at, k): Sample => {
    const sample: { seconds: number } & Partial<Record<RecordedChannel, number>> = { seconds: at };
    for (const [c, values] of present) if (!Number.isNaN(values[k])) sample[c] = values[k];
    return sample;
  });
}
