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

/** Effective zero-lift angle of a cambered thin section at model Reynolds numbers, rad. Fitted to the class values. */
export const ZERO_LIFT_RAD = (-5.5 * Math.PI) / 180;
const DEG = Math.PI / 180;
const BLEND_RAD = 3.3 * DEG;

/**
 * Sets the state of a section.
 * Maximum lift 1.38 + 0.19 log10(Re/1e5); minimum drag cd0 (Re/1e5)^−0.59, flatter above Re 3e5: fitted constants.
 * Lift slope by Prandtl and Glauert. Rotational augmentation after Snel (1994): 2.6 (c/r)², at most 0.8.
 * @param reynolds held within 8e3..3e6; @param mach held below 0.9 for the slope
 */
export function setSection(
  state: SectionState,
  reynolds: number,
  mach: number,
  chordOverRadius: number,
  thicknessRatio: number,
  dragAtRe100k: number
): void {
  const ln = Math.log(Math.min(Math.max(reynolds, 8e3), 3e6) / 1e5);
  const lr = ln / Math.LN10;
  const m = Math.min(mach, 0.85);
  state.slope = 5.9 / Math.sqrt(1 - m * m);
  state.liftMax = Math.max(1.38 + 0.19 * lr, 0.55);
  state.liftMin = -0.6 * state.liftMax;
  state.dragMin =
    dragAtRe100k * Math.exp(lr <= 0.5 ? -0.59 * ln : -0.295 * Math.LN10 - 0.15 * (ln - 0.5 * Math.LN10));
  state.dragRise = 0.0114 * Math.exp(-0.3 * ln);
  state.mach = mach;
  state.criticalMach = 0.762 - thicknessRatio;
  state.augmentation = Math.min(2.6 * chordOverRadius * chordOverRadius, 0.8);
  state.stall = ZERO_LIFT_RAD + state.liftMax / state.slope + 4.25 * DEG;
}

/** Lift and drag coefficients: [0] lift, [1] drag. */
export type Polar = Float64Array;

/**
 * Lift and drag of a section at any angle of attack in (−pi, pi).
 * Attached: linear lift, smoothly held at the maximum; parabolic drag. Separated: Hoerner's flat plate
 * (Fluid-Dynamic Drag 1965, 3-16): CN = 1.2/(0.222 + 0.283/|sin alpha|). Logistic blend 3.3 degrees wide.
 * Drag divergence 20 (M − Mcr)⁴ with Mcr = 0.762 − t/c − 0.1 |cl|.
 */
export function sectionPolar(state: SectionState, alpha: number, out: Polar): void {
  const linear = state.slope * (alpha - ZERO_LIFT_RAD);
  const limit = linear >= 0 ? state.liftMax : -state.liftMin;
  const r = linear / limit;
  const r2 = r * r;
  const r4 = r2 * r2;
  const attached = linear / Math.sqrt(Math.sqrt(Math.sqrt(1 + r4 * r4)));
  const negativeStall = ZERO_LIFT_RAD + state.liftMin / state.slope - 4.25 * DEG;
  const beyond = alpha > ZERO_LIFT_RAD ? alpha - state.stall : negativeStall - alpha;
  const dc = attached - 0.18;
  let lift = attached;
  let drag = state.dragMin + state.dragRise * dc * dc;
  // below one part in ten thousand the separated flow is left out
  if (beyond > -4.6 * BLEND_RAD) {
    const stalled = 1 / (1 + Math.exp((-2 * beyond) / BLEND_RAD));
    const s = Math.sin(alpha - 0.5 * ZERO_LIFT_RAD);
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
  }
  out[0] = lift;
  out[1] = drag;
}
