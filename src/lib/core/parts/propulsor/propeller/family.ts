/** What sets one propeller family apart, for the blade-element model. */
export interface PropellerFamily {
  readonly name: string;
  /** Factor on the chord table: the effective chord. */
  readonly chordScale: number;
  /** Drag beyond the smooth section's: moulding, blunt trailing edge, tip. It does not fall with Reynolds number. */
  readonly addedDrag: number;
  readonly thicknessRatio: number;
  /** Effective share of the marked pitch. */
  readonly pitchShare: number;
  /** Chord over radius at r/R 0.15, 0.20 … 1.00. */
  readonly chord: readonly number[];
  /** Blades that the chord table belongs to; the blades of propellers with more of them are narrower. */
  readonly usualBlades: number;
  /** How its added drag grows with the number of blades over the usual one: small ones with fewer blades are slender and clean. */
  readonly dragByBlades: number;
  /** Blade starts here, share of the radius. */
  readonly hub: number;
  /** One standard deviation of thrust and of power against real propellers of the family, relative. */
  readonly thrustSd: number;
  readonly powerSd: number;
}

/** The wide outline of multirotor blades of 5 inches and less. */
const WIDE = [
  0.19, 0.225, 0.25, 0.268, 0.278, 0.283, 0.284, 0.283, 0.281, 0.279, 0.275, 0.268, 0.256, 0.238, 0.214,
  0.182, 0.135, 0.07
] as const;

/**
 * The families. Chord tables: typical outlines, from memory of blades on a ruler. Scale, drag and share of the pitch:
 * fitted together, with the section's constants held, to class values from memory of Brandt and Selig (AIAA 2011-1255)
 * and Deters, Ananda and Selig (AIAA 2014-2151), which are sure to about 6 to 9 % themselves, to full-throttle readings
 * (`bench-rows.ndjson`, but for B16, which momentum theory forbids) and to rows typical of their class (`class-rows.ndjson`,
 * currents before thrusts: makers' thrust is a tenth optimistic), all at once (`npm run snapshot -- blades`; `docs/validation.md`
 * shows what was fitted to and what was not). The added drag is about as much again as that of the smooth section: moulding,
 * blunt trailing edges, and thin wide blades most of all. The wide blades of 5 inches and less make no more thrust than
 * blades of six tenths of their chord would: their scale is an effective chord; so has the added drag of the smallest paddles
 * ducts and gaps in it, which two rows decide. Spread: a generic blade against any one maker's; where few readings stand
 * behind a size or a number of blades, `coverage.ts` adds to it.
 */
