import { usualCells } from '../standard-sizes/packs.ts';
import { multirotorPurposeOf, purposeOf } from '../brief/wanted.ts';
import type { Craft } from '../document/schema.ts';
import { PURPOSES, type MultirotorPurpose, type Purpose } from '../document/schools.ts';

/**
 * Watts for each gram of motor at full throttle, standing, by nominal volts: from what the rules of watts per kilogram and the
 * motors that such craft carry come to. Common practice, no source.
 */
const MOTOR_W_PER_G: Readonly<
  Record<Purpose | MultirotorPurpose | 'fast' | 'slow', readonly [number, number]>
> = {
  glider: [1.7, 3.5],
  trainer: [1.5, 3.2],
  sport: [2, 3.8],
  floatplane: [1.9, 3.8],
  'hand-launch': [2.2, 4.5],
  aerobatic: [2.6, 5],
  unlimited: [3.7, 6.5],
  speed: [3.5, 8],
  jet: [3.5, 9],
  hover: [1.6, 3.8],
  carry: [1.6, 3.8],
  agile: [6, 22],
  fast: [2.5, 8],
  slow: [0.15, 1]
};

/** Watts for each kilogram of a boat at full throttle. Common practice, no source. */
const BOAT_W_PER_KG = { fast: [200, 650], slow: [4, 18] } as const;

/** Watts for each kilogram that a craft's purpose asks at full throttle; null for multirotors, which are judged by thrust. */
export function wattsPerKg(craft: Craft): readonly [number, number] | null {
  if (craft.kind === 'multirotor') return null;
  return craft.kind === 'boat'
    ? BOAT_W_PER_KG[isSlow(craft) ? 'slow' : 'fast']
    : PURPOSES[purposeOf(craft.purpose)].wattsPerKg;
}

/** Whether a boat pushes water aside, not planes over it. */
export const isSlow = (craft: Pick<Craft, 'hull'>): boolean => craft.hull === 'displacement';

/** Watts for each gram of a craft's motor. */
export const motorWindow = (craft: Craft): readonly [number, number] =>
  MOTOR_W_PER_G[
    craft.kind === 'boat'
      ? isSlow(craft)
        ? 'slow'
        : 'fast'
      : craft.kind === 'multirotor'
        ? multirotorPurposeOf(craft.purpose)
        : purposeOf(craft.purpose)
  ];

/**
 * Current that is passed for moments, over the one at full throttle, standing: weed stalls the screw of a boat that works, agile
 * rotors are flung up to speed. Common practice, no source. (m)
 */
export const peaksOf = ({ kind, hull, purpose }: Pick<Craft, 'kind' | 'hull' | 'purpose'>): number =>
  (kind === 'boat' && isSlow({ hull })) || (kind === 'multirotor' && multirotorPurposeOf(purpose) === 'agile')
    ? 2
    : 1;

/**
 * Cells that such craft have for a power, W. Boats, whose ESCs are cooled by water, take twice the amps of aeroplanes on as many
 * cells; multirotors share them among several ESCs. Common practice, no source. (m)
 */
export const usualCellsOf = (kind: Craft['kind'], watts: number): number =>
  usualCells(kind === 'boat' ? watts / 2 : kind === 'multirotor' ? watts / 1.25 : watts);
