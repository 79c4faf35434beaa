import type { SetupDocument } from './schema.ts';

/** A change of one figure of a document, by its dotted path. */
export interface Change {
  path: string;
  value: number | string | null;
}

/** The document with changes applied; nothing of the original is touched. */
export function withChanges(setup: SetupDocument, changes: readonly Change[]): SetupDocument {
  const copy = structuredClone(setup) as unknown as Record<string, unknown>;
  for (const { path, value } of changes) {
    const keys = path.split('.');
    let node = copy;
    if (keys.some((key) => key in Object.prototype))
      throw new TypeError(`withChanges: "${path}" is no path of a document`);
    for (const key of keys.slice(0, -1)) {
      node[key] ??= {};
      node = node[key] as Record<string, unknown>;
    }
    node[keys[keys.length - 1]] = value;
  }
  return copy as unknown as SetupDocument;
}

/** Value at a dotted path of a document; undefined where it does not lead anywhere. */
export const readPath = (document: object, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>(
      (node, key) =>
        node !== null && typeof node === 'object' && Object.hasOwn(node, key)
          ? (node as Record<string, unknown>)[key]
          : undefined,
      document
    );
