import { spectrumOf, type Spectrum } from './spectrum.ts';

/** What the ear is told beside the sound. */
interface EarOrder {
  /** Blades of the propulsor. */
  readonly blades: number;
  /** Rpm without load, KV × volts, where that is known: what is heard must lie below it. */
  readonly unloadedRpm?: number | null;
}

/** One rpm that the sound may be of. */
interface EarCandidate {
  readonly rpm: number;
  /** How much of its harmonics is there and of what lies between them is not, dB in all. */
  readonly score: number;
  /** Whether it lies between half and all of KV × volts; null where those are not known. */
  readonly fits: boolean | null;
}

/** What was heard. */
export interface RpmByEar {
  /** The likeliest rpm; null where nothing stands out of the noise. */
  readonly rpm: number | null;
  /** Whether nothing else is nearly as likely. */
  readonly sure: boolean;
  /** How far the next candidate falls behind, 0..1. */
  readonly confidence: number;
  readonly candidates: readonly EarCandidate[];
  readonly bladePassHz: number | null;
}

/** Rpm that are listened for. */
const RANGE: readonly [number, number] = [1500, 60_000];
/** Harmonics of the blade-passing frequency that are looked at, and the highest frequency a microphone gives, Hz. */
const HARMONICS = 6;
const HIGHEST_HZ = 16_000;
/** A tone counts no more than this, dB: one loud hum may not make a propeller. */
const MOST_DB = 32;
/** Below it a bin is noise: averaged noise reaches so far by chance. */
const LEAST_DB = 7;
/** Step of the frequencies that are tried, relative; a tone is looked for so far on either side. */
const STEP = 0.002;
/** What lies half-way between harmonics speaks against a candidate: it is then twice too high. */
const BETWEEN = 1;
/** The same where a shaft of two blades hums. */
const SHAFT = 0.25;
/** A candidate below so many dB in all, or one whose next is nearer than this share, is not sure. */
const SURE_DB = 32;
const SURE_SHARE = 0.2;
/** Loaded rpm over KV × volts: from half, heavily loaded or at part throttle, to all of it. Common practice, no source. */
const LOADED: readonly [number, number] = [0.5, 1.02];

/** Loudest decibels near a frequency, and where. */
function toneAt({ binHz, overFloorDb }: Spectrum, hz: number, within: number): { db: number; hz: number } {
  const from = Math.max(Math.floor((hz * (1 - within)) / binHz), 1);
  const to = Math.min(Math.ceil((hz * (1 + within)) / binHz), overFloorDb.length - 2);
  let at = from;
  for (let k = from; k <= to; k++) if (overFloorDb[k] > overFloorDb[at]) at = k;
  if (to < from) return { db: 0, hz };
  // vertex of the parabola through the three bins of a Hann window's peak
  const [a, b, c] = [overFloorDb[at - 1], overFloorDb[at], overFloorDb[at + 1]];
  const bend = a - 2 * b + c;
  const shift = bend < 0 ? Math.min(Math.max((0.5 * (a - c)) / bend, -0.5), 0.5) : 0;
  return { db: b < LEAST_DB ? 0 : Math.min(b - LEAST_DB, MOST_DB), hz: (at + shift) * binHz };
}

/**
 * How well a blade-passing frequency explains a sound. An unbalanced shaft hums at its own turns, which of two blades are just
 * half of the blade-passing frequency: that one place speaks little against it.
 */
function scoreOf(s: Spectrum, hz: number, blades: number): number {
  let score = 0;
  for (let k = 1; k <= HARMONICS && k * hz < HIGHEST_HZ; k++) {
    // a harmonic may be missing; the lower ones say more
    const weight = 1 / Math.sqrt(k);
    const against = k === 1 && blades === 2 ? SHAFT : BETWEEN;
    score += weight * toneAt(s, k * hz, STEP).db;
    score -= against * weight * toneAt(s, (k - 0.5) * hz, STEP).db;
  }
  return score;
}

/** Whether two neighbouring harmonics are there: chance tones are seldom neighbours. */
function hasNeighbours(s: Spectrum, hz: number): boolean {
  const there = Array.from({ length: HARMONICS }, (_, k) => toneAt(s, (k + 1) * hz, STEP).db > 0);
  return there.some((is, k) => is && there[k + 1] === true);
}

/** The frequency that its harmonics agree on: least squares over their peaks, the stronger and higher ones counting more. */
function refined(s: Spectrum, hz: number): number {
  let sum = 0;
  let weights = 0;
  for (let k = 1; k <= HARMONICS && k * hz < HIGHEST_HZ; k++) {
    const tone = toneAt(s, k * hz, 2 * STEP);
    sum += tone.db * k * tone.hz;
    weights += tone.db * k * k;
  }
  return weights > 0 ? sum / weights : hz;
}

/**
 * Rpm of a propulsor by its sound: blades pass n·B/60 times a second, and the sound is made of that frequency and its multiples.
 * Each frequency in range is scored by how far its harmonics stand out of the noise, less what stands half-way between them,
 * which halves and doubles would leave unexplained. Where another candidate is nearly as good, it says that it is not sure:
 * KV × volts then tells which of them can be.
 * @param samples mono, −1..1; a second or two of steady sound @param rateHz from 16 kHz up
 */
export function rpmByEar(
  samples: ArrayLike<number>,
  rateHz: number,
  { blades, unloadedRpm = null }: EarOrder
): RpmByEar {
  const s = spectrumOf(samples, rateHz);
  const [lowHz, highHz] = RANGE.map((rpm) => (rpm * blades) / 60);
  const tried: { hz: number; score: number }[] = [];
  for (let hz = lowHz; hz <= Math.min(highHz, 0.45 * rateHz); hz *= 1 + STEP)
    tried.push({ hz, score: scoreOf(s, hz, blades) });
  const best: { hz: number; score: number }[] = [];
  for (const t of tried.toSorted((a, b) => b.score - a.score)) {
    if (best.length === 4 || !(t.score > 0)) break;
    if (best.every((b) => Math.abs(Math.log(b.hz / t.hz)) > 6 * STEP)) best.push(t);
  }
  const fitsOf = (rpm: number): boolean | null =>
    unloadedRpm === null ? null : rpm >= LOADED[0] * unloadedRpm && rpm <= LOADED[1] * unloadedRpm;
  const candidates = best.map(({ hz, score }): EarCandidate => {
    const rpm = (60 * refined(s, hz)) / blades;
    return { rpm, score, fits: fitsOf(rpm) };
  });
  const [first] = candidates;
  if (!first) return { rpm: null, sure: false, confidence: 0, candidates: [], bladePassHz: null };
  // where KV and volts are known, what cannot be does not compete
  const possible = candidates.filter((c) => c.fits !== false);
  const chosen = possible[0] ?? first;
  const rivals = (possible.length > 0 ? possible : candidates).filter((c) => c !== chosen);
  const confidence = 1 - Math.max(rivals[0]?.score ?? 0, 0) / chosen.score;
  return {
    rpm: chosen.rpm,
    sure: chosen.score >= SURE_DB && confidence >= SURE_SHARE && hasNeighbours(s, (chosen.rpm * blades) / 60),
    confidence,
    candidates,
    bladePassHz: (chosen.rpm * blades) / 60
  };
}
