/** Lift and drag of a blade section that depend on its Reynolds and Mach number only, hoisted out of the solution. */
export interface SectionState {
  slope: number;
  liftMax: number;
  liftMin: number;
  dragMin: number;
  dragRise: number;
  mach: number;
  criticalMach: number;
  /** Share of the lift lost to stall that rotation gives back. */
  augmentation: number;
  /** Angle of attack round which the flow separates, rad. */
  stall: number;
}

/** A fresh state, to be filled by `setSection`. */
export const sectionState = (): SectionState => ({
  slope: 0,
  liftMax: 0,
  liftMin: 0,
  dragMin: 0,
  dragRise: 0,
  mach: 0,
  criticalMach: 0,
  augmentation: 0,
  stall: 0
});

const DEG = Math.PI / 180;

/**
 * Constants of a thin cambered section. Those of the attached flow are fitted to recorded runs of a general airfoil
 * program (free transition, amplification 7) over four-digit sections of 4 and 6 % camber and 6 and 8 % thickness, Re 2e4
 * to 1e6, read at 5 % camber: `tests/reference/data/section-polars.json`, how they were made: docs/sections.md. They meet
 * the recorded lift within 0.09 and drag within 25 % (rms) from Re 6e4 up; below, bubbles bend the lift curve as
 * no straight line does. Those of separated flow and rotation have no two-dimensional source: they are what the class
 * values of whole propellers leave (`family.ts`).
 */
export const SECTION = {
  slope: 5.96,
  zeroLiftRad: -5.07 * DEG,
  /** Maximum lift at Re 1e5 and its growth per decade of Reynolds number; least it falls to. */
  liftMax: 1.45,
  liftMaxPerDecade: 0.27,
  liftMaxLeast: 0.7,
  negativeShare: 0.6,
  /** Minimum drag of a smooth section at Re 1e5. */
  dragMin: 0.0135,
  /** What a moulded blade adds to it falls with Reynolds number by this power up to 1e5 and stays above. */
  addedExponent: 0.42,
  /** It falls with Re^−0.55 up to Re 6e4, Re^−0.66 up to 4e5 (decades from 1e5), then with Re^−0.1. */
  dragExponentBelow: 0.5,
  lowBendDecades: -0.22,
  dragExponent: 0.66,
  bendDecades: 0.6,
  dragExponentAbove: 0.1,
  /** Drag over the least: rise (Re/1e5)^−0.39 (cl − cl0)². */
  dragRise: 0.062,
  dragRiseExponent: 0.36,
  liftOfLeastDrag: 0.68,
  /** Rotational augmentation after Snel (1994): a (c/r)², at most b, of the lift lost to stall. */
  augmentation: 2.7,
  augmentationMost: 0.8,
  /** Separation: angle beyond that of maximum lift, and width of the blend. */
  stallBeyondRad: 4.75 * DEG,
  blendRad: 3.3 * DEG,
  /**
   * Mach number over the critical one from which lift falls, and how fast: whole propellers lose thrust from tip Mach
   * 0.85 to 0.9 on (full-scale tests of the 1930s, NACA TR 639, from memory).
   */
  liftDivergence: 0.13,
  liftLoss: 12
};

/**
 * Sets the state of a section: maximum lift, minimum drag and drag rise at its Reynolds number, lift slope by Prandtl and
 * Glauert, rotational augmentation after Snel. Constants: `SECTION`.
 * @param addedDrag what a moulded blade adds to a smooth section's least drag at any Reynolds number
 * @param reynolds held within 8e3..3e6; @param mach held below 0.9 for the slope
 */
