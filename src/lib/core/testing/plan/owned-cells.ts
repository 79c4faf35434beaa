import type { Battery } from '../../document/schema.ts';

/** A pack of the shelf, as far as a plan asks for it. */
interface OwnedPack {
  readonly owned?: boolean | null;
  readonly document: Pick<Battery, 'series' | 'parallel' | 'capacityAh' | 'chemistry'>;
}

/** Share by which two capacities differ and are the same. (m) */
const SAME_CAPACITY = 0.02;

/**
 * Cell counts that can be plugged in, of the packs that are owned: each by itself, and two in series that are of one chemistry
 * and capacity, since of two that are not the smaller is emptied into harm. Null where nobody said what there is.
 */
export function cellsOwned(packs: readonly OwnedPack[] | null | undefined): number[] | null {
  if (!packs) return null;
  const owned = packs.filter((p) => p.owned !== false).map((p) => p.document);
  const total = (b: OwnedPack['document']): number => b.capacityAh * (b.parallel ?? 1);
  const pairs = owned.flatMap((a, k) =>
    owned
      .slice(k + 1)
      .filter((b) => a.chemistry === b.chemistry && Math.abs(total(a) / total(b) - 1) < SAME_CAPACITY)
      .map((b) => a.series + b.series)
  );
  return [...new Set([...owned.map((b) => b.series), ...pairs])].sort((a, b) => a - b);
}
