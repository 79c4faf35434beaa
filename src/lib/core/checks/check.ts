import type { PartName } from '../registry/parts.ts';
import { chosenSchool, type MarginName, MARGINS } from '../document/schools.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import { bandedUnit } from '../units/banded.ts';
import { show, showRound, showUnit } from '../units/show.ts';
import type { Ladder } from './candidates.ts';
import type { CheckResult, Finding, CheckOutcome } from './finding.ts';

/** What a wish rests on beside the parts. */
export type Give = 'room' | 'weight' | 'time' | 'speed' | 'leads';

/** One limit compared with one prediction: all that the program knows of a check, in one place. */
export interface Check<Id extends string = string> {
  readonly id: Id;
  readonly title: string;
  readonly part: PartName;
  readonly unit: string;
  /** Part under which its headroom is drawn as a rail; none where it is left out. */
  readonly rail?: PartName;
  /** What a craft waits for while it fails: "waits for …". */
  readonly wish: string | ((s: SetupAnalysis) => string);
  /** What is wished first where several fail: the lower the sooner. Last where it is left out. */
  readonly urgency?: number;
  /** What would have to give where no part meets its limit. */
  readonly gives?: readonly Give[];
  /** Whether it follows a run or a flight through: judged last, as most changes fail at something quicker. */
  readonly slow?: true;
  /** Whether another pack of as many cells may mend it. */
  readonly byPack?: true;
  /** The comparison; null where it does not apply to the craft or its parts. */
  readonly judge: (s: SetupAnalysis) => Judged | null;
  /**
   * Changes that may put it right, the nearest first in each ladder; `null` where no other part does, and then the working
   * says what does.
   */
  readonly candidates: ((s: SetupAnalysis) => Ladder[]) | null;
}

/** What a check compares, before it is put into words. */
export type Judged = Comparison | { readonly unknown: string };

interface Comparison {
  /** In place of the check's own title. */
  title?: string;
  direction?: 'below' | 'above';
  value: number;
  band?: Band | null;
  /** What part or nature allows. Null or undefined: unknown, with `missing` naming the figure. */
  rating: number | null | undefined;
  missing?: string;
  /** Margin with its schools: the limit each sets. */
  margin?: MarginName;
  limitOf?: (school: string) => number;
  /** A margin limit where there are no schools; made only where the rating is kept to, if it takes a run to know it. */
  marginLimit?: number | (() => number | null);
  /** Where a rating is one end of a window: the window in words, in place of "at most". */
  window?: string;
  /** In place of value and limit, where the value is no more than a place where the sums end. */
  words?: string;
  /** Made into words only when it is asked for: a search judges by the hundred thousand. */
  working: () => string;
  digits?: number;
}

/** Declares a check; its id stays a literal, so that the list of checks gives the type of every id. */
export const check = <const Id extends string>(c: Check<Id>): Check<Id> => c;

/** Whether `value` keeps to `limit` in the given direction. */
const keeps = (value: number, limit: number, direction: 'below' | 'above'): boolean =>
  direction === 'below' ? value <= limit * (1 + 1e-9) : value >= limit * (1 - 1e-9);

/** Whether a comparison is over its limit; what is not known is not. */
export const isOver = (j: Judged | null): boolean =>
  j !== null && !('unknown' in j) && j.rating != null && !keeps(j.value, j.rating, j.direction ?? 'below');

/** By how much a comparison passes its limit, as a share; 0 where it keeps to it. */
export function beyondOf(j: Judged | null): number {
  if (!isOver(j) || j === null || 'unknown' in j) return 0;
  const rating = j.rating as number;
  const by = j.direction === 'above' ? rating / j.value - 1 : j.value / rating - 1;
  return Number.isFinite(by) && by > 0 ? by : Infinity;
}

