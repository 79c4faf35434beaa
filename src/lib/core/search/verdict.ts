import { CHECKS, type CheckId } from '../checks/all-checks.ts';
import { beyondOf, findingOf, fixedMarginOf, isOver, type Judged } from '../checks/check.ts';
import { chosenSchool } from '../document/schools.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { SearchLimits } from './search-request.ts';

/** Limits of a search that are no check's, judged after all of them. */
const LATE_LIMITS = ['limit-hover', 'limit-rpm'] as const;
/** What may reject a combination. */
export type Rejection = CheckId | 'limit-current' | 'limit-weight' | (typeof LATE_LIMITS)[number];

/** What the limits of a search are called. */
export const LIMIT_TITLES = {
  'limit-current': 'wanted current',
  'limit-weight': 'wanted weight',
  'limit-hover': 'wanted hover throttle',
  'limit-rpm': 'wanted rpm'
} as const;

/** Everything that may reject a combination, in the order in which it does. */
export const REJECTIONS: readonly Rejection[] = [
  ...CHECKS.map((c) => c.id),
  'limit-current',
  'limit-weight',
  ...LATE_LIMITS
];

/** What is judged of one combination: each check asked once, when it is first needed. */
export class Verdict {
  readonly situation: SetupAnalysis;
  readonly #limits: SearchLimits;
  readonly judged = new Map<string, Judged | null>();

  constructor(situation: SetupAnalysis, limits: SearchLimits) {
    this.situation = situation;
    this.#limits = limits;
  }

  of(id: Rejection): Judged | null {
    const kept = this.judged.get(id);
    if (kept !== undefined) return kept;
    const check = CHECKS.find((c) => c.id === id);
    const judged = check ? check.judge(this.situation) : this.#limit(id);
    this.judged.set(id, judged);
    return judged;
  }

  #limit(id: Rejection): Judged | null {
    const s = this.situation;
    const l = this.#limits;
    const working = (): string => '';
    switch (id) {
      case 'limit-current':
        return l.maxCurrentA == null
          ? null
          : { value: s.worst.batteryCurrentA, rating: l.maxCurrentA, working };
      case 'limit-weight':
        return l.maxMassKg == null ? null : { value: s.setup.craft.massKg, rating: l.maxMassKg, working };
      case 'limit-hover':
        return l.maxHoverThrottle == null || s.kind !== 'multirotor'
          ? null
          : { value: s.hover?.throttle ?? 1, rating: l.maxHoverThrottle, working };
      case 'limit-rpm': {
        if (l.rpmWindow == null || s.kind !== 'boat') return null;
        const rpm = s.boat?.loadedRpm ?? s.worst.rpm;
        const [low, high] = l.rpmWindow;
        return rpm < low
          ? { direction: 'above', value: rpm, rating: low, working }
          : { value: rpm, rating: high, working };
      }
      default:
        return null;
    }
  }

  isOver(id: Rejection): boolean {
    return isOver(this.of(id));
  }

  /** Everything that is over, in the order in which it rejects. */
  get over(): Rejection[] {
    return REJECTIONS.filter((id) => this.isOver(id));
  }

  /** Largest share by which a limit is passed. */
  get beyond(): number {
    return Math.max(0, ...REJECTIONS.map((id) => beyondOf(this.of(id))));
  }

  /** Checks whose margin is used up, bands aside. */
  get tight(): CheckId[] {
    const { schools } = this.situation;
    return CHECKS.flatMap(({ id }) => {
      const j = this.of(id);
      if (j === null || 'unknown' in j || j.rating == null) return [];
      const margin = j.margin && j.limitOf ? j.limitOf(chosenSchool(j.margin, schools).id) : fixedMarginOf(j);
      return findingOf({ ...j, band: null }, margin).finding === 'tight' ? [id] : [];
    });
  }
}
