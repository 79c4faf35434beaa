import {
  differences,
  differentPaths,
  figureOfSource,
  isSource,
  mergeFigures,
  withFigures,
  type FigureConflict
} from '../../core/document/merge.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';

/** Two versions of one setup of which the user has to choose. */
export interface Conflict {
  mine: SetupDocument;
  label: string;
  theirs: StoredSetup;
  /** Figures that differ, with those first that both changed. */
  figures: (FigureConflict & {
    /** Whether both changed it. */
    disputed: boolean;
    /** Whether it was changed elsewhere alone: mine is what it was before then. */
    onlyTheirs: boolean;
  })[];
  /** Why the choice is asked: the server has a newer version, or this browser kept an edit that was never sent. */
  why: 'changed-elsewhere' | 'kept-here';
}

/** What becomes of an edit whose revision no longer stands. */
type Collision =
  | { kind: 'same' }
  /** Both edits survive: no figure was changed by both. */
  | { kind: 'merged'; document: SetupDocument; theirs: string[] }
  | { kind: 'choose'; conflict: Conflict };

/**
 * Compares an edit with what stands on the server.
 * @param base the document that the edit was made from
 * @param ask whether to ask even where no figure was changed by both
 */
export function collide(
  base: SetupDocument,
  mine: SetupDocument,
  label: string,
  theirs: StoredSetup,
  ask: boolean
): Collision {
  const differing = differences(mine, theirs.document);
  if (differing.length === 0) return { kind: 'same' };
  const merged = mergeFigures(base, mine, theirs.document);
  if (!ask && merged.conflicts.length === 0)
    return { kind: 'merged', document: merged.document, theirs: toldOf(merged.theirs) };
  const disputed = new Set(merged.conflicts.map((c) => c.path));
  const onlyTheirs = new Set(merged.theirs);
  return {
    kind: 'choose',
    conflict: {
      mine,
      label,
      theirs,
      figures: differing
        .filter((d) => !isSource(d.path))
        .map((d) => ({ ...d, disputed: disputed.has(d.path), onlyTheirs: onlyTheirs.has(d.path) }))
        .sort((a, b) => Number(b.disputed) - Number(a.disputed)),
      why: ask ? 'kept-here' : 'changed-elsewhere'
    }
  };
}

/** The document that a choice by figure makes: theirs with the chosen figures of mine, each figure's source with it. */
export function chosenDocument(conflict: Conflict, mine: readonly string[]): SetupDocument {
  const listed = new Set(conflict.figures.map((f) => f.path));
  const sources = differentPaths(conflict.mine, conflict.theirs.document).filter(
    (path) =>
      isSource(path) &&
      (mine.includes(figureOfSource(path)) || (mine.length > 0 && !listed.has(figureOfSource(path))))
  );
  return withFigures(conflict.theirs.document, conflict.mine, [...mine, ...sources]);
}

/** Figures that were changed elsewhere, without the names and sources that went along with them. */
export function toldOf(paths: readonly string[]): string[] {
  const figures = paths.filter((p) => !isSource(p));
  const told = figures.filter((p) => !p.endsWith('.name'));
  return told.length > 0 ? told : figures;
}
