import { readPath, withChanges } from './change.ts';

/**
 * Where a figure's source stands: `sources:motor.kvRpmPerVolt`. The names there have dots in them, so that they are no
 * paths of their own.
 */
const SOURCE = 'sources:';

/** Whether a place is that of a figure's source, not of a figure. */
export const isSource = (path: string): boolean => path.startsWith(SOURCE);
/** The figure whose source stands at a place. */
export const figureOfSource = (path: string): string => path.slice(SOURCE.length);

type Sources = Record<string, unknown>;
const sourcesOf = (document: object): Sources => (document as { sources?: Sources | null }).sources ?? {};

/** What stands at a place of a document: a figure, or a figure's source. */
function at(document: object, path: string): unknown {
  if (!isSource(path)) return readPath(document, path);
  const sources = sourcesOf(document);
  const key = figureOfSource(path);
  return Object.hasOwn(sources, key) ? sources[key] : undefined;
}

/** One figure that two documents give differently. */
export interface FigureConflict {
  path: string;
  mine: unknown;
  theirs: unknown;
}

/** What two people made of one document. */
interface Merge<T> {
  /** The base with every change of both that does not touch the same figure; where both did, theirs. */
  document: T;
  /** Figures that both changed, each otherwise. */
  conflicts: FigureConflict[];
  /** Figures that only they changed, and only I. */
  theirs: string[];
  mine: string[];
}

/** Columns that belong together row by row: one figure. */
const TABLES = /(^|\.)coefficients$/;

/** A list, and a propulsor whose kind changed, are one figure: their entries mean nothing apart. */
const isBranch = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

const same = (a: unknown, b: unknown): boolean =>
  (a ?? null) === (b ?? null) || JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

function kindChanged(a: Record<string, unknown>, b: Record<string, unknown>): boolean {
  return a.kind !== b.kind && (a.kind !== undefined || b.kind !== undefined);
}

/** Paths of the figures in which two values differ. A missing figure and null are the same. */
export function differentPaths(a: unknown, b: unknown, path = ''): string[] {
  if (same(a, b)) return [];
  // made anew whenever a document is read: nobody changed it
  if (path === 'known') return [];
  if (path === 'sources') {
    const [x, y] = [(a ?? {}) as Sources, (b ?? {}) as Sources];
    return [...new Set([...Object.keys(x), ...Object.keys(y)])]
      .filter((key) => !same(x[key], y[key]))
      .map((key) => SOURCE + key);
  }
  if (isBranch(a) && isBranch(b) && !TABLES.test(path) && !(path !== '' && kindChanged(a, b)))
    return [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) =>
      differentPaths(a[key], b[key], path === '' ? key : `${path}.${key}`)
    );
  return [path];
}

const within = (a: string, b: string): boolean => a === b || a.startsWith(`${b}.`) || b.startsWith(`${a}.`);

/** Figures in which two documents differ, each with both values. */
export const differences = (mine: object, theirs: object): FigureConflict[] =>
  [...new Set(differentPaths(mine, theirs))].map((path) => ({
    path,
    mine: at(mine, path) ?? null,
    theirs: at(theirs, path) ?? null
  }));

/**
 * Merges by figure what was made of one document in two places: a figure that only one changed is taken from that one, a
 * figure that both changed alike is that, a figure that both changed otherwise is a conflict.
 */
export function mergeFigures<T extends object>(base: T, mine: T, theirs: T): Merge<T> {
  const byMe = [...new Set(differentPaths(base, mine))];
  const byThem = [...new Set(differentPaths(base, theirs))];
  const disputed = byMe.filter((path) =>
    byThem.some((other) => within(path, other) && !same(at(mine, path), at(theirs, path)))
  );
  const own = byMe.filter((path) => !byThem.some((other) => within(path, other)));
  return {
    document: withFigures(theirs, mine, own),
    conflicts: disputed.map((path) => ({
      path,
      mine: at(mine, path) ?? null,
      theirs: at(theirs, path) ?? null
    })),
    mine: own,
    theirs: byThem.filter((path) => !byMe.some((other) => within(path, other)))
  };
}

/** A document with chosen figures, and sources of figures, of another. */
export function withFigures<T extends object>(document: T, from: T, paths: readonly string[]): T {
  const figures = withChanges(
    document,
    paths.filter((p) => !isSource(p)).map((path) => ({ path, value: (at(from, path) ?? null) as number }))
  );
  const sources = paths.filter(isSource);
  if (sources.length === 0) return figures;
  const entries = new Map(Object.entries(sourcesOf(figures)));
  for (const path of sources) {
    const value = at(from, path);
    if (value === undefined) entries.delete(figureOfSource(path));
    else entries.set(figureOfSource(path), value);
  }
  return { ...figures, sources: Object.fromEntries(entries) };
}
