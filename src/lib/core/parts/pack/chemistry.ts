/** What one chemistry is like, per cell. Volts; shares of capacity. */
interface Chemistry {
  readonly name: string;
  /** Open-circuit volts at the states of charge of `STATE_OF_CHARGE`. */
  readonly openCircuitV: readonly number[];
  readonly fullV: number;
  readonly nominalV: number;
  /** Loaded volts below which a cell is harmed: the rating of the loaded-volts check. */
  readonly loadedFloorV: number;
  /** Loaded volts that leave the margin practitioners keep. */
  readonly loadedMarginV: number;
  /** Lowest resting volts after use. */
  readonly restingFloorV: number;
  /** Pulse resistance of a new cell of 1 Ah rated 20C, ohm; and how it falls with the C rating and with the capacity. */
  readonly resistance: { readonly ohm: number; readonly byC: number; readonly byAh: number };
  /** The slow part of its drop under load, as a share of the pulse resistance (`under-load.ts`). */
  readonly slowShare: number;
}

/**
 * Pouch cells. Fitted to what chargers and logs show of them, from memory: 1.3 Ah of 100C 3 mOhm, 2.2 Ah of 30C 4 to 5, 5 Ah of
 * 50C 1.5 to 2.5, 22 Ah of 25C 0.8 to 1.2. R falls slower than with 1/Ah: large cells share their tabs and are sold by the C of
 * small ones.
 */
const POUCH = { ohm: 0.011, byC: 0.6, byAh: 0.75 } as const;
/** Round cells: 3 Ah of 10C 20 mOhm in a pulse, 25 to 35 all in. From memory. */
const ROUND = { ohm: 0.037, byC: 0.7, byAh: 1 } as const;

/** States of charge of every open-circuit table. */
export const STATE_OF_CHARGE = [
  0, 0.05, 0.1, 0.15, 0.2, 0.25, 0.3, 0.35, 0.4, 0.45, 0.5, 0.55, 0.6, 0.65, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95,
  1
] as const;

/**
 * Typical resting voltage tables. All values from memory of trade tables and data sheets, ±0.03 V between 10 and
 * 95 % (LiPo: 4.20 full, 3.84 half, 3.73 at 20 %, 3.27 empty).
 */
export const CHEMISTRIES = {
  lipo: {
    name: 'LiPo',
    openCircuitV: [
      3.27, 3.61, 3.69, 3.71, 3.73, 3.75, 3.77, 3.79, 3.8, 3.82, 3.84, 3.85, 3.87, 3.91, 3.95, 3.98, 4.02,
      4.08, 4.11, 4.15, 4.2
    ],
    fullV: 4.2,
    nominalV: 3.7,
    loadedFloorV: 3.0,
    loadedMarginV: 3.3,
    restingFloorV: 3.5,
    resistance: POUCH,
    slowShare: 1.5
  },
  lihv: {
    name: 'LiPo, high voltage',
    openCircuitV: [
      3.27, 3.6, 3.68, 3.71, 3.74, 3.77, 3.79, 3.81, 3.83, 3.86, 3.89, 3.92, 3.96, 4.0, 4.05, 4.1, 4.15, 4.2,
      4.25, 4.3, 4.35
    ],
    fullV: 4.35,
    nominalV: 3.8,
    loadedFloorV: 3.0,
    loadedMarginV: 3.3,
    restingFloorV: 3.5,
    resistance: POUCH,
    slowShare: 1.5
  },
  liion: {
    name: 'Li-ion, cylindrical',
    openCircuitV: [
      2.8, 3.1, 3.25, 3.35, 3.42, 3.48, 3.52, 3.56, 3.59, 3.62, 3.66, 3.7, 3.75, 3.8, 3.85, 3.9, 3.96, 4.02,
      4.06, 4.11, 4.2
    ],
    fullV: 4.2,
    nominalV: 3.6,
    loadedFloorV: 2.5,
    loadedMarginV: 2.8,
    restingFloorV: 3.2,
    resistance: ROUND,
    slowShare: 0.5
  },
  lifepo4: {
    name: 'LiFePO4',
    openCircuitV: [
      2.5, 3.0, 3.1, 3.17, 3.2, 3.22, 3.24, 3.25, 3.26, 3.27, 3.28, 3.285, 3.29, 3.295, 3.3, 3.31, 3.32,
      3.325, 3.33, 3.35, 3.6
    ],
    fullV: 3.6,
    nominalV: 3.2,
    loadedFloorV: 2.5,
    loadedMarginV: 2.8,
    restingFloorV: 3.0,
    resistance: { ohm: 0.02, byC: 0.7, byAh: 1 },
    slowShare: 1
  },
  nimh: {
    name: 'NiMH',
    openCircuitV: [
      1.05, 1.15, 1.19, 1.21, 1.225, 1.235, 1.242, 1.248, 1.253, 1.258, 1.263, 1.268, 1.273, 1.28, 1.288,
      1.297, 1.308, 1.32, 1.34, 1.37, 1.45
    ],
    fullV: 1.45,
    nominalV: 1.2,
    loadedFloorV: 0.9,
    loadedMarginV: 1.0,
    restingFloorV: 1.1,
    resistance: { ohm: 0.012, byC: 0.7, byAh: 1 },
    slowShare: 1.5
  }
} as const satisfies Record<string, Chemistry>;

export type ChemistryName = keyof typeof CHEMISTRIES;
