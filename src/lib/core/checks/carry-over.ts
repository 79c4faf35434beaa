import type { Band } from '../powertrain/bands.ts';
import type { PredictedPoint } from '../powertrain/predicted.ts';
import type { CheckResult } from './finding.ts';
import { findingOf, sentenceOf, shortOf } from './check.ts';

/**
 * Findings worked out without bands, each with the band that it had before, moved and scaled with its value. A band takes
 * longer than a value: until it is there, the one of before is the best there is to say, and nothing looks surer than it is.
 * @param now findings without bands; @param before the same setup a moment ago, with bands
 */
export function carriedOver(now: readonly CheckResult[], before: readonly CheckResult[]): CheckResult[] {
  const then = new Map(before.map((r) => [r.id, r]));
  return now.map((r) => {
    const was = then.get(r.id);
    if (!was?.band || r.band || was.value === null || r.value === null || was.direction !== r.direction)
      return r;
    const by = was.value === 0 ? 1 : r.value / was.value;
    const { value } = r;
    const [low, high] = was.band.map((edge) => value + (edge - (was.value as number)) * by);
    const compared = {
      value,
      band: [low, high] as [number, number],
      rating: r.limit,
      direction: r.direction
    };
    const { finding, reason } = findingOf(compared, r.marginLimit);
    return {
      ...r,
      band: compared.band,
      finding,
      reason,
      short: reason === 'missing' ? r.short : shortOf(compared, r.unit),
      sentence:
        reason === 'missing'
          ? r.sentence
          : sentenceOf({ ...compared, working: () => '' }, r.unit, reason, r.marginLimit)
    };
  });
}

/**
 * A point without bands with those that it had before, scaled with its values, until its own are there.
 * @param now the point without bands; @param before the same point a moment ago
 */
export function bandsCarriedOver(now: PredictedPoint, before: PredictedPoint | undefined): PredictedPoint {
  if (now.band || !before?.band) return now;
  const scaled = (key: keyof NonNullable<PredictedPoint['band']>): Band => {
    const [low, high] = (before.band as NonNullable<PredictedPoint['band']>)[key];
    const [was, is] = [before[key] as number, now[key] as number];
    return was === 0 ? [low, high] : [(low * is) / was, (high * is) / was];
  };
  const keys = Object.keys(before.band) as (keyof NonNullable<PredictedPoint['band']>)[];
  return {
    ...now,
    band: Object.fromEntries(keys.map((key) => [key, scaled(key)])) as PredictedPoint['band']
  };
}