/** Compares a value and its band with rating and margin limit. */
export function findingOf(
  j: Pick<Comparison, 'value' | 'band' | 'rating' | 'direction'>,
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

/**
 * Value and limit, the limit's direction in words: "38 to 44 A, at most 50", "3.59 V, at least 3.00". The value as surely as
 * it is known.
 */
export function shortOf(
  j: Pick<Comparison, 'value' | 'rating' | 'direction' | 'digits' | 'band' | 'window' | 'words'>,
  unit: string
): string {
  if (j.words !== undefined) return j.words;
  const value = bandedUnit(j.value, j.band, unit, j.digits);
  if (j.rating == null) return value;
  if (j.window !== undefined) return `${value}, ${j.window}`;
  return `${value}, ${(j.direction ?? 'below') === 'below' ? 'at most' : 'at least'} ${showRound(j.rating, j.digits)}`;
}

/** The comparison in one clause: value, limit, and what is used up. */
export function sentenceOf(
  j: Comparison,
  unit: string,
  reason: CheckResult['reason'],
  marginLimit: number | null
): string {
  // a sentence says the value, and of its band what matters
  const short = shortOf({ ...j, band: null }, unit);
  if (j.rating == null) return `${short}; no limit known: ${j.missing ?? 'a figure is missing'}`;
  if (reason === 'margin' && j.window === undefined)
    return `${short}; the margin ends at ${show(marginLimit as number, j.digits)}`;
  if (reason === 'band') {
    const edge = (j.band as Band)[(j.direction ?? 'below') === 'below' ? 1 : 0];
    return `${short}; the band reaches ${show(edge, j.digits)}`;
  }
  return short;
}

/** Share of the limit that is left; negative beyond it, null without a limit. */
function headroomOf(j: Comparison): number | null {
  if (j.rating == null || j.rating === 0) return null;
  return (j.direction ?? 'below') === 'below' ? 1 - j.value / j.rating : j.value / j.rating - 1;
}

/** How a comparison turns out under the schools that were not chosen, where that is otherwise. */
function otherSchoolsOf(j: Comparison, unit: string, chosen: string | null, finding: Finding) {
  if (!j.margin || j.rating == null || !j.limitOf) return [];
  const { limitOf } = j;
  return MARGINS[j.margin].schools
    .filter((school) => school.id !== chosen)
    .map((school) => ({ school, limit: limitOf(school.id) }))
    .map(({ school, limit }) => {
      const other = findingOf(j, limit).finding;
      return {
        school: school.title,
        finding: other,
        sentence: `${other} by ${school.title} (${(j.direction ?? 'below') === 'below' ? 'up to' : 'from'} ${showUnit(limit, unit, j.digits)})`
      };
    })
    .filter((other) => other.finding !== finding);
}

/** Runs a check on a situation; null where it does not apply. */
export function runCheck(check: Check, s: SetupAnalysis): CheckResult | null {
  const judged = check.judge(s);
  return judged && resultOf(check, judged, s.schools);
}

/** How a check turns out, without words: what is tried by the hundred is judged so. Null where it does not apply. */
export function runQuietly(check: Check, s: SetupAnalysis): CheckOutcome | null {
  const judged = check.judge(s);
  return judged && outcomeOf(check, judged, s.schools);
}

/** The margin limit of a comparison without schools. */
export const fixedMarginOf = (j: Comparison): number | null =>
  typeof j.marginLimit !== 'function' ? (j.marginLimit ?? null) : isOver(j) ? null : j.marginLimit();

type Named = Pick<Check, 'id' | 'title' | 'part' | 'unit'>;

/** A comparison as a finding, without words. */
function outcomeOf(
  { id, title, part, unit }: Named,
  j: Judged,
  schools: Record<string, string> | undefined
): CheckOutcome {
  if ('unknown' in j)
    return {
      id,
      part,
      unit,
      title,
      finding: 'unknown',
      reason: 'missing',
      value: null,
      band: null,
      limit: null,
      marginLimit: null,
      direction: 'below',
      headroom: null
    };
  const school = j.margin ? chosenSchool(j.margin, schools) : null;
  const marginLimit =
    school && j.limitOf ? (j.rating == null ? null : j.limitOf(school.id)) : fixedMarginOf(j);
  const { finding, reason } = findingOf(j, marginLimit);
  return {
    id,
    part,
    unit,
    title: j.title ?? title,
    finding,
    reason,
    value: j.value,
    band: j.band ?? null,
    limit: j.rating ?? null,
    marginLimit,
    direction: j.direction ?? 'below',
    headroom: headroomOf(j)
  };
}

/** A comparison as a finding, in words. */
export function resultOf(
  check: Named & Pick<Check, 'rail'>,
  judged: Judged,
  schools: Record<string, string> | undefined
): CheckResult {
  const { id, part, unit } = check;
  const shared = { id, part, unit, rail: check.rail ?? null, remedy: null, remedies: [] };
  const outcome = outcomeOf(check, judged, schools);
  if ('unknown' in judged)
    return {
      ...shared,
      ...outcome,
      short: 'not known',
      sentence: judged.unknown,
      working: judged.unknown,
      school: null,
      otherSchools: []
    };
  const { finding, reason, marginLimit } = outcome;
  const school = judged.margin ? chosenSchool(judged.margin, schools) : null;
  return {
    ...shared,
    ...outcome,
    short: shortOf(judged, unit),
    sentence: sentenceOf(judged, unit, reason, marginLimit),
    working: judged.working(),
    school: school ? school.title : null,
    otherSchools: otherSchoolsOf(judged, unit, school?.id ?? null, finding)
  };
}

/** "12.3 A (10.1 to 14.9)": a predicted value with its band, for workings. */
export const withBand = (value: number, unit: string, band: Band | null | undefined): string =>
  band ? `${showUnit(value, unit)} (${show(band[0])} to ${show(band[1])})` : showUnit(value, unit);

/** Whether the document says that a figure it leaves empty may be estimated. */
export const mayEstimate = (s: SetupAnalysis, path: string): boolean =>
  (s.setup.sources as Record<string, string> | undefined)?.[path] === 'estimated';
