import get from 'dlv';
import { dset } from 'dset';

/** Anything of a document set anew, by its dotted path: a figure, or a whole part. As the schema of a run's details has it. */
export type Setting = {
  path: string;
  value?: unknown;
};

/** A change of one figure of a document, by its dotted path. */
export interface Change {
  path: string;
  value: number | string | null;
}

/** Copies what lies on the way to a place, so that it can be set without touching the original. */
function copyOnTheWay(copy: object, keys: readonly string[], copied: Set<string>): void {
  let at = copy as Record<string, unknown>;
  for (let k = 1; k < keys.length; k++) {
    const way = keys.slice(0, k).join('.');
    const inner = at[keys[k - 1]];
    // a part that is set to nothing has no figures to change: it begins anew
    if (inner === null) at[keys[k - 1]] = {};
    else if (typeof inner !== 'object') return;
    else if (!copied.has(way))
      at[keys[k - 1]] = Array.isArray(inner) ? [...(inner as unknown[])] : { ...inner };
    copied.add(way);
    at = at[keys[k - 1]] as Record<string, unknown>;
  }
}

/**
 * The document with changes applied. Nothing of the original is touched; what no change leads to is shared with it.
 * @throws TypeError for a path that is none
 */
export function withChanges<T extends object>(setup: T, changes: readonly Setting[]): T {
  const copy = { ...setup };
  const copied = new Set<string>();
  for (const { path, value } of changes) {
    const keys = path.split('.');
    if (keys.some((key) => key in Object.prototype))
      throw new TypeError(`withChanges: "${path}" is no path of a document`);
    copyOnTheWay(copy, keys, copied);
    dset(copy, keys, value);
    // what was set whole is not a copy yet
    for (const way of copied) if (way === path || way.startsWith(`${path}.`)) copied.delete(way);
  }
  return copy;
}

/** Value at a dotted path of a document; undefined where it does not lead anywhere. */
export const readPath = (document: object, path: string): unknown =>
  path.split('.').some((key) => key in Object.prototype) ? undefined : get(document, path);
