import FFT from 'fft.js';
import { quantileSorted } from 'd3-array';

/** Power of a sound by frequency, over its own noise floor. */
export interface Spectrum {
  /** Width of a bin, Hz. */
  readonly binHz: number;
  /** Decibels over the floor, bin by bin from 0 Hz; the floor itself is 0. */
  readonly overFloorDb: Float64Array;
}

/** Longest window, samples: 0.7 s at 48 kHz, so that a bin is 1.5 Hz wide. */
const LONGEST_WINDOW = 32768;
/** Bins on either side from which the floor under a bin is told. */
const FLOOR_BINS = 120;

/**
 * Averaged power spectrum of a sound (Welch 1967: Hann windows that overlap by half), each bin over the median of those round
 * it: tones stand out of whatever noise there is, coloured or not.
 * @param samples −1..1, mono @param rateHz of the samples
 * @throws RangeError for less than a tenth of a second
 */
export function spectrumOf(samples: ArrayLike<number>, rateHz: number): Spectrum {
  if (!(rateHz > 0) || samples.length < rateHz / 10)
    throw new RangeError(
      `spectrumOf: ${samples.length} samples at ${rateHz} Hz are less than a tenth of a second`
    );
  const size = Math.min(LONGEST_WINDOW, 2 ** Math.floor(Math.log2(samples.length)));
  const fft = new FFT(size);
  const hann = Float64Array.from({ length: size }, (_, k) => 0.5 - 0.5 * Math.cos((2 * Math.PI * k) / size));
  const power = new Float64Array(size / 2);
  const windowed = new Array<number>(size).fill(0);
  const out = fft.createComplexArray() as number[];
  for (let from = 0; from + size <= samples.length; from += size / 2) {
    for (let k = 0; k < size; k++) windowed[k] = hann[k] * samples[from + k];
    fft.realTransform(out, windowed);
    for (let k = 0; k < size / 2; k++) power[k] += out[2 * k] ** 2 + out[2 * k + 1] ** 2;
  }
  return { binHz: rateHz / size, overFloorDb: overFloor(power) };
}

/** Decibels of each bin over the median of the bins round it. */
function overFloor(power: Float64Array): Float64Array {
  const n = power.length;
  const step = FLOOR_BINS / 2;
  // the floor changes slowly: told at every half width and carried straight between
  const floors: number[] = [];
  for (let at = 0; at < n + step; at += step) {
    const round = power.slice(Math.max(at - FLOOR_BINS, 0), Math.min(at + FLOOR_BINS, n)).sort();
    floors.push(Math.max(quantileSorted(Array.from(round), 0.5) ?? 0, 1e-30));
  }
  return power.map((p, k) => {
    const i = Math.floor(k / step);
    const share = k / step - i;
    const floor = floors[i] * (1 - share) + (floors[i + 1] ?? floors[i]) * share;
    return 10 * Math.log10(Math.max(p, 1e-30) / floor);
  });
}
