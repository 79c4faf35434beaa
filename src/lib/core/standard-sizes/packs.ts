/** Discharge rates that packs are sold with, C. Common practice, no source. */
export const C_RATES = [20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 100, 120, 150] as const;

/** C of an everyday pack. Common practice, no source. */
export const EVERYDAY_C = 30;

/** Cell counts that packs are sold with. Common practice, no source. */
export const CELL_COUNTS = [1, 2, 3, 4, 5, 6, 8, 10, 12] as const;

/** Capacities that packs are commonly sold with, Ah. Common practice, no source. */
export const COMMON_CAPACITIES_AH = [
  0.15, 0.2, 0.3, 0.45, 0.55, 0.65, 0.85, 1, 1.3, 1.5, 1.8, 2.2, 2.6, 3.3, 4, 5, 6, 8, 10, 12, 16, 22, 30
] as const;

/** The next capacity that packs are sold by, Ah: steps of 0.05 below 1, of 0.1 below 10, of 0.5 above. */
export function capacitySold(ah: number): number {
  const perAh = ah < 1 ? 20 : ah < 10 ? 10 : 2;
  return Math.ceil(ah * perAh - 1e-9) / perAh;
}

/** Larger capacities on sale, up to four times the present one, Ah. */
export const capacitiesAbove = (ah: number): number[] => [
  ...new Set([1.15, 1.3, 1.5, 1.75, 2, 2.5, 3, 4].map((f) => capacitySold(f * ah)).filter((c) => c > ah))
];

/** Smaller capacities on sale, down to a third of the present one, the nearest first, Ah. */
export const capacitiesBelow = (ah: number): number[] => [
  ...new Set([0.87, 0.77, 0.67, 0.57, 0.5, 0.4, 0.33].map((f) => capacitySold(f * ah)).filter((c) => c < ah))
];

/** Cells by electrical power, W: the current stays below some 45 A. Common practice, no source. */
export const usualCells = (watts: number): number =>
  watts < 60 ? 2 : watts < 380 ? 3 : watts < 700 ? 4 : watts < 3000 ? 6 : 12;
