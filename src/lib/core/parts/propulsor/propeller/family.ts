/** What sets one propeller family apart, for the blade-element model. */
export interface PropellerFamily {
  readonly name: string;
  /** Factor on the chord table: the effective chord. */
  readonly chordScale: number;
  /** Minimum profile drag at Reynolds number 1e5. */
  readonly dragAtRe100k: number;
  readonly thicknessRatio: number;
  /** Effective share of the marked pitch. */
  readonly pitchShare: number;
  /** Chord over radius at r/R 0.15, 0.20 … 1.00. */
  readonly chord: readonly number[];
  /** Blade starts here, share of the radius. */
  readonly hub: number;
  /** One standard deviation of thrust and of power against real propellers of the family, relative. */
  readonly thrustSd: number;
  readonly powerSd: number;
}

/**
 * The families. Chord tables: typical outlines, from memory of blades on a ruler. Scale, drag and share of the pitch:
 * fitted together, with the section's constants held, to class values from memory of Brandt and Selig (AIAA 2011-1255)
 * and Deters, Ananda and Selig (AIAA 2014-2151), which are sure to about 6 to 9 % themselves, and to full-throttle
 * readings typical of their class (`docs/validation.md` shows both apart, and how near they come when left out). The drag
 * is 1.5 to 2.6 times that of the smooth section: moulding, blunt trailing edges, and thin wide blades most of all. The
 * wide blades of 5 inches and less make no more thrust than blades of six tenths of their chord would: their scale is
 * an effective chord. Carbon multirotor propellers pull a fifth more than moulded ones of the same size (15 x 5: CT0 about
 * 0.10 against 0.08, from memory). Spread: a generic blade against any one maker's.
 */
export const PROPELLER_FAMILIES = {
  'thin-electric': {
    name: 'thin electric',
    chordScale: 0.98,
    dragAtRe100k: 0.025,
    thicknessRatio: 0.1,
    chord: [
      0.13, 0.149, 0.173, 0.189, 0.197, 0.201, 0.2, 0.194, 0.186, 0.174, 0.16, 0.145, 0.128, 0.112, 0.096,
      0.081, 0.061, 0.041
    ],
    pitchShare: 0.95,
    hub: 0.13,
    thrustSd: 0.085,
    powerSd: 0.085
  },
  'slow-flyer': {
    name: 'slow flyer',
    chordScale: 1.08,
    dragAtRe100k: 0.0215,
    thicknessRatio: 0.07,
    chord: [
      0.109, 0.132, 0.156, 0.176, 0.193, 0.206, 0.216, 0.223, 0.226, 0.225, 0.219, 0.21, 0.197, 0.179, 0.157,
      0.13, 0.087, 0.042
    ],
    pitchShare: 0.95,
    hub: 0.13,
    thrustSd: 0.095,
    powerSd: 0.1
  },
  sport: {
    name: 'sport',
    chordScale: 0.875,
    dragAtRe100k: 0.0227,
    thicknessRatio: 0.12,
    chord: [
      0.13, 0.15, 0.168, 0.18, 0.188, 0.192, 0.193, 0.191, 0.187, 0.181, 0.173, 0.163, 0.151, 0.138, 0.123,
      0.106, 0.084, 0.05
    ],
    pitchShare: 0.95,
    hub: 0.13,
    thrustSd: 0.11,
    powerSd: 0.11
  },
  multirotor: {
    name: 'multirotor',
    chordScale: 1.02,
    dragAtRe100k: 0.032,
    thicknessRatio: 0.08,
    chord: [
      0.11, 0.15, 0.185, 0.205, 0.21, 0.205, 0.195, 0.183, 0.171, 0.16, 0.149, 0.138, 0.128, 0.118, 0.108,
      0.096, 0.078, 0.045
    ],
    pitchShare: 1.0,
    hub: 0.13,
    thrustSd: 0.11,
    powerSd: 0.1
  },
  'multirotor-carbon': {
    name: 'multirotor, carbon',
    chordScale: 1.42,
    dragAtRe100k: 0.033,
    thicknessRatio: 0.06,
    chord: [
      0.11, 0.15, 0.185, 0.205, 0.21, 0.205, 0.195, 0.183, 0.171, 0.16, 0.149, 0.138, 0.128, 0.118, 0.108,
      0.096, 0.078, 0.045
    ],
    pitchShare: 1.0,
    hub: 0.13,
    thrustSd: 0.12,
    powerSd: 0.11
  },
  'multirotor-small': {
    name: 'multirotor, 5 in and smaller',
    chordScale: 0.56,
    dragAtRe100k: 0.057,
    thicknessRatio: 0.06,
    chord: [
      0.19, 0.225, 0.25, 0.268, 0.278, 0.283, 0.284, 0.283, 0.281, 0.279, 0.275, 0.268, 0.256, 0.238, 0.214,
      0.182, 0.135, 0.07
    ],
    pitchShare: 0.89,
    hub: 0.13,
    thrustSd: 0.15,
    powerSd: 0.13
  },
  folding: {
    name: 'folding',
    chordScale: 0.93,
    dragAtRe100k: 0.0235,
    thicknessRatio: 0.09,
    chord: [
      0.1, 0.12, 0.15, 0.175, 0.19, 0.198, 0.2, 0.196, 0.188, 0.176, 0.162, 0.147, 0.131, 0.115, 0.098, 0.082,
      0.062, 0.04
    ],
    pitchShare: 0.95,
    hub: 0.2,
    thrustSd: 0.12,
    powerSd: 0.12
  }
} as const satisfies Record<string, PropellerFamily>;

export type FamilyName = Exclude<keyof typeof PROPELLER_FAMILIES, 'multirotor-small'>;

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
