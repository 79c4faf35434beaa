import { FIXABLE_PARTS, type FixablePart } from '../registry/parts.ts';
import type { Rung } from '../checks/candidates.ts';
import type { Change } from '../document/change.ts';
import { type SetupDocument } from '../document/schema.ts';
import { fitAround } from './fit-around.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Drive } from './drive-options.ts';
import { shopWords, type ShopPart } from './shop-words.ts';

/** What exchanging every free part weighs, beside a single part: the last resort. (m) */
const REFIT_COST = 8;

/** One part as the other document has it: every figure of the old one that the new one lacks is emptied, its name too. */
export function exchange(part: ShopPart, from: SetupDocument, to: SetupDocument): Rung {
  const [before, after] = [from[part] ?? {}, to[part] ?? {}] as Record<string, unknown>[];
  const changes: Change[] = [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((field) => before[field] !== after[field])
    .map((field) => ({
      path: `${part}.${field}`,
      value: (after[field] ?? (field === 'name' ? '' : null)) as Change['value']
    }));
  // a motor chosen anew drives directly: the gear of the old one goes with it
  const [was, is] = [from.gearRatio ?? 1, to.gearRatio ?? 1];
  if (part === 'motor' && was !== is) changes.push({ path: 'gearRatio', value: is });
  return { text: shopWords(part, to), changes, wholePart: true };
}

/**
 * The setup fitted anew for its brief, round what the user holds and round the motor that is there: for setups that no near change
 * puts right.
 * @param keeps paths of figures that stay: the parts they belong to are held
 */
export function refitted(s: SetupAnalysis, keeps: readonly string[] = []): Drive[] {
  const held = [...(s.setup.fixed ?? []), ...keeps.map((path) => path.split('.')[0])] as FixablePart[];
  const free = FIXABLE_PARTS.filter((part) => part !== 'wiring' && !held.includes(part)) as ShopPart[];
  // round the motor, which is dearest to exchange, and with nothing of what is free
  const kept: FixablePart[][] = [...(free.includes('motor') ? [['motor' as const]] : []), []];
  return kept.flatMap((more) => {
    const fitted = fitAround(s.setup, {
      fixed: ['wiring', ...held, ...more],
      schools: s.schools,
      effort: 'quick'
    });
    const rungs = free
      .filter((part) => !more.includes(part))
      .map((part) => exchange(part, s.setup, fitted))
      .filter((rung) => rung.changes.length > 0);
    return rungs.length === 0 ? [] : [{ rungs, cost: REFIT_COST + rungs.length }];
  });
}
