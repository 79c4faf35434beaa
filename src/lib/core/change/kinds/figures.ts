import { withChanges, type Change } from '../../document/change.ts';
import type { PutRight } from '../../alternatives/put-right.ts';
import type { ChangeKind } from './change-kind.ts';

/** Figures set as a step of its own: on the page only, never in a request. */
export interface FiguresChange {
  readonly kind: 'figures';
  readonly title: string;
  readonly changes: readonly Change[];
}

/** Figures set by their paths, with everything that belongs to them already among them: what mends a change, taken as a step. */
export const figuresKind: Omit<ChangeKind<FiguresChange>, 'schema'> = {
  sentence: (_before, { title }) => title,
  alter: (before, { changes }) => ({ setup: withChanges(before, changes), said: [] }),
  keeps: []
};

/** A way to mend as a step of its own. */
export const mendStep = (mend: PutRight): FiguresChange => ({
  kind: 'figures',
  title: mend.steps.join(', '),
  changes: mend.changes
});
