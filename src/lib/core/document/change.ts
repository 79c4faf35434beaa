import get from 'dlv';
import { dset } from 'dset';

/** Anything of a document set anew, by its dotted path: a figure, or a whole part. */
export interface Setting {
  path: string;
  value: unknown;
}

/** A change of one figure of a document, by its dotted path. */
export interface Change {
  path: string;
  value: number | string | null;
}

/** The document with changes applied; nothing of the original is touched. @throws TypeError for a path that is none */
export function withChanges<T extends object>(setup: T, changes: readonly Setting[]): T {
  const copy = structuredClone(setup);
  for (const { path, value } of changes) {
    const keys = path.split('.');
    if (keys.some((key) => key in Object.prototype))
      throw new TypeError(`withChanges: "${path}" is no path of a document`);
    // a part that is set to nothing has no figures to change: it begins anew
    for (let k = 1; k < keys.length; k++)
      if (readPath(copy, keys.slice(0, k).join('.')) === null) dset(copy, keys.slice(0, k), {});
    dset(copy, keys, value);
  }
  return copy;
}

/** Value at a dotted path of a document; undefined where it does not lead anywhere. */
export const readPath = (document: object, path: string): unknown =>
  path.split('.').some((key) => key in Object.prototype) ? undefined : get(document, path);
