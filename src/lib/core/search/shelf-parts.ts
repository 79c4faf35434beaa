import type { SetupDocument, Source } from '../document/schema.ts';
import type { StoredPart } from '../document/stored.ts';
import { shopWords } from '../mend/shop-words.ts';
import { retiredIn } from '../model/known.ts';
import { asUsed } from '../shelf/measured.ts';
import type { SearchPart, SearchParts } from './space.ts';

/** Parts of the user's shelf as a search takes them: what was measured stands in for the label. */
export function searchPartsOf(
  parts: readonly (Pick<StoredPart, 'id' | 'kind' | 'name' | 'document' | 'measured' | 'owned'> &
    Partial<Pick<StoredPart, 'health'>>)[]
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

/** Parts as they are in a setup now, beside those of the shelf; owned are those of the shelf that say so. */
export function withOwnParts(parts: SearchParts, setup: SetupDocument): SearchParts {
  const retired = retiredIn(setup);
  const own = <T extends object>(
    part: 'battery' | 'esc' | 'motor' | 'propulsor',
    list: readonly SearchPart<T>[]
  ): readonly SearchPart<T>[] => {
    const present = setup[part] as (T & { name?: string }) | null | undefined;
    if (present == null || list.some((p) => p.name === present.name)) return list;
    // what is retired is out of every search, in use or not
    if (retired.some((r) => r.part === part && r.name === present.name)) return list;
    const sources = Object.entries(setup.sources ?? {})
      .filter(([path]) => path.startsWith(`${part}.`))
      .map(([path, source]) => [path.slice(part.length + 1), source as Source]);
    return [
      {
        name: present.name || shopWords(part, setup),
        // owning is a fact of a part on the shelf: what a sketch or a label put there may not be had
        owned: false,
        document: present,
        sources: Object.fromEntries(sources)
      },
      ...list
    ];
  };
  return {
    ...parts,
    battery: own('battery', parts.battery),
    esc: own('esc', parts.esc),
    motor: own('motor', parts.motor),
    propulsor: own('propulsor', parts.propulsor)
  };
}
