import { mean } from 'd3-array';
import type { TrackMoment } from './gpx.ts';

/** A stretch of a track that was gone straight at one speed. */
export interface SteadySpeed {
  readonly fromS: number;
  readonly toS: number;
  readonly speedMs: number;
  readonly headingDeg: number;
}

/** A speed that stays within this share, or this much, of its mean is held; a way that turns by less is straight. */
const HELD_SHARE = 0.07;
const HELD_MS = 0.5;
const STRAIGHT_DEG = 25;
/** Shortest stretch, s, and slowest that counts, m/s: drifting is no run. */
const SHORTEST_S = 3;
const SLOWEST_MS = 1;
/** Stretches that are told. */
const MOST = 12;

/** Angle between two ways, degrees. */
const between = (a: number, b: number): number => Math.abs(((a - b + 540) % 360) - 180);

/** The steady stretches of a track, the fastest first. */
export function steadySpeeds(moments: readonly TrackMoment[]): SteadySpeed[] {
  const found: SteadySpeed[] = [];
  let from = 0;
  let sum = 0;
  const close = (to: number): void => {
    const part = moments.slice(from, to);
    const last = part[part.length - 1];
    if (part.length > 1 && last.seconds - part[0].seconds >= SHORTEST_S) {
      const speedMs = mean(part, (m) => m.speedMs) as number;
      if (speedMs >= SLOWEST_MS)
        found.push({
          fromS: part[0].seconds,
          toS: last.seconds,
          speedMs,
          headingDeg: part[part.length >> 1].headingDeg
        });
    }
    from = to;
    sum = 0;
  };
  moments.forEach((m, k) => {
    const about = k > from ? sum / (k - from) : m.speedMs;
    const holds =
      Math.abs(m.speedMs - about) <= Math.max(HELD_SHARE * about, HELD_MS) &&
      between(m.headingDeg, moments[from].headingDeg) <= STRAIGHT_DEG;
    if (!holds) close(k);
    sum += m.speedMs;
  });
  close(moments.length);
  return found.toSorted((a, b) => b.speedMs - a.speedMs).slice(0, MOST);
}

/** How far apart two ways are that count as there and back, degrees. */
const OPPOSITE_DEG = 150;

/**
 * The fastest stretch and the fastest one the other way: their mean is the speed through air or water, whatever wind or
 * stream there was along the way. Null where the track went one way only.
 */
export function thereAndBack(
  stretches: readonly SteadySpeed[]
): { there: SteadySpeed; back: SteadySpeed; speedMs: number } | null {
  const [there] = stretches;
  const back = there && stretches.find((s) => between(s.headingDeg, there.headingDeg) >= OPPOSITE_DEG);
  return back ? { there, back, speedMs: (there.speedMs + back.speedMs) / 2 } : null;
}
