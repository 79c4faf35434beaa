import type { Source } from '../document/schema.ts';

/** Names of the unknowns whose scale a prediction does not know exactly. */
export const FACTORS = [
  'kv',
  'motorResistance',
  'noLoadCurrent',
  'batteryResistance',
  'thrust',
  'power',
  'inductance',
  'wiringResistance',
  'escResistance'
] as const;
export type FactorName = (typeof FACTORS)[number];

/** The seven that a calibration fits and a document may carry; the seventh only shows at part throttle. */
export const FITTED_FACTORS = FACTORS.slice(0, 7) as readonly FactorName[];

/**
 * One standard deviation, relative, of a figure by where it comes from. The 10th to 90th percentile is 1.28 times this
 * either way. Labels: KV ±4.5 %, winding resistance ±19 % (and what motors of one build differ by under load, `motor/under-load.ts`), no-load current ±25 %, pack resistance ±25 % (and what its age may
 * have made of it, `pack/state.ts`), ESC and wiring ±25 and ±20 %,
 * inductance ±13 % where it is given, a factor of 1.6 either way where it follows from the resistance (`motor/under-load.ts`). Measured at home: about a third of it. Estimates: as their
 * sources in `battery/`, `esc/`, `motor/` say. All from memory of measured parts; `docs/tolerances.md` tells why.
 */
export const RELATIVE_SD: Record<Exclude<FactorName, 'thrust' | 'power'>, Record<Source, number>> = {
  kv: { label: 0.035, measured: 0.01, estimated: 0.1, fitted: 0.01 },
  motorResistance: { label: 0.15, measured: 0.04, estimated: 0.35, fitted: 0.05 },
  noLoadCurrent: { label: 0.2, measured: 0.05, estimated: 0.3, fitted: 0.1 },
  batteryResistance: { label: 0.2, measured: 0.12, estimated: 0.25, fitted: 0.08 },
  inductance: { label: 0.1, measured: 0.05, estimated: 0.37, fitted: 0.1 },
  wiringResistance: { label: 0.15, measured: 0.05, estimated: 0.4, fitted: 0.05 },
  escResistance: { label: 0.2, measured: 0.08, estimated: 0.39, fitted: 0.1 }
};

/** Relative standard deviation of measured propulsor coefficients, thrust and power. (m) */
export const MEASURED_COEFFICIENT_SD = 0.03;
/** Correlation of thrust and power errors of a generic propulsor: the same blade angle moves both. (m) */
export const THRUST_POWER_CORRELATION = 0.5;

/**
 * Share of the variance of a generic propulsor's error that its whole family has in common, the rest being the maker's and
 * the single piece's. (m) Decides what a measured propulsor tells of another one.
 */
export const FAMILY_SHARE = 0.5;

/**
 * What a swap within a family to another number of blades, or to another pitch over diameter by more than a fifth, adds to
 * the spread of thrust and power, relative: makers draw such blades anew. From memory of propellers swapped on one motor
 * (17.4 A became 22 to 24 where air per turn says 22.6 and the blade model 20.6). (m)
 */
export const SWAP_SD = 0.15;

/** Relative standard deviation of a craft's drag polar and of a hull's resistance. (m) */
export const DRAG_SD = 0.25;
export const HULL_SD = 0.25;

/** A figure the document lacks and the core estimated: which, how much, how surely, how. */
export interface Estimate {
  path: string;
  title: string;
  value: number;
  unit: string;
  relativeSd: number;
  working: string;
}
