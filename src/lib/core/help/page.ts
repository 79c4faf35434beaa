import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { QuantityName } from '../units/quantity.ts';
import content from './content/pages.json' with { type: 'json' };

/** A figure of a page, of the user's own setup: SI, with how it comes about. What it is called stands in the content. */
export interface HelpFigure {
  readonly id: string;
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
  readonly quantity: QuantityName;
  /** Where it may be moved to, SI, of a setup; null where the setup has no such figure. */
  readonly range: (s: SetupAnalysis) => { low: number; high: number; step: number; value: number } | null;
}

/** Words that stand in a text where it says `{=name}`, whether a paragraph is said, and rows for one that is said of each. */
export type HelpWords = Readonly<
  Record<string, string | boolean | readonly Readonly<Record<string, string>>[]>
>;

/** What a page knows of a setup: its figures, and words for its text. */
interface HelpText {
  readonly figures: readonly HelpFigure[];
  readonly words?: HelpWords;
}

/** What stands behind a page: where it is reached from, what of it can be moved, what it knows of a setup. */
export interface HelpPage {
  readonly knob: HelpKnob | null;
  /** Why-ids and checks from which it is reached. */
  readonly from: readonly string[];
  /** What it knows; null where it is not about such a setup: the content then says what it is about. */
  readonly text: (s: SetupAnalysis) => HelpText | null;
}

/** A paragraph of the content: always said, or where a word of the page is there or not, or once for each row of it. */
export type HelpParagraph =
  string | { readonly text: string; readonly if?: string; readonly unless?: string; readonly each?: string };

/** A page as it is written in `content/pages.json`. */
export interface HelpContent {
  readonly id: string;
  readonly title: string;
  /** The question that it answers, as somebody at the bench asks it. */
  readonly question: string;
  /** Name of the figure that can be moved. */
  readonly knob?: string;
  /** Names of the page's own figures, by id. */
  readonly figures?: Readonly<Record<string, string | undefined>>;
  readonly paragraphs: readonly HelpParagraph[];
  /** Said where the page is not about such a setup. */
  readonly otherwise?: string;
}

/** Every page as it is written, in the order in which they build on each other. */
export const CONTENT: readonly HelpContent[] = content.pages;
/** Names of the figures that several pages show. */
export const COMMON_FIGURES: Readonly<Record<string, string | undefined>> = content.figures;

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
export const cellsKnob = (fewer: number, more: number): HelpKnob => ({
  path: 'battery.series',
  quantity: 'count',
  range: ({ setup: { battery } }) => ({
    low: Math.max(battery.series - fewer, 1),
    high: battery.series + more,
    step: 1,
    value: battery.series
  })
});
