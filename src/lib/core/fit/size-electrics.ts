import type { Brief } from '../brief/brief.ts';
import { ESC_SIZES_A } from '../catalogue/esc-sizes.ts';
import { capacitySold, EVERYDAY_C } from '../catalogue/packs.ts';
import { escMarginLimit } from '../checks/esc-current.ts';
import { packMarginLimit } from '../checks/pack-current.ts';
import type { Battery, Esc } from '../document/schema.ts';
import { chosenSchool } from '../document/schools.ts';
import { usableShareBy } from '../train/pack-limits.ts';

/** Schools of the user's margins, by margin. */
export type Schools = Readonly<Record<string, string>> | undefined;

/** Average over full-throttle current by kind of craft: half throttle's worth in the air, most of full afloat. (m) */
const AVERAGE_SHARE = { boat: 0.7, multirotor: 0.3, 'fixed-wing': 0.35 } as const;

/** The smallest ESC on sale whose margin, by the user's school, covers the worst current of one motor, A. */
export function sizedEsc(ampsEach: number, series: number, schools: Schools): Esc {
  const school = chosenSchool('esc-current', schools).id;
  const continuousA =
    ESC_SIZES_A.find((a) => escMarginLimit(school, a, null) >= ampsEach) ??
    ESC_SIZES_A[ESC_SIZES_A.length - 1];
  return { continuousA, minSeries: 1, maxSeries: Math.max(series, 4) };
}

/**
 * A LiPo pack whose margin, by the user's school, covers the worst current and that lasts the wanted time at an average draw.
 * @param escTotalA ratings of all ESCs together, for the school that goes by them
 */
export function sizedPack(
  b: Brief,
  amps: number,
  series: number,
  schools: Schools,
  escTotalA: number | null = null
): Battery {
  const byTime =
    b.targetSeconds == null
      ? 0
      : (AVERAGE_SHARE[b.kind] * amps * b.targetSeconds) / 3600 / usableShareBy(schools);
  const school = chosenSchool('pack-current', schools).id;
  const rating = school === 'esc-rating' ? (escTotalA ?? amps) : amps / packMarginLimit(school, 1, null, 1);
  return {
    chemistry: 'lipo',
    series,
    parallel: 1,
    capacityAh: capacitySold(Math.max(byTime, rating / EVERYDAY_C, 0.1)),
    continuousC: EVERYDAY_C
  };
}
