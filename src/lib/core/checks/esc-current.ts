import { ESC_SIZES_A } from '../standard-sizes/esc-sizes.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { cells, largerEscs } from './candidates.ts';
import { check, withBand } from './check.ts';
import { perUnit, propulsorWord } from './per-unit.ts';

/** Margin limit of an ESC rating under a school; `recommendedA` is what the motor's maker recommends, if known. */
export function escMarginLimit(school: string, ratingA: number, recommendedA: number | null): number {
  switch (school) {
    case 'next-size':
      return ratingA / 1.05;
    case '+5A':
      return ratingA - 5;
    case 'one-above': {
      const maker = recommendedA ?? ratingA;
      const size = ESC_SIZES_A.find((s) => s >= maker) ?? maker;
      const above = ESC_SIZES_A.find((s) => s > size) ?? size;
      return ratingA >= above ? ratingA : (ratingA * size) / above;
    }
    default:
      return ratingA / 1.25;
  }
}

/** Share of the continuous rating up to which ordinary use may warm an ESC for bursts to count as bursts. (m) */
const BURSTS_UP_TO = 0.6;

/** Whether full throttle counts as bursts where ordinary use warms an ESC as a steady current would. */
export const areBursts = (rmsA: number, continuousA: number): boolean => rmsA <= BURSTS_UP_TO * continuousA;

/**
 * Amps through one ESC that warm it as ordinary use does, where full throttle comes in spells of seconds between long
 * gentler ones and the ESC has a burst rating: then that rating counts. Null for craft that hold full throttle.
 */
function burstUse(s: SetupAnalysis): { rmsA: number; spellS: number; burstA: number } | null {
  const { craft, esc } = s.setup;
  if (craft.kind !== 'multirotor' || esc?.continuousA == null || esc.burstA == null) return null;
  const m = s.powertrain;
  const { drawn } = s;
  if (!drawn) return null;
  const rmsA = (drawn.rmsCurrentA - m.auxiliaryCurrentA) / m.count;
  return areBursts(rmsA, esc.continuousA) ? { rmsA, spellS: s.use.spellS, burstA: esc.burstA } : null;
}

/** Rating that the worst-case current may not pass: the continuous one, or the burst rating where full throttle is bursts. */
export function escRatingThatCounts(s: SetupAnalysis): number | null {
  const rating = s.setup.esc?.continuousA ?? null;
  const bursts = rating === null ? null : burstUse(s);
  return bursts ? Math.max(bursts.burstA, rating as number) : rating;
}

/**
 * Rating of one ESC against the worst-case current through it: the continuous one; where full throttle comes in spells of
 * seconds, the burst rating is what may not be passed and the margin is kept on the continuous one.
 */
export const escCurrent = check({
  id: 'esc-current',
  title: 'ESC current',
  part: 'esc',
  unit: 'A',
  rail: 'esc',
  wish: (s) => `a larger ESC or a smaller ${propulsorWord(s)}`,
  gives: ['room'],
  urgency: 4,
  candidates: (s) => [lighterPropulsors(s), largerEscs(s), cells(s, 'fewer', 1)],
  judge: (s) => {
    const { value, band } = perUnit(s, 'esc');
    const rating = s.setup.esc?.continuousA;
    const bursts = burstUse(s);
    return {
      value,
      band,
      rating: escRatingThatCounts(s),
      missing: 'the ESC’s continuous rating',
      margin: 'esc-current',
      limitOf: (id) => escMarginLimit(id, rating as number, s.setup.motor.maxCurrentA ?? null),
      working: () =>
        `Full throttle, standing, full pack: ${withBand(value, 'A', band)} through ${s.powertrain.count === 1 ? 'the ESC' : (s.setup.esc?.channels ?? 1) > 1 ? `each of ${s.powertrain.count} outputs, ${showUnit(value * s.powertrain.count, 'A')} together` : `each of ${s.powertrain.count} ESCs`}. Rating ${rating == null ? 'not given' : `${showUnit(rating, 'A')}${(s.setup.esc?.channels ?? 1) > 1 ? ` each, ${showUnit(rating * s.powertrain.count, 'A')} together` : ''}`}.${bursts ? ` Full throttle comes in spells of ${bursts.spellS} s here, and ordinary use warms the ESC as a steady ${showUnit(bursts.rmsA, 'A')} would: the burst rating of ${showUnit(bursts.burstA, 'A')} counts, the margin is kept on the continuous one.` : ''}`
    };
  }
});
