import { differences, mergeFigures, withFigures, type FigureConflict } from '../document/merge.ts';
import type { StoredPart } from '../document/stored.ts';

/** What an edit of a part can change. */
export type PartEdited = Pick<
  StoredPart,
  'kind' | 'name' | 'document' | 'measured' | 'owned' | 'note' | 'price'
>;

/** What two people made of one part. */
interface PartMerge {
  /** Theirs with every figure that only I changed. */
  readonly part: PartEdited;
  /** Figures that both changed, each otherwise: theirs stands in `part`. */
  readonly disputed: readonly FigureConflict[];
}

/** An edit's own fields, the label's figures without the name that follows the part's. */
function edited(part: PartEdited): PartEdited {
  const { kind, name, measured, owned, note, price } = part;
  const figures = { ...part.document };
  delete figures.name;
  return { kind, name, document: figures, measured, owned, note, price };
}
const named = (part: PartEdited): PartEdited => ({
  ...part,
  document: { ...part.document, name: part.name }
});

/**
 * Merges by figure what was made of one part in two places: a figure that only one changed is taken from that one, one that both
 * changed otherwise is disputed.
 * @param base what both edits were made from
 */
export function mergePart(base: PartEdited, mine: PartEdited, theirs: PartEdited): PartMerge {
  const { document, conflicts } = mergeFigures(edited(base), edited(mine), edited(theirs));
  return { part: named(document), disputed: conflicts };
}

/** A merged part with the disputed figures that were chosen from mine; the others stay as they stand on the shelf. */
export const chosenPart = (merge: PartMerge, mine: PartEdited, paths: readonly string[]): PartEdited =>
  named(withFigures(edited(merge.part), edited(mine), paths));

/** Whether two parts say the same. */
export const samePart = (a: PartEdited, b: PartEdited): boolean =>
  differences(edited(a), edited(b)).length === 0;