export const PROPELLER_FAMILIES = {
  'thin-electric': {
    name: 'thin electric',
    chordScale: 0.968,
    addedDrag: 0.0143,
    thicknessRatio: 0.1,
    chord: [
      0.13, 0.149, 0.173, 0.189, 0.197, 0.201, 0.2, 0.194, 0.186, 0.174, 0.16, 0.145, 0.128, 0.112, 0.096,
      0.081, 0.061, 0.041
    ],
    pitchShare: 0.956,
    usualBlades: 2,
    dragByBlades: 0,
    hub: 0.13,
    thrustSd: 0.085,
    powerSd: 0.085
  },
  'slow-flyer': {
    name: 'slow flyer',
    chordScale: 1.057,
    addedDrag: 0.0072,
    thicknessRatio: 0.07,
    chord: [
      0.109, 0.132, 0.156, 0.176, 0.193, 0.206, 0.216, 0.223, 0.226, 0.225, 0.219, 0.21, 0.197, 0.179, 0.157,
      0.13, 0.087, 0.042
    ],
    pitchShare: 0.966,
    usualBlades: 2,
    dragByBlades: 0,
    hub: 0.13,
    thrustSd: 0.095,
    powerSd: 0.1
  },
  sport: {
    name: 'sport',
    chordScale: 0.817,
    addedDrag: 0.013,
    thicknessRatio: 0.12,
    chord: [
      0.13, 0.15, 0.168, 0.18, 0.188, 0.192, 0.193, 0.191, 0.187, 0.181, 0.173, 0.163, 0.151, 0.138, 0.123,
      0.106, 0.084, 0.05
    ],
    pitchShare: 0.965,
    usualBlades: 2,
    dragByBlades: 0,
    hub: 0.13,
    thrustSd: 0.11,
    powerSd: 0.11
  },
  multirotor: {
    name: 'multirotor',
    chordScale: 1.004,
    addedDrag: 0.018,
    thicknessRatio: 0.08,
    chord: [
      0.11, 0.15, 0.185, 0.205, 0.21, 0.205, 0.195, 0.183, 0.171, 0.16, 0.149, 0.138, 0.128, 0.118, 0.108,
      0.096, 0.078, 0.045
    ],
    pitchShare: 1.0,
    usualBlades: 2,
    dragByBlades: 0,
    hub: 0.13,
    thrustSd: 0.11,
    powerSd: 0.09
  },
  'multirotor-carbon': {
    name: 'multirotor, carbon',
    chordScale: 0.93,
    addedDrag: 0.0185,
    thicknessRatio: 0.06,
    chord: [
      0.11, 0.15, 0.185, 0.205, 0.21, 0.205, 0.195, 0.183, 0.171, 0.16, 0.149, 0.138, 0.128, 0.118, 0.108,
      0.096, 0.078, 0.045
    ],
    pitchShare: 1.0,
    usualBlades: 2,
    dragByBlades: 0,
    hub: 0.13,
    thrustSd: 0.12,
    powerSd: 0.11
  },
  'multirotor-small': {
    name: 'multirotor, 5 in and smaller',
    chordScale: 0.556,
    addedDrag: 0.058,
    thicknessRatio: 0.06,
    chord: WIDE,
    pitchShare: 0.87,
    usualBlades: 3,
    dragByBlades: 1.4,
    hub: 0.13,
    thrustSd: 0.15,
    powerSd: 0.12
  },
  'multirotor-micro': {
    name: 'multirotor, paddles of 40 mm and smaller',
    chordScale: 1.04,
    addedDrag: 0.112,
    thicknessRatio: 0.06,
    chord: WIDE,
    pitchShare: 1.0,
    usualBlades: 4,
    dragByBlades: 1,
    hub: 0.13,
    thrustSd: 0.17,
    powerSd: 0.17
  },
  folding: {
    name: 'folding',
    chordScale: 0.955,
    addedDrag: 0.012,
    thicknessRatio: 0.09,
    chord: [
      0.1, 0.12, 0.15, 0.175, 0.19, 0.198, 0.2, 0.196, 0.188, 0.176, 0.162, 0.147, 0.131, 0.115, 0.098, 0.082,
      0.062, 0.04
    ],
    pitchShare: 0.955,
    usualBlades: 2,
    dragByBlades: 0,
    hub: 0.2,
    thrustSd: 0.12,
    powerSd: 0.12
  }
} as const satisfies Record<string, PropellerFamily>;

export type FamilyName = Exclude<keyof typeof PROPELLER_FAMILIES, 'multirotor-small' | 'multirotor-micro'>;

/** The family of blades that is taken where none is given. */
export const usualFamily = (craft: 'fixed-wing' | 'multirotor' | 'boat'): FamilyName =>
  craft === 'multirotor' ? 'multirotor' : 'thin-electric';

/** Share of the radius at which the chord tables begin, and their step. */
export const CHORD_START = 0.15;
export const CHORD_STEP = 0.05;

/** Chord over radius at a share of the radius, from a table at 0.15, 0.20 … 1. */
export function chordAt(table: readonly number[], share: number): number {
  const at = Math.max((share - CHORD_START) / CHORD_STEP, 0);
  const i = Math.min(Math.floor(at), table.length - 2);
  const f = Math.min(at - i, 1);
  return table[i] + f * (table[i + 1] - table[i]);
}
