/** What is known of having a part. */
export interface PartOwnership {
  readonly owned: boolean;
  /** Price of one; null or left out where it is not known. */
  readonly price?: number | null;
}

/** What a part of the usual price that has to be bought counts against one that is owned: it comes after it if that does nearly as well. (m) */
export const TO_BUY = 0.16;
/** How much of that goes with the price: of two that are to be bought and do as well, the cheaper one. (m) */
const BY_PRICE = 0.25;
/** How many times dearer than usual a part is taken as at most: a price may be of another currency. (m) */
const MOST_TIMES = 4;

/** The middle one of the prices that are known; null where none is. */
export function usualPrice(parts: readonly PartOwnership[]): number | null {
  const known = parts
    .flatMap(({ price }) => (price != null && price > 0 ? [price] : []))
    .sort((a, b) => a - b);
  return known.length === 0 ? null : known[Math.floor((known.length - 1) / 2)];
}

/**
 * What it costs a setup that a part has to be bought, in logarithms: nothing for what is owned, whatever it once cost; an
 * unknown price counts as the usual one.
 * @param usual what such parts cost, by `usualPrice`
 */
export function buyingCost({ owned, price }: PartOwnership, usual: number | null): number {
  if (owned) return 0;
  if (usual === null || price == null) return TO_BUY;
  return TO_BUY * (1 - BY_PRICE + BY_PRICE * Math.min(price / usual, MOST_TIMES));
}
