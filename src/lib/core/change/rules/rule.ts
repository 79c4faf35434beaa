import type { QuantityName } from '../../units/quantity.ts';
import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import type { SetupChange } from '../kinds/all-kinds.ts';

/** A rule of thumb beside the physics. */
export interface RuleShown {
  readonly id: string;
  readonly title: string;
  /** The rule with its numbers. */
  readonly formula: string;
  /** What the rule says, in `unit`. */
  readonly value: number;
  readonly unit: string;
  readonly quantity: QuantityName;
  /** What the model says of the same; null where it has nothing to say. */
  readonly physics: number | null;
  /** By how much the rule is off, share of the physics; null where there is none. */
  readonly offBy: number | null;
  readonly says: string;
  /** Where the rule holds, and where it does not. */
  readonly holds: string;
}

/** Both ends of a change, and the change. */
export interface RuleContext {
  readonly before: SetupAnalysis;
  readonly after: SetupAnalysis;
  readonly change: SetupChange;
}

/** One rule of thumb: when it is asked, what it says, where it holds. Common practice, no source, all of them. */
export interface Rule {
  readonly id: string;
  readonly title: string;
  readonly unit: string;
  readonly quantity: QuantityName;
  readonly holds: string;
  /** What it says; null where it has nothing to say of this change. */
  readonly judge: (c: RuleContext) => {
    readonly formula: string;
    readonly value: number;
    readonly physics: number | null;
    readonly says: string;
  } | null;
}
