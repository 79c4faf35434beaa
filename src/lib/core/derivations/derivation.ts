import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { FactorName } from '../model/tolerance.ts';
import type { PredictedPoint } from '../powertrain/predicted.ts';

/** The derivation of one number: formula, numbers put in, where they come from, and the rule of thumb beside it. */
export interface Derivation {
  title: string;
  formula: string;
  numbers: string;
  /** Source and tolerance of each figure put in. */
  sources: string[];
  /** The rule of thumb, with how far off it is here. */
  rule: string | null;
  /** The page of help that teaches it; set by whoever knows of help. */
  learn?: { readonly id: string; readonly title: string };
}

/** What a family of derivations looks at, and where it puts them. */
export interface WhyContext {
  readonly s: SetupAnalysis;
  /** The point on the screen. */
  readonly p: PredictedPoint;
  /** Keeps the derivation of a figure, with the unknowns behind it. */
  readonly add: (
    id: string,
    title: string,
    formula: string,
    numbers: string,
    names: readonly FactorName[],
    rule?: string | null
  ) => void;
}
