import { DRIVE_PARTS, type DrivePart } from '../registry/parts.ts';
import type { SetupDocument } from '../document/schema.ts';
import { shopWords } from '../alternatives/shop-words.ts';
import { scoreOf, type Measure } from '../yardstick/worth.ts';
import type { NearMiss } from './nearest.ts';
import { changed, partChanged } from './nearest.ts';
import type { SearchLimits } from './search-request.ts';
import { SearchRun } from './search-run.ts';
import type { SearchPart, SearchParts, Space } from './space.ts';
import { setupOf, spaceOf } from './space.ts';
import type { SearchBrief } from './search-request.ts';

/** One new part, and what it opens with everything else as it is. */
export interface Opening {
  readonly part: DrivePart;
  /** In the words of a shop, with the name where it has one. */
  readonly text: string;
  /** Workable combinations with it. */
  readonly opens: number;
  /** By how much the best of them is better than the best there is, as a factor of the yardstick; null where there is none yet. */
  readonly better: number | null;
  /** The best setup with it; null where nothing works. */
  readonly setup: SetupDocument | null;
  /** Whether it stands on the shelf and is not owned. */
  readonly onShelf: boolean;
  readonly document: object;
}

/** A part that might be bought. */
interface Offer {
  readonly part: DrivePart;
  readonly document: SearchPart<object>['document'];
  readonly name: string;
  readonly onShelf: boolean;
}

/** Most combinations that are searched to find what is best bought. */
const MOST_WORK = 200_000;

/** Parts that would let near misses through, and those of the shelf that are not owned. */
function offersOf(
  parts: SearchParts,
  limits: SearchLimits,
  nearest: readonly NearMiss[],
  ideal: SetupDocument | null
): Offer[] {
  const offers: Offer[] = [];
  const keys = DRIVE_PARTS;
  if (limits.ownedOnly)
    for (const part of keys)
      for (const p of parts[part])
        if (!p.owned && limits.fixed?.[part] == null)
          offers.push({ part, document: p.document, name: p.name, onShelf: true });
  for (const miss of nearest) {
    const part = partChanged(miss.changes);
    if (part && limits.fixed?.[part] == null)
      offers.push({
        part,
        document: unnamed(changed(miss.setup, miss.changes)[part]),
        name: '',
        onShelf: false
      });
  }
  if (ideal)
    for (const part of keys)
      if (ideal[part] && limits.fixed?.[part] == null)
        offers.push({ part, document: unnamed(ideal[part]), name: '', onShelf: false });
  const seen = new Set<string>();
  return offers.filter(({ part, document }) => {
    const key = `${part} ${JSON.stringify(document)}`;
    return seen.has(key) ? false : seen.add(key);
  });
}

/** A part on sale has no name yet. */
const unnamed = (document: object | null | undefined): object => {
  const { name: _name, ...rest } = (document ?? {}) as { name?: string };
  return rest;
};

/**
 * With everything else as it is, the one new part that opens most, or makes the best one better by most: each is put in the
 * place of its kind and everything is searched with it, every check looked at.
 * @param best score of the best workable one; null where nothing works
 */
export function openingsOf(
  space: Space,
  brief: SearchBrief,
  parts: SearchParts,
  limits: SearchLimits,
  measure: Measure,
  nearest: readonly NearMiss[],
  ideal: SetupDocument | null,
  best: number | null
): Opening[] {
  let work = 0;
  const found: Opening[] = [];
  for (const offer of offersOf(parts, limits, nearest, ideal)) {
    const one: SearchPart<object> = { name: offer.name, owned: true, document: offer.document };
    const with_ = spaceOf(
      brief,
      {
        battery: space.batteries,
        esc: space.escs,
        motor: space.motors,
        propulsor: space.propulsors,
        receiverSupply: parts.receiverSupply,
        [offer.part]: [one]
      } as SearchParts,
      { ...limits, fixed: undefined, series: offer.part === 'battery' ? null : limits.series }
    );
    if (with_.size === 0) continue;
    work += with_.size;
    if (work > MOST_WORK) break;
    const run = new SearchRun(with_, limits).findWorkable();
    const [top] = run.found.ranked(measure, 1);
    const score = top === undefined ? null : scoreOf((axis) => run.found.value(top, axis), measure);
    const setup = top === undefined ? null : setupOf(with_, run.found.combination(top));
    const words = shopWords(offer.part, setup ?? setupOf(with_, 0));
    found.push({
      part: offer.part,
      text: offer.name ? `${offer.name}: ${words}` : words,
      opens: run.found.length,
      better: score === null || best === null ? null : Math.exp(score - best),
      setup,
      onShelf: offer.onShelf,
      document: offer.document
    });
  }
  return found
    .filter((o) => o.opens > 0)
    .sort((a, b) => b.opens - a.opens || (b.better ?? 0) - (a.better ?? 0));
}
