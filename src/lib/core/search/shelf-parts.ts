import type { StoredPart } from '../document/stored.ts';
import { asUsed } from '../shelf/measured.ts';
import type { SearchPart, SearchParts } from './space.ts';

/** Parts of the user's shelf as a search takes them: what was measured stands in for the label. */
export function searchPartsOf(
  parts: readonly Pick<StoredPart, 'id' | 'kind' | 'name' | 'document' | 'measured' | 'owned'>[]
): SearchParts {
  const of = (kind: StoredPart['kind']): SearchPart<object>[] =>
    parts
      .filter((p) => p.kind === kind)
      .map((p) => ({
        id: p.id,
        name: p.name,
        owned: p.owned,
        document: asUsed(p),
        ...(Object.keys(p.measured).length > 0
          ? {
              sources: Object.fromEntries(
                Object.keys(p.measured).map((field) => [field, 'measured' as const])
              )
            }
          : {})
      }));
  return {
    battery: of('battery'),
    esc: of('esc'),
    motor: of('motor'),
    propulsor: of('propulsor')
  } as unknown as SearchParts;
}
