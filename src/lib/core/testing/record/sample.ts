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
