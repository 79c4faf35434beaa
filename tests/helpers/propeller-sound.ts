import { normalFrom, seededRandom } from '../../src/lib/core/numeric/random.ts';

/** A propeller's sound made up. */
export interface Sounding {
  readonly rpm: number;
  readonly blades: number;
  readonly seed: number;
  /** Power of the noise over that of all tones, dB. */
  readonly noiseDb?: number;
  /** Harmonic that is missing, from 1; none where it is 0. */
  readonly missing?: number;
  readonly seconds?: number;
  readonly rateHz?: number;
}

/** Blade-passing tones with harmonics that fall off, a weak shaft order, and white noise; −1..1. */
export function propellerSound({
  rpm,
  blades,
  seed,
  noiseDb = -10,
  missing = 0,
  seconds = 1.5,
  rateHz = 48_000
}: Sounding): Float32Array {
  const random = seededRandom(seed);
  const base = (rpm * blades) / 60;
  const fall = 0.5 + 0.5 * random();
  const tones = Array.from({ length: 8 }, (_, k) => ({
    hz: (k + 1) * base,
    amplitude: k + 1 === missing ? 0 : (0.6 + 0.8 * random()) / (k + 1) ** fall,
    phase: 2 * Math.PI * random()
  })).filter((t) => t.hz < 0.45 * rateHz);
  tones.push({ hz: rpm / 60, amplitude: 0.05 * random(), phase: 0 });
  const power = tones.reduce((sum, t) => sum + t.amplitude ** 2 / 2, 0);
  const noise = Math.sqrt(power * 10 ** (noiseDb / 10));
  const loudest = 4 * Math.sqrt(power + noise ** 2);
  return Float32Array.from({ length: Math.round(seconds * rateHz) }, (_, k) => {
    const t = k / rateHz;
    let value = noise * normalFrom(random);
    for (const { hz, amplitude, phase } of tones) value += amplitude * Math.sin(2 * Math.PI * hz * t + phase);
    return value / loudest;
  });
}

/** Samples as a WAV file of 16 bits, one channel (RIFF, PCM). */
export function wavOf(samples: Float32Array, rateHz: number): Buffer {
  const out = Buffer.alloc(44 + 2 * samples.length);
  out.write('RIFF', 0);
  out.writeUInt32LE(36 + 2 * samples.length, 4);
  out.write('WAVEfmt ', 8);
  out.writeUInt32LE(16, 16);
  out.writeUInt16LE(1, 20);
  out.writeUInt16LE(1, 22);
  out.writeUInt32LE(rateHz, 24);
  out.writeUInt32LE(2 * rateHz, 28);
  out.writeUInt16LE(2, 32);
  out.writeUInt16LE(16, 34);
  out.write('data', 36);
  out.writeUInt32LE(2 * samples.length, 40);
  samples.forEach((v, k) => out.writeInt16LE(Math.round(32_767 * Math.min(Math.max(v, -1), 1)), 44 + 2 * k));
  return out;
}
