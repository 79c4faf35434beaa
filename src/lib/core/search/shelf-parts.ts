import type { DrivePart } from '../registry/parts.ts';
import type { SetupDocument, Source } from '../document/schema.ts';
import type { StoredPart } from '../document/stored.ts';
import { shopWords } from '../alternatives/shop-words.ts';
import { retiredIn } from '../model/known.ts';
import { asUsed } from '../shelf/measured.ts';
import type { SearchPart, SearchParts } from './space.ts';

/** Fields of which the shelf knows more than the label says. */
const taughtOf = (label: object, used: object): string[] =>
  Object.entries(used).flatMap(([field, value]) =>
    JSON.stringify((label as Record<string, unknown>)[field]) === JSON.stringify(value) ? [] : [field]
  );

/** Parts of the user's shelf as a search takes them: what was measured stands in for the label. */
export function searchPartsOf(
  parts: readonly (Pick<StoredPart, 'id' | 'kind' | 'name' | 'document' | 'measured' | 'owned'> &
    Partial<Pick<StoredPart, 'health' | 'price'>>)[]
): SearchParts {
  const of = (kind: StoredPart['kind']): SearchPart<object>[] =>
    parts
      .filter((p) => p.kind === kind)
      .map((p) => ({
        id: p.id,
        name: p.name,
        owned: p.owned,
        price: p.price,
        document: asUsed(p),
        ...(p.health ? { taught: taughtOf(p.document, asUsed(p)) } : {}),
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
  } as SearchParts;
}

/**
 * Whether a part is as the shelf has it, but for what was measured of it there: what it leaves open counts as said by the shelf. A
 * water jacket, a cut propeller or a figure typed in Match makes another part of it.
 */
const isSame = (onShelf: SearchPart<object>, present: object): boolean =>
  Object.entries(present).every(([field, value]) => {
    const other = (onShelf.document as Record<string, unknown>)[field];
    const measured = onShelf.sources?.[field] !== undefined || onShelf.taught?.includes(field) === true;
    return (
      measured ||
      field === 'health' ||
      value == null ||
      JSON.stringify(other ?? null) === JSON.stringify(value)
    );
  });

/**
 * Parts as they are in a setup now, beside those of the shelf, where the shelf does not have them just so: what is in hand gets in
 * Find the verdict that it has in Match. Owned are those of the shelf that say so.
 */
export function withOwnParts(parts: SearchParts, setup: SetupDocument): SearchParts {
  const retired = retiredIn(setup);
  const own = <T extends object>(
    part: DrivePart,
    list: readonly SearchPart<T>[]
  ): readonly SearchPart<T>[] => {
    const present = setup[part] as (T & { name?: string }) | null | undefined;
    const onShelf = list.filter((p) => p.name === present?.name);
    if (present == null || onShelf.some((p) => isSame(p, present))) return list;
    // what is retired is out of every search, in use or not
    if (retired.some((r) => r.part === part && r.name === present.name)) return list;
    const sources = Object.entries(setup.sources ?? {})
      .filter(([path]) => path.startsWith(`${part}.`))
      .map(([path, source]) => [path.slice(part.length + 1), source as Source]);
    return [
      {
        name: onShelf.length > 0 ? `${present.name}, as it is here` : present.name || shopWords(part, setup),
        // owning is a fact of a part on the shelf: what a sketch or a label put there may not be had
        owned: onShelf.some((p) => p.owned),
        price: onShelf[0]?.price,
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
