import type { SetupDocument } from '../../document/schema.ts';
import type { Altered, ChosenBy } from '../altered.ts';

/** One kind of change: what it is called, what it does to a document, and what of it may not be taken back to make it safe. */
export interface ChangeKind<C> {
  /** "6 cells instead of 4": the change in a sentence. */
  readonly sentence: (before: SetupDocument, change: C, after: SetupDocument) => string;
  /** The changed document; nothing of the given one is touched. */
  readonly alter: (before: SetupDocument, change: C, by: ChosenBy) => Altered;
  /** Paths, or names of parts, that the change was made for. */
  readonly keeps: readonly string[];
}