export function setSection(
  state: SectionState,
  reynolds: number,
  mach: number,
  chordOverRadius: number,
  thicknessRatio: number,
  addedDrag: number
): void {
  const c = SECTION;
  const ln = Math.log(Math.min(Math.max(reynolds, 8e3), 3e6) / 1e5);
  const lr = ln / Math.LN10;
  const m = Math.min(mach, 0.85);
  state.slope = c.slope / Math.sqrt(1 - m * m);
  state.liftMax = Math.max(c.liftMax + c.liftMaxPerDecade * lr, c.liftMaxLeast);
  state.liftMin = -c.negativeShare * state.liftMax;
  const bend = c.bendDecades * Math.LN10;
  const low = c.lowBendDecades * Math.LN10;
  const decay =
    ln <= low
      ? c.dragExponent * low + c.dragExponentBelow * (ln - low)
      : ln <= bend
        ? c.dragExponent * ln
        : c.dragExponent * bend + c.dragExponentAbove * (ln - bend);
  state.dragMin = c.dragMin * Math.exp(-decay) + addedDrag * (ln < 0 ? Math.exp(-c.addedExponent * ln) : 1);
  state.dragRise = c.dragRise * Math.exp(-c.dragRiseExponent * ln);
  state.mach = mach;
  state.criticalMach = 0.762 - thicknessRatio;
  state.augmentation = Math.min(c.augmentation * chordOverRadius * chordOverRadius, c.augmentationMost);
  state.stall = c.zeroLiftRad + state.liftMax / state.slope + c.stallBeyondRad;
}

/** Lift and drag coefficients: [0] lift, [1] drag. */
type Polar = Float64Array;

/**
 * Lift and drag of a section at any angle of attack in (−pi, pi).
 * Attached: linear lift, smoothly held at the maximum; parabolic drag. Separated: Hoerner's flat plate
 * (Fluid-Dynamic Drag 1965, 3-16): CN = 1.2/(0.222 + 0.283/|sin alpha|). Logistic blend 3.3 degrees wide.
 * Drag divergence 20 (M − Mcr)⁴ with Mcr = 0.762 − t/c − 0.1 |cl|.
 */
export function sectionPolar(state: SectionState, alpha: number, out: Polar): void {
  const linear = state.slope * (alpha - SECTION.zeroLiftRad);
  const limit = linear >= 0 ? state.liftMax : -state.liftMin;
  const r = linear / limit;
  const r2 = r * r;
  const r4 = r2 * r2;
  const attached = linear / Math.sqrt(Math.sqrt(Math.sqrt(1 + r4 * r4)));
  const negativeStall = SECTION.zeroLiftRad + state.liftMin / state.slope - SECTION.stallBeyondRad;
  const beyond = alpha > SECTION.zeroLiftRad ? alpha - state.stall : negativeStall - alpha;
  const dc = attached - SECTION.liftOfLeastDrag;
  let lift = attached;
  let drag = state.dragMin + state.dragRise * dc * dc;
  // below one part in ten thousand the separated flow is left out
  if (beyond > -4.6 * SECTION.blendRad) {
    const stalled = 1 / (1 + Math.exp((-2 * beyond) / SECTION.blendRad));
    const s = Math.sin(alpha - 0.5 * SECTION.zeroLiftRad);
    const normal = s === 0 ? 0 : (1.2 * s) / (0.222 * Math.abs(s) + 0.283);
    lift += stalled * (normal * Math.cos(alpha) - attached);
    if (linear > 0 && alpha < 0.9) {
      const potential = Math.min(linear, 2.6);
      if (potential > lift) lift += state.augmentation * stalled * (potential - lift) * (1 - alpha / 0.9);
    }
    drag += stalled * (Math.abs(normal * Math.sin(alpha)) + 0.02);
  }
  const over = state.mach - (state.criticalMach - 0.1 * Math.abs(lift));
  if (over > 0) {
    const o2 = over * over;
    drag += 20 * o2 * o2;
    // shocks take lift too, a little beyond the Mach number at which they begin to drag
    const lost = over - SECTION.liftDivergence;
    if (lost > 0) lift /= 1 + SECTION.liftLoss * lost * lost;
  }
  out[0] = lift;
  out[1] = drag;
}
