import type { Battery, Motor, Propulsor } from '../document/schema.ts';

/** Whether two parts agree in some of their figures; a figure that is missing is missing in both. */
const agree = (a: object, b: object, fields: readonly string[]): boolean =>
  fields.every((field) => {
    const x = (a as Record<string, unknown>)[field] ?? null;
    const y = (b as Record<string, unknown>)[field] ?? null;
    return x === y || JSON.stringify(x) === JSON.stringify(y);
  });

/** Figures that make a motor the one that was measured; ratings, mass and name do not. */
const MOTOR = [
  'kvRpmPerVolt',
  'resistanceOhm',
  'noLoadCurrentA',
  'noLoadVoltageV',
  'poles',
  'loadedResistanceFactor'
] as const;
const CELL = ['chemistry', 'continuousC', 'cellResistanceOhm'] as const;
const BLADE = [
  'kind',
  'diameterM',
  'pitchM',
  'blades',
  'family',
  'tip',
  'cutFromM',
  'hubDiameterM',
  'exitAreaM2',
  'inlet',
  'expandedAreaRatio',
  'immersion',
  'coefficients'
] as const;

/** Whether a motor is the one that was measured. */
export const isSameMotor = (a: Motor, b: Motor): boolean => agree(a, b, MOTOR);

/** How much two packs have in common: 1 the same, 0.5 other counts of the same cell, 0 nothing. */
export function packLikeness(a: Battery, b: Battery): number {
  const cellAh = (p: Battery): number => p.capacityAh / (p.parallel ?? 1);
  if (!agree(a, b, CELL) || Math.abs(cellAh(a) / cellAh(b) - 1) > 1e-6) return 0;
  return a.series === b.series && (a.parallel ?? 1) === (b.parallel ?? 1) ? 1 : OTHER_COUNT;
}
/** Share of a cell's own error that other packs of the same cell share: make and age. (m) */
const OTHER_COUNT = 0.5;

/** Whether a propulsor is the one that was measured. */
export const isSamePropulsor = (a: Propulsor, b: Propulsor): boolean => agree(a, b, BLADE);

/** Pitch over diameter by which blades of one family differ before one tells little of the other, as a factor. (m) */
const LIKE_PITCH = 1.2;

/** Whether two propulsors of one family have the same number of blades and about the same pitch over diameter. */
export function isLikeBlade(a: Propulsor, b: Propulsor): boolean {
  if (a.blades != null && b.blades != null && a.blades !== b.blades) return false;
  if (a.pitchM == null || b.pitchM == null) return true;
  const ratio = a.pitchM / a.diameterM / (b.pitchM / b.diameterM);
  return Math.max(ratio, 1 / ratio) <= LIKE_PITCH;
}

/** Whether two propulsors are of one family, so that what is found of one tells something of the other. */
export function isSameFamily(a: Propulsor, b: Propulsor): boolean {
  // measured coefficients are of one propulsor alone
  if (a.coefficients || b.coefficients || a.kind !== b.kind) return false;
  return a.kind !== 'propeller' || b.kind !== 'propeller' || (a.family ?? null) === (b.family ?? null);
}
