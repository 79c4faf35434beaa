/** A mass that was estimated from a size, with how far off such an estimate is, relative (10 to 90 %). */
export interface EstimatedMass {
  readonly kg: number;
  readonly tolerance: number;
}

/**
 * Grams of a whole outrunner per cubic centimetre of its stator's cylinder. From memory of labels that give stator and
 * weight: 2207 of 33 g, 2306 of 31 g, 2212 of 52 g, 2814 of 108 g, 2820 of 145 g, 3520 of 215 g, 4030 of 430 g come to 11
 * to 12.5; flat wide ones for large rotors are lighter (4006 of 66 g: 8.8; 5010 of 98 g: 5.0).
 */
const GRAMS_PER_CM3 = 11.8;
/** Above this diameter over length a stator is a flat ring with a hollow middle: its mass grows with D L, not D² L. */
const FLAT = 3.6;
const TOLERANCE = 0.25;

/** Mass of an outrunner from its stator's diameter and length, mm: the one estimate, ±25 %. */
export function estimateMassOfStator(diameterMm: number, lengthMm: number): EstimatedMass {
  const hollow = Math.min(1, (FLAT * lengthMm) / diameterMm);
  const cm3 = ((Math.PI / 4) * diameterMm ** 2 * lengthMm * hollow) / 1000;
  return { kg: (GRAMS_PER_CM3 * cm3) / 1000, tolerance: TOLERANCE };
}

/** Magnets, air gap and bell round a stator, mm; wider on large ones. Common practice, no source. */
const canWider = (statorMm: number): number => (statorMm < 38 ? 7 : 10);
/** Bell, end plate and bearings before and behind a stator, over its diameter. Common practice, no source. */
const LONGER_SHARE = 0.8;

/** Outside of an outrunner with a stator, mm: 2814 is about 35 × 36, 3520 about 42 × 48. Sizes run some mm off. */
export const canOfStator = (diameterMm: number, lengthMm: number): [number, number] => [
  diameterMm + canWider(diameterMm),
  lengthMm + LONGER_SHARE * diameterMm
];

/** Stator in a can, mm: the inverse of `canOfStator`. */
export function statorOfCan(diameterMm: number, lengthMm: number): [number, number] {
  const diameter = Math.max(diameterMm - canWider(diameterMm - 10 < 38 ? 0 : 38), 3);
  return [diameter, Math.max(lengthMm - LONGER_SHARE * diameter, 2)];
}
