import { withChanges } from '../../document/change.ts';
import type { FiguresChange } from '../change-request.ts';
import type { ChangeKind } from './change-kind.ts';

/** Figures set by their paths, with everything that belongs to them already among them: what mends a change, taken as a step. */
export const figuresKind: ChangeKind<FiguresChange> = {
  sentence: (_before, { title }) => title,
  alter: (before, { changes }) => ({ setup: withChanges(before, changes), said: [] }),
  keeps: []
};
