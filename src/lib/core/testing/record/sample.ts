/** What a run records against time, as a meter shows it. SI; the pack's terminals, the propulsor's rpm, the craft's thrust. */
export const CHANNELS = [
  'throttle',
  'batteryVoltageV',
  'batteryCurrentA',
  'rpm',
  'thrustN',
  'motorC',
  'escC',
  'packC',
  'speedMs'
] as const;
export type Channel = (typeof CHANNELS)[number];

/** Range in which a reading of each channel can be: what is outside was not read but damaged. SI. */
export const CHANNEL_LIMITS: Readonly<Record<Channel, readonly [low: number, high: number]>> = {
  throttle: [0, 1],
  batteryVoltageV: [0, 300],
  batteryCurrentA: [-5000, 5000],
  rpm: [0, 500_000],
  thrustN: [-10_000, 100_000],
  motorC: [-40, 400],
  escC: [-40, 400],
  packC: [-40, 200],
  speedMs: [0, 200]
};

/** One moment of a run: seconds from its start, and what was read; a channel that was not is left out or null. */
export type Sample = { readonly seconds: number } & { readonly [C in Channel]?: number | null };

/** A run column by column: as many values as moments, NaN where a channel was not read; channels never read are left out. */
export interface Samples {
  readonly seconds: Float64Array;
  readonly channels: Readonly<Partial<Record<Channel, Float64Array>>>;
}

/** Columns from moments. */
export function columnsOf(samples: readonly Sample[]): Samples {
  const channels: Partial<Record<Channel, Float64Array>> = {};
  for (const name of CHANNELS)
    if (samples.some((s) => s[name] != null))
      channels[name] = Float64Array.from(samples, (s) => s[name] ?? NaN);
  return { seconds: Float64Array.from(samples, (s) => s.seconds), channels };
}

/** Moments from columns: what was not read is left out. */
export function momentsOf({ seconds, channels }: Samples): Sample[] {
  const present = CHANNELS.flatMap((c) => (channels[c] ? [[c, channels[c]] as const] : []));
  return Array.from(seconds, (at, k): Sample => {
    const sample: { seconds: number } & Partial<Record<Channel, number>> = { seconds: at };
    for (const [c, values] of present) if (!Number.isNaN(values[k])) sample[c] = values[k];
    return sample;
  });
}
