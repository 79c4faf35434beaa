import { shopWords } from '../../mend/shop-words.ts';
import type { Propulsor, SetupDocument } from '../../document/schema.ts';
import { alteredTo } from '../altered.ts';
import type { PropulsorChange } from '../change-request.ts';
import type { ChangeKind } from './change-kind.ts';

const BLADES = ['', '', '', ', three blades', ', four blades', ', five blades', ', six blades'];

/** "6 × 4.5", "5 × 5, three blades": a propulsor in the words of a shop, its blades where they are not two. */
export const propulsorWords = (setup: SetupDocument): string =>
  `${shopWords('propulsor', setup)}${BLADES[setup.propulsor.blades ?? 2] ?? ''}`;

/** What is not said of the new propulsor and is usually as it was: family, place, fluid. */
function likeBefore(before: Propulsor, after: Propulsor): Propulsor {
  if (before.kind === 'propeller' && after.kind === 'propeller')
    return {
      ...after,
      ...((after.family ?? before.family) ? { family: after.family ?? before.family } : {}),
      ...((after.placement ?? before.placement) ? { placement: after.placement ?? before.placement } : {})
    };
  if (before.kind === 'surface-drive' && after.kind === 'surface-drive' && before.immersion != null)
    return { ...after, immersion: after.immersion ?? before.immersion };
  return after;
}

/** Another propulsor on the same shaft; what it is of the old one's make is taken to be the same. */
export const propulsorKind: ChangeKind<PropulsorChange> = {
  sentence: (before, _change, after) => `${propulsorWords(after)} instead of ${propulsorWords(before)}`,
  alter: (before, { propulsor }) =>
    alteredTo(before, { ...before, propulsor: likeBefore(before.propulsor, propulsor) }),
  keeps: ['propulsor']
};
