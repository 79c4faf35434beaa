import { FIXABLE_PARTS, type FixablePart } from '../registry/parts.ts';
import { checkOf } from '../checks/all-checks.ts';
import { runChecks } from '../checks/run-checks.ts';
import { withChanges, type Change } from '../document/change.ts';
import { type SetupDocument } from '../document/schema.ts';
import { remediesOf } from '../alternatives/remedies.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { joinList } from '../text/join-list.ts';
import { show } from '../units/show.ts';
import type { Assembler } from './assembler.ts';
import { candidateOf, type Candidate } from './candidate.ts';
import type { Miss } from './misses.ts';
import type { Gives } from '../yardstick/gives.ts';
import type { SearchLimits } from './search-request.ts';
import type { Space } from './space.ts';
import { LIMIT_TITLES, type Rejection } from './verdict.ts';

/** A combination that nearly works, and what would let it through. */
export interface NearMiss {
  readonly setup: SetupDocument;
  readonly combination: number;
  readonly gives: Gives;
  readonly over: readonly Rejection[];
  /** Largest share by which a limit is passed. */
  readonly by: number;
  /** What would let it through, in a sentence. */
  readonly relaxation: string;
  /** The changes of that; empty where no part on sale does it. */
  readonly changes: readonly Change[];
}

/** Title of what rejects. */
export const rejectionTitle = (id: Rejection): string =>
  checkOf(id)?.title ?? LIMIT_TITLES[id as keyof typeof LIMIT_TITLES];

/** A limit that is passed by so little is met by any other piece of the same part. (m) */
const LEAST_MISS = 0.001;

/**
 * The nearest misses, by the largest share by which each passes a limit, every check looked at. The list that it starts from
 * is by what the sieve saw, which is never more than that: it goes on until no other can be nearer.
 */
export function nearestCandidates(
  space: Space,
  assembler: Assembler,
  limits: SearchLimits,
  misses: readonly Miss[],
  most: number
): Candidate[] {
  const found: Candidate[] = [];
  const groupOf = (combination: number): number =>
    Math.floor(combination / (space.escs.length * space.supplies.length));
  for (const { combination, by } of misses) {
    if (found.length >= most && by >= found[most - 1].by) break;
    const candidate = candidateOf(space, assembler, limits, combination);
    // what misses by less than a part can be bought in steps of is no advice
    if (candidate.over.length === 0 || candidate.by < LEAST_MISS) continue;
    // of those that differ in ESC and supply only, the nearest tells for all
    const group = groupOf(combination);
    const before = found.findIndex((c) => groupOf(c.combination) === group);
    if (before >= 0 && found[before].by <= candidate.by) continue;
    if (before >= 0) found.splice(before, 1);
    found.push(candidate);
    found.sort((a, b) => a.by - b.by || a.combination - b.combination);
    found.length = Math.min(found.length, most);
  }
  return found;
}

/** What would let a near miss through: the remedy of its check where it fails one alone, else what it breaks. */
export function nearMissOf(candidate: Candidate): NearMiss {
  const { setup, combination, gives, over, by } = candidate;
  const told = `${joinList(over.map(rejectionTitle))}, by ${show(100 * by, 2)} %`;
  const [only] = over;
  if (over.length > 1 || !checkOf(only))
    return { setup, combination, gives, over, by, relaxation: `${told}.`, changes: [] };
  const s = analysisOf(setup);
  const results = runChecks(s);
  const [remedy] = remediesOf(only, results, s);
  return {
    setup,
    combination,
    gives,
    over,
    by,
    relaxation: remedy
      ? `${told}; let through by ${remedy.text}.`
      : `${told}; no part on sale mends it alone.`,
    changes: remedy?.changes ?? []
  };
}

/** The one part that some changes exchange; null where they touch more than one, or the craft. */
export function partChanged(changes: readonly Change[]): Exclude<FixablePart, 'wiring'> | null {
  const parts = new Set(changes.map((c) => c.path.split('.')[0]).filter((part) => part !== 'craft'));
  const [part] = parts;
  return parts.size === 1 && part !== 'wiring' && (FIXABLE_PARTS as readonly string[]).includes(part)
    ? (part as Exclude<FixablePart, 'wiring'>)
    : null;
}

/** The document with changes made. */
export const changed = (setup: SetupDocument, changes: readonly Change[]): SetupDocument =>
  withChanges(setup, changes);
