import type { ChemistryName } from '../parts/pack/chemistry.ts';

/** Amps of separate switching supplies on sale. Common practice, no source. */
export const SUPPLIES_A = [3, 5, 8, 10, 15, 20, 30] as const;

/** Mass of a separate switching supply with its leads, kg: from memory of parts on a scale, ±30 %. */
export const supplyMassKg = (amps: number): number => Number((0.006 + 0.0022 * amps).toPrecision(2));

/** A pack that is sold to feed a receiver. */
export interface ReceiverPackSize {
  readonly chemistry: ChemistryName;
  readonly series: number;
  readonly capacityAh: number;
  readonly continuousC: number;
}

/** Receiver packs on sale, by chemistry, small first. Common practice, no source. A table of data. */
export const RECEIVER_PACKS: readonly ReceiverPackSize[] = [
  ...[0.35, 0.5, 0.8, 1.3, 2.2].map((capacityAh) => ({
    chemistry: 'lipo' as const,
    series: 2,
    capacityAh,
    continuousC: 20
  })),
  ...[0.7, 1.1, 1.8, 2.5].map((capacityAh) => ({
    chemistry: 'lifepo4' as const,
    series: 2,
    capacityAh,
    continuousC: 15
  })),
  ...[0.8, 1.3, 2].map((capacityAh) => ({
    chemistry: 'nimh' as const,
    series: 4,
    capacityAh,
    continuousC: 8
  }))
];
