import type { PartName } from '../registry/parts.ts';
import type { Change } from '../document/change.ts';
import type { Band } from '../powertrain/bands.ts';

/** What a check finds: it holds, its margin is used up, its rating is passed, or a figure is missing. */
export type Finding = 'holds' | 'tight' | 'over' | 'unknown';
/** A finding in a word; what must be reached and is not is short rather than over. */
export const wordOf = ({ finding, direction }: Pick<CheckResult, 'finding' | 'direction'>): string =>
  finding === 'unknown' ? 'not known' : finding === 'over' && direction === 'above' ? 'short' : finding;

export interface Remedy {
  text: string;
  changes: Change[];
}

/** How one limit and one prediction compare, before anything is said of it. */
export interface CheckOutcome {
  id: string;
  title: string;
  part: PartName;
  unit: string;
  finding: Finding;
  /** Why it is not `holds`: beyond the rating, beyond the school's margin, band beyond the rating, figure missing. */
  reason: 'rating' | 'margin' | 'band' | 'missing' | null;
  value: number | null;
  band: Band | null;
  limit: number | null;
  marginLimit: number | null;
  direction: 'below' | 'above';
  /** Share of the limit that is left; negative beyond it. */
  headroom: number | null;
}

/** A check's result: an outcome in words, with its working. */
export interface CheckResult extends CheckOutcome {
  /** Part under which its headroom is drawn; null for those without a rail. */
  rail: PartName | null;
  /** Value and limit: "41 A, at most 50". */
  short: string;
  sentence: string;
  working: string;
  school: string | null;
  otherSchools: { school: string; finding: Finding; sentence: string }[];
  remedy: string | null;
  remedies: Remedy[];
}
