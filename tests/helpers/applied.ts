import type { Change } from '../../src/lib/core/document/change.ts';
import type { SetupDocument } from '../../src/lib/core/document/schema.ts';

/** Changes applied by nothing but their paths, as a stranger to the code would. */
export function applied(setup: SetupDocument, changes: readonly Change[]): SetupDocument {
  const copy = JSON.parse(JSON.stringify(setup)) as Record<string, unknown>;
  for (const { path, value } of changes) {
    const keys = path.split('.');
    let node = copy;
    for (const key of keys.slice(0, -1)) node = (node[key] ??= {}) as Record<string, unknown>;
    node[keys[keys.length - 1]] = value;
  }
  return copy as unknown as SetupDocument;
}
