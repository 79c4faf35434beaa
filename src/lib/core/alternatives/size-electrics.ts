import type { Brief } from '../brief/brief.ts';
import { ESC_SIZES_A } from '../standard-sizes/esc-sizes.ts';
import { C_RATES, capacitySold, COMMON_CAPACITIES_AH, EVERYDAY_C } from '../standard-sizes/packs.ts';
import { escMarginLimit } from '../checks/esc-current.ts';
import { packMarginLimit } from '../checks/pack-current.ts';
import type { Battery, Esc } from '../document/schema.ts';
import { chosenSchool } from '../document/schools.ts';
import { usableShareBy } from '../powertrain/pack-limits.ts';

/** Schools of the user's margins, by margin. */
export type Schools = Readonly<Record<string, string>> | undefined;

/** Largest capacity that a document may have, Ah. */
const MOST_AH = 1000;

/** Average over full-throttle current by kind of craft: half throttle's worth in the air, most of full afloat. (m) */
const AVERAGE_SHARE = { boat: 0.7, multirotor: 0.3, 'fixed-wing': 0.35 } as const;

/**
 * The smallest ESC on sale whose margin, by the user's school, covers the worst current of one motor, A.
 * @param sizes those that are looked at
 */
export function sizedEsc(
  ampsEach: number,
  series: number,
  schools: Schools,
  sizes: readonly number[] = ESC_SIZES_A
): Esc {
  const school = chosenSchool('esc-current', schools).id;
  const continuousA =
    sizes.find((a) => escMarginLimit(school, a, null) >= ampsEach) ?? sizes[sizes.length - 1];
  return { continuousA, minSeries: 1, maxSeries: Math.max(series, 4) };
}

/** Capacity for the wanted time at an average draw, Ah; by a rough share of the full-throttle current. */
const hoursAh = (b: Brief, amps: number, schools: Schools): number =>
  (AVERAGE_SHARE[b.kind] * amps * (b.targetSeconds ?? 0)) / 3600 / usableShareBy(schools);

/** Amps that a pack must be rated for by the user's school, A. */
function packRatingA(amps: number, schools: Schools, escTotalA: number | null): number {
  const school = chosenSchool('pack-current', schools).id;
  return school === 'esc-rating' ? (escTotalA ?? amps) : amps / packMarginLimit(school, 1, null, 1);
}

/** A pack may last from so much less to so much more than a rough reckoning of the wanted time says. (m) */
const PACKS_FROM = 0.5;
const PACKS_TO = 4;
/** C that packs of a capacity are commonly sold with at most: small ones for sport, large ones for time. Common practice, no source. */
const mostC = (ah: number): number => (ah <= 2.2 ? 120 : ah <= 6 ? 60 : 30);

/** LiPo packs of common capacities that carry the worst current, round what the wanted time asks; each with the C that it needs. */
export function packsToTry(
  b: Brief,
  amps: number,
  series: number,
  schools: Schools,
  escTotalA: number | null = null
): Battery[] {
  const sized = sizedPack(b, amps, series, schools, escTotalA);
  const rating = packRatingA(amps, schools, escTotalA);
  const wanted = b.targetSeconds == null ? sized.capacityAh : hoursAh(b, amps, schools);
  const packs = COMMON_CAPACITIES_AH.filter(
    (ah) => ah >= PACKS_FROM * wanted && ah <= PACKS_TO * wanted
  ).flatMap((capacityAh): Battery[] => {
    const c = C_RATES.find((rate) => rate >= EVERYDAY_C && rate * capacityAh >= 0.999 * rating);
    return c === undefined || c > mostC(capacityAh) ? [] : [{ ...sized, capacityAh, continuousC: c }];
  });
  return packs.length > 0 ? packs : [sized];
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
  const byTime = b.targetSeconds == null ? 0 : hoursAh(b, amps, schools);
  const rating = packRatingA(amps, schools, escTotalA);
  return {
    chemistry: 'lipo',
    series,
    parallel: 1,
    capacityAh: Math.min(capacitySold(Math.max(byTime, rating / EVERYDAY_C, 0.1)), MOST_AH),
    continuousC: EVERYDAY_C
  };
}
