import { readPath, type Setting } from './change.ts';
import type { SetupDocument } from './schema.ts';

/** Where a figure of a document comes from, as it is kept in `sources`, by its path or by its part for all of a part's figures. */
export type FigureSource = 'typed' | 'label' | 'shelf' | 'measured' | 'estimated' | 'fitted';

type Marks = Readonly<Record<string, FigureSource>>;

/** The marks of a document by path. */
export const marksOf = (setup: Pick<SetupDocument, 'sources'>): Marks => (setup.sources ?? {}) as Marks;

/**
 * Where a figure comes from: as it is marked, else as its part is. Undefined where nothing is marked: a figure of a document
 * from outside, which whoever wrote it gave.
 */
export function markOf(setup: Pick<SetupDocument, 'sources'>, path: string): FigureSource | undefined {
  const marks = marksOf(setup);
  if (Object.hasOwn(marks, path)) return marks[path];
  const part = path.split('.')[0];
  return Object.hasOwn(marks, part) ? marks[part] : undefined;
}

/** Whether a figure was typed by the user: nobody else changes it. */
export const isTyped = (setup: Pick<SetupDocument, 'sources'>, path: string): boolean =>
  markOf(setup, path) === 'typed';

/** The marks without those of a part and its figures. */
export const marksWithout = (
  setup: Pick<SetupDocument, 'sources'>,
  part: string
): Record<string, FigureSource> =>
  Object.fromEntries(
    Object.entries(marksOf(setup)).filter(([path]) => path !== part && !path.startsWith(`${part}.`))
  );

/** The setup with its marks set anew; none where there are none. */
const withMarks = (setup: SetupDocument, marks: Record<string, FigureSource>): SetupDocument => {
  const { sources: _, ...rest } = setup;
  return Object.keys(marks).length === 0 ? (rest as SetupDocument) : { ...setup, sources: marks };
};

/** Figures of a document, not its lists and names: those whose source is kept. */
const isFigure = (path: string, value: unknown): boolean =>
  path !== 'name' && !path.endsWith('.name') && (typeof value === 'number' || typeof value === 'string');

/**
 * The setup with its changed figures marked as coming from somewhere; a figure that was emptied has no source.
 * @param source null where the figures are no longer what they were marked as, and nothing else can be said
 */
export function markedFrom(
  setup: SetupDocument,
  changes: readonly Setting[],
  source: FigureSource | null
): SetupDocument {
  const marks: Record<string, FigureSource> = { ...marksOf(setup) };
  for (const { path } of changes) {
    const value = readPath(setup, path);
    if (source !== null && isFigure(path, value)) marks[path] = source;
    else delete marks[path];
  }
  return withMarks(setup, marks);
}

/** A setup with a whole part marked as coming from somewhere, and what else is known of single figures of it. */
export const markedPart = (
  setup: SetupDocument,
  part: string,
  source: FigureSource,
  own: Record<string, FigureSource> = {}
): SetupDocument => ({ ...setup, sources: { ...marksWithout(setup, part), [part]: source, ...own } });

/** The setup without the mark that `withGivenWeight` gives one that has none: what is read of both is the same. */
export function withoutGivenWeight(setup: SetupDocument): SetupDocument {
  const { ['craft.massKg']: weight, ...others } = marksOf(setup);
  const bare = weight === 'typed' ? withMarks(setup, others) : setup;
  return withGivenWeight(bare) === bare ? setup : bare;
}

/** What the user gave of a craft in a document of before sources were kept: marked as typed where it stands unmarked. */
export function withGivenWeight(setup: SetupDocument): SetupDocument {
  const given = setup.craft.airframeMassKg == null && markOf(setup, 'craft.massKg') === undefined;
  return given ? markedFrom(setup, [{ path: 'craft.massKg', value: setup.craft.massKg }], 'typed') : setup;
}

/** A source in words, as it is told beside a figure. */
export const SOURCE_WORDS: Readonly<Record<FigureSource, string>> = {
  typed: 'typed by you',
  label: 'from the label',
  shelf: 'from your shelf',
  measured: 'measured',
  estimated: 'estimated',
  fitted: 'calibrated'
};
