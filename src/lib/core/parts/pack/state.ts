/** How a pack has lived, as far as its owner can say without measuring. */
type PackState = 'new' | 'season' | 'old';

/** What age does to a pack: factors on its resistance and capacity when new, and how surely the first is known. */
interface Ageing {
  readonly resistance: number;
  readonly capacity: number;
  readonly resistanceSd: number;
}

/**
 * From memory of packs on chargers: a season of weekly use adds a fifth to a third to the resistance, an old pack has half as
 * much again to twice, and 80 to 90 % of its capacity.
 */
const AGEING: Readonly<Record<PackState, Ageing>> = {
  new: { resistance: 1, capacity: 1, resistanceSd: 0.05 },
  season: { resistance: 1.25, capacity: 0.96, resistanceSd: 0.12 },
  old: { resistance: 1.8, capacity: 0.86, resistanceSd: 0.25 }
};

/** A pack of which nothing is told is taken as it is sold; it may be any of these. (m) */
const UNTOLD: Ageing = { resistance: 1, capacity: 1, resistanceSd: 0.18 };

/** What a pack's state makes of the figures it has when new. */
export const ageing = (state: PackState | null | undefined): Ageing => (state ? AGEING[state] : UNTOLD);
