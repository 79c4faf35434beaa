import type { Change } from './change.ts';
import type { SetupDocument } from './schema.ts';

const NAMED = ['battery', 'esc', 'motor', 'propulsor'] as const;

/** A name with the mark of a changed part. */
const mark = (name: string): string => `${name.replace(/ \*$/, '')} *`;

/** Changes with the names of the parts they touch marked: a part that was changed is no longer the one on the shelf. */
export function withChangedNames(setup: SetupDocument, changes: readonly Change[]): Change[] {
  const marks = NAMED.flatMap((part): Change[] => {
    const name = setup[part]?.name;
    const touched = changes.some((c) => c.path.startsWith(`${part}.`));
    const renamed = changes.some((c) => c.path === `${part}.name`);
    return name && touched && !renamed ? [{ path: `${part}.name`, value: mark(name) }] : [];
  });
  return [...changes, ...marks];
}
