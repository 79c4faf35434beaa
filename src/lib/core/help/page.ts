import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { QuantityName } from '../units/quantity.ts';

/** A figure of a page, of the user's own setup: SI, with how it comes about. */
export interface HelpFigure {
  readonly id: string;
  readonly title: string;
  readonly quantity: QuantityName;
  readonly value: number;
  readonly working: string;
  /** Where its bar begins: that of a temperature at the air’s. */
  readonly zero: number;
}

/** A figure of the setup that can be moved on a page, to see what answers. */
interface HelpKnob {
  /** Path in the document. */
  readonly path: string;
  readonly title: string;
  readonly quantity: QuantityName;
  /** Where it may be moved to, SI, of a setup; null where the setup has no such figure. */
  readonly range: (s: SetupAnalysis) => { low: number; high: number; step: number; value: number } | null;
}

/** What a page says of a setup. `{id}` in a text stands for the figure of that name. */
interface HelpText {
  readonly figures: readonly HelpFigure[];
  readonly paragraphs: readonly string[];
}

/** One page of help: what it is about, what of it can be moved, and what it says of a setup. */
export interface HelpPage {
  readonly id: string;
  readonly title: string;
  /** The question that it answers, as somebody at the bench asks it. */
  readonly question: string;
  readonly knob: HelpKnob | null;
  /** Why-ids and checks from which it is reached. */
  readonly from: readonly string[];
  /** What is said; null where it is not about such a setup, and then `otherwise` is. */
  readonly text: (s: SetupAnalysis) => HelpText | null;
  readonly otherwise?: string;
}

/** Declares a page. */
export const page = <const Id extends string>(
  p: HelpPage & { readonly id: Id }
): HelpPage & { readonly id: Id } => p;

/** A range about a figure of a document: from a share of it to a multiple, in a step that is a round part of it. */
export function about(
  value: number | null | undefined,
  low: number,
  high: number,
  step: number
): { low: number; high: number; step: number; value: number } | null {
  if (value == null || !(value > 0)) return null;
  const round = (x: number): number => Number((Math.round(x / step) * step).toPrecision(9));
  return { low: Math.max(round(low * value), step), high: round(high * value), step, value };
}

/** The knob that moves the cells of a pack: so many fewer and more. */
export const cellsKnob = (fewer: number, more: number, title = 'cells in series'): HelpKnob => ({
  path: 'battery.series',
  title,
  quantity: 'count',
  range: ({ setup: { battery } }) => ({
    low: Math.max(battery.series - fewer, 1),
    high: battery.series + more,
    step: 1,
    value: battery.series
  })
});
