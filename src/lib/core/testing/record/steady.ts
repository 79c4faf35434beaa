import { RECORDED_CHANNELS, type RecordedChannel } from '../../registry/channels.ts';
import { type Sample } from './sample.ts';

/** A stretch of a run at one throttle: what was read on average, how much it wavered, and the peaks. */
export interface Steady {
  readonly fromS: number;
  readonly toS: number;
  readonly means: Readonly<Partial<Record<RecordedChannel, number>>>;
  /** Relative standard deviation of the amps within the stretch; null where they were not read often enough. */
  readonly flutter: number | null;
  readonly peakA: number | null;
  readonly lowestV: number | null;
  /** Whether the speed neither rose nor fell; null where it was not read. */
  readonly speedSteady: boolean | null;
}

/** A throttle that moves less than this is held. */
const HELD = 0.015;
/** Amps that move less than this share, or this much, are held, where no throttle was read. */
const HELD_SHARE = 0.06;
const HELD_A = 0.3;
/** What spins up after a step is left out, and shorter stretches are none, s. */
const SETTLE_S = 0.8;
const SHORTEST_S = 1;
/** Samples from which a wavering can be told. */
const ENOUGH = 8;
/** Share of its mean by which a speed that is held may rise or fall in a stretch. */
const SPEED_DRIFT = 0.05;
/** A closed throttle tells nothing of the powertrain; nor do amps below this. */
const CLOSED = 0.03;
const CLOSED_A = 0.5;

/** Sums of a stretch while it goes on: nothing of it is held but these. */
class Sums {
  readonly startS: number;
  /** The throttle it began with; NaN where none was read. */
  readonly throttle: number;
  #fromS = NaN;
  #toS = NaN;
  #settled = 0;
  readonly #sum: Record<RecordedChannel, number> = {} as Record<RecordedChannel, number>;
  readonly #count: Record<RecordedChannel, number> = {} as Record<RecordedChannel, number>;
  #peakA = -Infinity;
  #lowestV = Infinity;
  #lastA = NaN;
  #steps = 0;
  #stepMean = 0;
  #stepSquares = 0;
  /** Of time and speed: count, means, and sums of squares and products about them. */
  #speeds = 0;
  #meanT = 0;
  #meanV = 0;
  #squaresT = 0;
  #products = 0;

  constructor(first: Sample) {
    this.startS = first.seconds;
    this.throttle = first.throttle ?? NaN;
    for (const c of RECORDED_CHANNELS) this.#sum[c] = this.#count[c] = 0;
  }

  /** Amps on average so far; NaN before any. */
  get meanA(): number {
    return this.#sum.batteryCurrentA / this.#count.batteryCurrentA;
  }

  add(s: Sample): void {
    if (s.seconds - this.startS < SETTLE_S) return;
    if (this.#settled++ === 0) this.#fromS = s.seconds;
    this.#toS = s.seconds;
    for (const c of RECORDED_CHANNELS) {
      const v = s[c];
      if (v == null) continue;
      this.#sum[c] += v;
      this.#count[c]++;
    }
    if (s.batteryVoltageV != null) this.#lowestV = Math.min(this.#lowestV, s.batteryVoltageV);
    if (s.speedMs != null) {
      const awayT = s.seconds - this.#meanT;
      this.#meanT += awayT / ++this.#speeds;
      this.#meanV += (s.speedMs - this.#meanV) / this.#speeds;
      this.#squaresT += awayT * (s.seconds - this.#meanT);
      this.#products += awayT * (s.speedMs - this.#meanV);
    }
    const amps = s.batteryCurrentA;
    if (amps == null) return;
    this.#peakA = Math.max(this.#peakA, amps);
    if (!Number.isNaN(this.#lastA)) {
      // Welford's running variance of the steps from one sample to the next
      const step = amps - this.#lastA;
      const away = step - this.#stepMean;
      this.#stepMean += away / ++this.#steps;
      this.#stepSquares += away * (step - this.#stepMean);
    }
    this.#lastA = amps;
  }

  /**
   * Relative wavering of the amps from one sample to the next: the deviation of their differences over √2, so that a sag
   * over the whole stretch counts for nothing.
   */
  #flutter(): number | null {
    const about = this.meanA;
    if (this.#count.batteryCurrentA < ENOUGH || !about) return null;
    return Math.sqrt(this.#stepSquares / (this.#steps - 1)) / Math.SQRT2 / about;
  }

  /** Whether the straight line through the speeds is level enough. */
  #speedSteady(): boolean | null {
    if (this.#speeds < 2 || this.#squaresT === 0) return null;
    const drift = (this.#products / this.#squaresT) * (this.#toS - this.#fromS);
    return Math.abs(drift) <= SPEED_DRIFT * Math.abs(this.#meanV);
  }

  /** The stretch; null where it was too short or told nothing. */
  stretch(): Steady | null {
    if (this.#settled < 2 || this.#toS - this.#fromS + SETTLE_S < SHORTEST_S) return null;
    const byAmps = Number.isNaN(this.throttle);
    if (byAmps ? !(this.meanA > CLOSED_A) : this.throttle <= CLOSED) return null;
    const means: Partial<Record<RecordedChannel, number>> = {};
    for (const c of RECORDED_CHANNELS) if (this.#count[c] > 0) means[c] = this.#sum[c] / this.#count[c];
    return {
      fromS: this.#fromS,
      toS: this.#toS,
      means,
      flutter: this.#flutter(),
      speedSteady: this.#speedSteady(),
      peakA: this.#peakA === -Infinity ? null : this.#peakA,
      lowestV: this.#lowestV === Infinity ? null : this.#lowestV
    };
  }
}

/**
 * Finds the steady stretches of a run while it is read: where the throttle was held for longer than a second, without the
 * first moments in which everything spins up. Where no throttle was read, where the amps stayed. Slow changes inside a
 * stretch (sag, warming) are taken out before the wavering is told.
 */
export class SteadyFinder {
  readonly #found: Steady[] = [];
  #sums: Sums | null = null;

  #isHeld(sums: Sums, s: Sample): boolean {
    if (!Number.isNaN(sums.throttle) || s.throttle != null)
      return Math.abs((s.throttle ?? 1) - (Number.isNaN(sums.throttle) ? 1 : sums.throttle)) <= HELD;
    if (s.batteryCurrentA == null) return true;
    const about = sums.meanA;
    return (
      Number.isNaN(about) ||
      Math.abs(s.batteryCurrentA - about) <= Math.max(HELD_SHARE * Math.abs(about), HELD_A)
    );
  }

  push(s: Sample): void {
    if (this.#sums && !this.#isHeld(this.#sums, s)) this.#close();
    this.#sums ??= new Sums(s);
    this.#sums.add(s);
  }

  #close(): void {
    const stretch = this.#sums?.stretch();
    if (stretch) this.#found.push(stretch);
    this.#sums = null;
  }

  /** Everything that was found; nothing more is pushed afterwards. */
  end(): Steady[] {
    this.#close();
    return this.#found;
  }
}

/** The steady stretches of a whole run. */
export function steadyStretches(samples: readonly Sample[]): Steady[] {
  const finder = new SteadyFinder();
  for (const s of samples) finder.push(s);
  return finder.end();
}
