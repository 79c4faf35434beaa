import type { QuantityName } from './quantity.ts';

/**
 * What figures of this hobby are, SI, from the least micro model to the largest that is flown or driven for sport: outside of
 * it a figure is asked about. From memory of what is on sale and flown; common practice, no source. Quantities that have no
 * such bounds are left out.
 */
export const PLAUSIBLE: Partial<Record<QuantityName, readonly [low: number, high: number]>> = {
  propLength: [0.02, 1.6],
  screwLength: [0.005, 0.4],
  length: [0.01, 30],
  area: [0.002, 30],
  mass: [0.0001, 30],
  craftMass: [0.003, 150],
  thrust: [0.005, 3000],
  speed: [0.1, 150],
  current: [0.001, 1000],
  voltage: [0.5, 400],
  power: [0.1, 60_000],
  milliohm: [0.00005, 8],
  capacity: [0.01, 150],
  kv: [15, 60_000],
  rpm: [100, 400_000],
  share: [0.02, 1.5]
};

/** Factors by which a figure was likely typed in another unit, the likelier first: grams for kilograms, mAh for Ah, mm for m. */
export const SLIPS: Partial<Record<QuantityName, readonly number[]>> = {
  propLength: [0.001 / 0.0254, 0.1, 25.4, 0.001],
  screwLength: [0.001, 0.1, 1000],
  length: [0.001, 0.01],
  area: [0.01, 0.0001, 100],
  mass: [1000, 0.001],
  craftMass: [0.001],
  capacity: [0.001, 1000],
  milliohm: [0.001, 1000],
  current: [0.001],
  voltage: [0.001, 0.1],
  power: [0.001, 1000],
  kv: [1000],
  rpm: [1000],
  share: [100, 0.01]
};
