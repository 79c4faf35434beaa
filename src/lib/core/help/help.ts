import { validateSetup } from '../document/validate.ts';
import type { SetupDocument } from '../document/schema.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import type { QuantityName } from '../units/quantity.ts';
import { withMoved } from './moved.ts';
import { COMMON_FIGURES, CONTENT, type HelpContent, type HelpPage } from './page.ts';
import { PAGES, type HelpId } from './pages.ts';
import { said, type HelpPiece } from './say.ts';

/** A figure as it is, and as it would be with what was moved. */
export interface MovedFigure {
  readonly id: string;
  readonly title: string;
  readonly quantity: QuantityName;
  readonly value: number;
  readonly working: string;
  /** Where its bar begins. */
  readonly zero: number;
  /** Before anything was moved. */
  readonly before: number;
}

/** A page as it is shown: the figures of the setup, and what answers to what is moved. */
export interface HelpView {
  readonly id: string;
  readonly title: string;
  readonly question: string;
  readonly figures: readonly MovedFigure[];
  /** Pieces of each paragraph: words, and figures by their id. */
  readonly paragraphs: readonly (readonly HelpPiece[])[];
  readonly knob: {
    readonly path: string;
    readonly title: string;
    readonly quantity: QuantityName;
    readonly low: number;
    readonly high: number;
    readonly step: number;
    /** As it stands in the setup, and where it is moved to. */
    readonly own: number;
    readonly value: number;
  } | null;
}

/** A page by its id: as it is written, and what stands behind it; null where there is none. */
function pageOf(id: string): { written: HelpContent; behind: HelpPage } | null {
  const written = CONTENT.find((c) => c.id === id);
  return written && Object.hasOwn(PAGES, id) ? { written, behind: PAGES[id as HelpId] } : null;
}

/** What a figure of a page is called. @throws RangeError where that is not written: an id is no name */
function nameOf(written: HelpContent, id: string): string {
  const name = written.figures?.[id] ?? COMMON_FIGURES[id];
  if (name === undefined) throw new RangeError(`${written.id}: no name for ${id}`);
  return name;
}

/** Every page by id, title and question, in the order in which they build on each other. */
export const CONTENTS: readonly { id: HelpId; title: string; question: string }[] = CONTENT.map(
  ({ id, title, question }) => ({ id: id as HelpId, title, question })
);

/** The page that a figure's why, or a check, leads to: the one that names it, else the first. */
export function pageFrom(id: string): { id: HelpId; title: string } {
  const named = CONTENTS.find((c) => (PAGES[c.id].from as readonly string[]).includes(id));
  const other = id.startsWith('loss-') ? CONTENTS.find((c) => c.id === 'heat') : undefined;
  const { id: found, title } = named ?? other ?? CONTENTS[0];
  return { id: found, title };
}

/**
 * A page of help with the figures of a setup, and of the same with one figure moved. Null where there is no such page, or the
 * setup cannot be worked out.
 * @param moved where the page's figure is moved to, SI; null for where it stands
 */
export function helpView(
  id: string,
  document: SetupDocument,
  moved: number | null = null,
  schools: Readonly<Record<string, string>> = {}
): HelpView | null {
  const found = pageOf(id);
  if (!found || !validateSetup(document).ok) return null;
  const { written, behind: page } = found;
  const own = analysisOf(document, { schools });
  const range = page.knob?.range(own) ?? null;
  const value =
    range === null || moved === null
      ? (range?.value ?? null)
      : Math.min(Math.max(moved, range.low), range.high);
  const altered =
    page.knob && range && value !== null && value !== range.value
      ? withMoved(document, page.knob.path, value)
      : document;
  const s = altered === document ? own : analysisOf(altered, { schools });
  const text = page.text(s);
  const before = altered === document ? text : page.text(own);
  const figures = (text?.figures ?? []).map((f) => ({
    ...f,
    title: nameOf(written, f.id),
    before: before?.figures.find((b) => b.id === f.id)?.value ?? f.value
  }));
  return {
    id: written.id,
    title: written.title,
    question: written.question,
    figures,
    paragraphs: said(text ? written.paragraphs : [written.otherwise ?? ''], text?.words ?? {}, s),
    knob:
      text && page.knob && range && value !== null
        ? {
            path: page.knob.path,
            title: written.knob ?? nameOf(written, page.knob.path),
            quantity: page.knob.quantity,
            low: range.low,
            high: range.high,
            step: range.step,
            own: range.value,
            value
          }
        : null
  };
}
