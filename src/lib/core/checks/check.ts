import type { Band } from '../train/bands.ts';
import type { Situation } from '../situation/situation.ts';
import type { Ladder } from './ladders.ts';
import type { CheckResult, Finding, PartName } from './finding.ts';
import { show, showUnit } from '../units/show.ts';
import { chosenSchool, MARGINS, type MarginName } from './schools.ts';

/** A check: says nothing (null) where it does not apply. */
export interface Check {
  readonly id: string;
  readonly run: (s: Situation) => CheckResult | null;
  /** Changes that may mend it, nearest first in each ladder; without them it cannot be mended by other parts. */
  readonly ladders?: (s: Situation) => Ladder[];
}

interface Judged {
  id: string;
  title: string;
  part: PartName;
  unit: string;
  direction?: 'below' | 'above';
  value: number;
  band?: Band | null;
  /** What part or nature allows. Null or undefined: unknown, with `missing` naming the figure. */
  rating: number | null | undefined;
  missing?: string;
  /** Margin with its schools: the limit each sets. */
  margin?: MarginName;
  limitOf?: (school: string) => number;
  /** A fixed margin limit where there are no schools. */
  marginLimit?: number;
  working: string;
  digits?: number;
}

/** Whether `value` keeps to `limit` in the given direction. */
const keeps = (value: number, limit: number, direction: 'below' | 'above'): boolean =>
  direction === 'below' ? value <= limit * (1 + 1e-9) : value >= limit * (1 - 1e-9);

function findingOf(
  j: Judged,
  marginLimit: number | null
): { finding: Finding; reason: CheckResult['reason'] } {
  const direction = j.direction ?? 'below';
  if (j.rating == null) return { finding: 'unknown', reason: 'missing' };
  if (!keeps(j.value, j.rating, direction)) return { finding: 'over', reason: 'rating' };
  if (marginLimit !== null && !keeps(j.value, marginLimit, direction))
    return { finding: 'tight', reason: 'margin' };
  const unfavourable = j.band ? (direction === 'below' ? j.band[1] : j.band[0]) : j.value;
  if (!keeps(unfavourable, j.rating, direction)) return { finding: 'tight', reason: 'band' };
  return { finding: 'holds', reason: null };
}

/** Compares a prediction with its rating and the school's margin limit, and says so in words. */
export function judge(j: Judged, schools: Record<string, string> | undefined): CheckResult {
  const direction = j.direction ?? 'below';
  const school = j.margin ? chosenSchool(j.margin, schools) : null;
  const marginOf = (id: string): number | null => (j.rating == null || !j.limitOf ? null : j.limitOf(id));
  const marginLimit = school ? marginOf(school.id) : (j.marginLimit ?? null);
  const { finding, reason } = findingOf(j, marginLimit);
  const value = showUnit(j.value, j.unit, j.digits);
  const past = direction === 'below' ? 'above' : 'below';
  let sentence: string;
  if (j.rating == null) sentence = `${value}; no limit known: ${j.missing ?? 'a figure is missing'}`;
  else {
    const limit = showUnit(j.rating, j.unit, j.digits);
    sentence =
      reason === 'rating'
        ? `${value}, ${past} the limit of ${limit}`
        : reason === 'margin'
          ? `${value} of ${limit}; the margin ends at ${showUnit(marginLimit as number, j.unit, j.digits)}`
          : reason === 'band'
            ? `${value} of ${limit}; the band reaches ${showUnit((j.band as Band)[direction === 'below' ? 1 : 0], j.unit, j.digits)}`
            : `${value} of ${limit}`;
  }
  const otherSchools =
    j.margin && j.rating != null
      ? MARGINS[j.margin].schools
          .filter((s) => s.id !== school?.id)
          .map((s) => {
            const other = findingOf(j, marginOf(s.id));
            return {
              school: s.title,
              finding: other.finding,
              sentence: `${other.finding} by ${s.title} (up to ${showUnit(marginOf(s.id) as number, j.unit, j.digits)})`
            };
          })
          .filter((s) => s.finding !== finding)
      : [];
  return {
    id: j.id,
    title: j.title,
    part: j.part,
    finding,
    reason,
    value: j.value,
    band: j.band ?? null,
    limit: j.rating ?? null,
    marginLimit,
    direction,
    unit: j.unit,
    headroom:
      j.rating == null
        ? null
        : direction === 'below'
          ? j.rating === 0
            ? null
            : 1 - j.value / j.rating
          : j.rating === 0
            ? null
            : j.value / j.rating - 1,
    sentence,
    working: j.working,
    school: school ? school.title : null,
    otherSchools,
    remedy: null,
    remedies: []
  };
}

/** A check that cannot be made because a figure is missing and no prediction can be shown either. */
export function unknown(
  id: string,
  title: string,
  part: PartName,
  unit: string,
  missing: string
): CheckResult {
  return {
    id,
    title,
    part,
    finding: 'unknown',
    reason: 'missing',
    value: null,
    band: null,
    limit: null,
    marginLimit: null,
    direction: 'below',
    unit,
    headroom: null,
    sentence: missing,
    working: missing,
    school: null,
    otherSchools: [],
    remedy: null,
    remedies: []
  };
}

/** "12.3 A (10.1 to 14.9)": a predicted value with its band, for workings. */
export const withBand = (value: number, unit: string, band: Band | null | undefined): string =>
  band ? `${showUnit(value, unit)} (${show(band[0])} to ${show(band[1])})` : showUnit(value, unit);

/** Whether the document says that a figure it leaves empty may be estimated. */
export const mayEstimate = (c: Situation, path: string): boolean =>
  (c.i.setup.sources as Record<string, string> | undefined)?.[path] === 'estimated';
