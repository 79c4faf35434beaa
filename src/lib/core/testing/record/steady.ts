import { deviation, max, mean, min } from 'd3-array';
import { CHANNELS, type Channel, type Sample } from './sample.ts';

/** A stretch of a run at one throttle: what was read on average, how much it wavered, and the peaks. */
export interface Steady {
  readonly fromS: number;
  readonly toS: number;
  readonly means: Readonly<Partial<Record<Channel, number>>>;
  /** Relative standard deviation of the amps within the stretch; null where they were not read often enough. */
  readonly flutter: number | null;
  readonly peakA: number | null;
  readonly lowestV: number | null;
}

/** A throttle that moves less than this is held. */
const HELD = 0.015;
/** What spins up after a step is left out, and shorter stretches are none, s. */
const SETTLE_S = 0.8;
const SHORTEST_S = 1;
/** Samples from which a wavering can be told. */
const ENOUGH = 8;
/** A closed throttle tells nothing of the train. */
const CLOSED = 0.03;

/**
 * The steady stretches of a run: where the throttle was held for longer than a second, without the first moments in which
 * everything spins up. Slow changes inside a stretch (sag, warming) are taken out before the wavering is told.
 */
export function steadyStretches(samples: readonly Sample[]): Steady[] {
  const out: Steady[] = [];
  let from = 0;
  const close = (to: number): void => {
    const part = samples.slice(from, to);
    const settled = part.filter((s) => s.seconds - part[0].seconds >= SETTLE_S);
    if ((part[0]?.throttle ?? 1) > CLOSED && settled.length > 1) {
      const stretch = stretchOf(settled);
      if (stretch.toS - stretch.fromS + SETTLE_S >= SHORTEST_S) out.push(stretch);
    }
    from = to;
  };
  for (let k = 1; k < samples.length; k++)
    if (Math.abs((samples[k].throttle ?? 1) - (samples[from].throttle ?? 1)) > HELD) close(k);
  if (samples.length > 0) close(samples.length);
  return out;
}

function stretchOf(part: readonly Sample[]): Steady {
  const means: Partial<Record<Channel, number>> = {};
  for (const name of CHANNELS) {
    const value = mean(part, (s) => s[name] ?? undefined);
    if (value !== undefined) means[name] = value;
  }
  return {
    fromS: part[0].seconds,
    toS: part[part.length - 1].seconds,
    means,
    flutter: flutterOf(part),
    peakA: max(part, (s) => s.batteryCurrentA ?? undefined) ?? null,
    lowestV: min(part, (s) => s.batteryVoltageV ?? undefined) ?? null
  };
}

/**
 * Relative wavering of the amps from one sample to the next: the deviation of their differences over √2, so that a sag over
 * the whole stretch counts for nothing.
 */
function flutterOf(part: readonly Sample[]): number | null {
  const amps = part.flatMap((s) => s.batteryCurrentA ?? []);
  const about = mean(amps);
  if (amps.length < ENOUGH || !about) return null;
  const steps = amps.slice(1).map((a, k) => a - amps[k]);
  return (deviation(steps) as number) / Math.SQRT2 / about;
}
