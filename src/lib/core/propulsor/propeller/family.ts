/** What sets one propeller family apart, for the blade-element model. */
export interface PropellerFamily {
  readonly name: string;
  /** Factor on the chord table, chosen so that the class values below are met. */
  readonly chordScale: number;
  /** Minimum profile drag at Reynolds number 1e5. */
  readonly dragAtRe100k: number;
  readonly thicknessRatio: number;
  /** Chord over radius at r/R 0.15, 0.20 … 1.00. */
  readonly chord: readonly number[];
  /** Blade starts here, share of the radius. */
  readonly hub: number;
  /** One standard deviation of thrust and of power against real propellers of the family, relative. */
  readonly thrustSd: number;
  readonly powerSd: number;
}

/**
 * The families. Chord tables, drag and scale: starting model fitted to class values from memory of Brandt and Selig
 * (AIAA 2011-1255) and Deters, Ananda and Selig (AIAA 2014-2151), which are sure to about 6 to 9 % themselves;
 * `docs/validation.md` shows how near they come. The scale of the 5-inch family was chosen on three-blade 5 x 4.3
 * propellers (CT0 about 0.18, CP0 about 0.12 at 25 000 rpm, from memory of bench tables). Spread: a generic blade against any one maker's.
 */
export const PROPELLER_FAMILIES = {
  'thin-electric': {
    name: 'thin electric',
    chordScale: 1,
    dragAtRe100k: 0.0265,
    thicknessRatio: 0.1,
    chord: [
      0.13, 0.149, 0.173, 0.189, 0.197, 0.201, 0.2, 0.194, 0.186, 0.174, 0.16, 0.145, 0.128, 0.112, 0.096,
      0.081, 0.061, 0.041
    ],
    hub: 0.13,
    thrustSd: 0.1,
    powerSd: 0.11
  },
  'slow-flyer': {
    name: 'slow flyer',
    chordScale: 1.02,
    dragAtRe100k: 0.0246,
    thicknessRatio: 0.07,
    chord: [
      0.109, 0.132, 0.156, 0.176, 0.193, 0.206, 0.216, 0.223, 0.226, 0.225, 0.219, 0.21, 0.197, 0.179, 0.157,
      0.13, 0.087, 0.042
    ],
    hub: 0.13,
    thrustSd: 0.11,
    powerSd: 0.12
  },
  sport: {
    name: 'sport',
    chordScale: 0.89,
    dragAtRe100k: 0.0236,
    thicknessRatio: 0.12,
    chord: [
      0.13, 0.15, 0.168, 0.18, 0.188, 0.192, 0.193, 0.191, 0.187, 0.181, 0.173, 0.163, 0.151, 0.138, 0.123,
      0.106, 0.084, 0.05
    ],
    hub: 0.13,
    thrustSd: 0.13,
    powerSd: 0.13
  },
  multirotor: {
    name: 'multirotor',
    chordScale: 1.03,
    dragAtRe100k: 0.029,
    thicknessRatio: 0.08,
    chord: [
      0.11, 0.15, 0.185, 0.205, 0.21, 0.205, 0.195, 0.183, 0.171, 0.16, 0.149, 0.138, 0.128, 0.118, 0.108,
      0.096, 0.078, 0.045
    ],
    hub: 0.13,
    thrustSd: 0.12,
    powerSd: 0.12
  },
  'multirotor-small': {
    name: 'multirotor, 5 in and smaller',
    chordScale: 0.64,
    dragAtRe100k: 0.045,
    thicknessRatio: 0.06,
    chord: [
      0.19, 0.225, 0.25, 0.268, 0.278, 0.283, 0.284, 0.283, 0.281, 0.279, 0.275, 0.268, 0.256, 0.238, 0.214,
      0.182, 0.135, 0.07
    ],
    hub: 0.13,
    thrustSd: 0.2,
    powerSd: 0.17
  },
  folding: {
    name: 'folding',
    chordScale: 0.95,
    dragAtRe100k: 0.025,
    thicknessRatio: 0.09,
    chord: [
      0.1, 0.12, 0.15, 0.175, 0.19, 0.198, 0.2, 0.196, 0.188, 0.176, 0.162, 0.147, 0.131, 0.115, 0.098, 0.082,
      0.062, 0.04
    ],
    hub: 0.2,
    thrustSd: 0.14,
    powerSd: 0.14
  }
} as const satisfies Record<string, PropellerFamily>;

export type FamilyName = Exclude<keyof typeof PROPELLER_FAMILIES, 'multirotor-small'>;

/**
 * The family a setup's name means at a diameter: multirotor propellers change from the wide 5-inch shape
 * (up to 0.14 m) to the slender large one (from 0.20 m); between them the nearer is taken.
 */
export function resolveFamily(name: FamilyName, diameterM: number): PropellerFamily {
  if (name === 'multirotor' && diameterM < 0.166) return PROPELLER_FAMILIES['multirotor-small'];
  return PROPELLER_FAMILIES[name];
}
