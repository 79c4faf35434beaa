import { withChanges, type Change } from '../document/change.ts';
import { withChangedNames } from '../shorthand/part-name.ts';
import type { SetupDocument } from '../document/schema.ts';
import { withBelongings } from '../model/belongings.ts';
import type { SearchParts } from '../search/space.ts';
import type { Schools } from '../alternatives/size-electrics.ts';

/** One step of a reckoning that leads from a wish to parts: what it is, how it came about, and the figure. */
export interface Step {
  readonly title: string;
  readonly working: string;
  readonly value: number | null;
  readonly unit: string;
}

/** A document after a change, with what is to be said of what came along. */
export interface Altered {
  readonly setup: SetupDocument;
  readonly said: readonly string[];
  /** How the parts were chosen, where the change chooses them. */
  readonly steps?: readonly Step[];
}

/** What a change may choose by. */
export interface ChosenBy {
  readonly schools: Schools;
  /** Parts to choose from; null: what is on sale. */
  readonly shelf: Pick<SearchParts, 'motor' | 'esc'> | null;
}

/** A document with figures changed, the touched parts marked and what belongs to them carried along. */
export function alteredBy(before: SetupDocument, changes: readonly Change[]): Altered {
  const named = withChangedNames(before, changes);
  const { document, said } = withBelongings(before, withChanges(before, named), named, 'follows');
  return { setup: document, said };
}

/** A document with whole parts exchanged and what belongs to them carried along. */
export function alteredTo(before: SetupDocument, after: SetupDocument): Altered {
  const { document, said } = withBelongings(before, after, [], 'follows');
  return { setup: document, said };
}
