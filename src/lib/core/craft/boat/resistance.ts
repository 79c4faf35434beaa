import { findRoot } from '../../numeric/find-root.ts';
import { interpolate } from '../../numeric/interpolate.ts';
import type { Fluid } from '../../fluids/air.ts';
import { GRAVITY_MS2 } from '../../units/constants.ts';

/** Hull figures of a boat, complete. */
export interface Hull {
  readonly kind: 'planing-mono' | 'hydroplane' | 'displacement';
  readonly massKg: number;
  readonly lengthM: number;
  readonly beamM: number;
  readonly deadriseDeg: number;
  /** Measured over estimated resistance; 1 where nothing was measured. */
  readonly factor?: number;
  /** How surely the resistance is known, relative. */
  readonly relativeSd?: number;
}

/** Friction coefficient of the ITTC 1957 line: 0.075/(log10 Re − 2)². */
const frictionLine = (reynolds: number): number => 0.075 / (Math.log10(Math.max(reynolds, 2e4)) - 2) ** 2;

/** Residuary resistance over weight against Froude number on length, for round-bilge models. From memory, ±40 %. */
const FROUDE = [0, 0.15, 0.2, 0.25, 0.3, 0.35, 0.4, 0.45, 0.5, 0.6, 0.8, 1, 1.5] as const;
const RESIDUARY = [
  0, 0.0006, 0.0017, 0.004, 0.009, 0.017, 0.034, 0.06, 0.085, 0.12, 0.16, 0.19, 0.24
] as const;

/** Length over the cube root of the displaced volume of the models of that table. */
const SLENDERNESS = 5;
/**
 * The bow wave that a displacement hull does not climb over: its resistance over weight grows without bound round a Froude
 * number that is the higher the longer the hull is for its weight. A tug of 6 kg on 0.70 m stays at 0.9 to 1.5 m/s whatever
 * drives it, a cruiser of 8 kg on 0.95 m at 1.4 to 1.9. From memory, ±15 % in speed.
 */
const WALL = { froude: 0.45, slenderness: 3.85, perSlenderness: 0.11, share: 0.2, width: 0.05 };
const MOST_EXPONENT = 12;

/** Length over the cube root of the displaced volume: 3.5 for a tug to 8 for a slender hull. */
const slendernessOf = (h: Hull, volume: number): number => h.lengthM / Math.cbrt(volume);

/** Resistance over weight of the bow wave before a displacement hull. */
function bowWave(slenderness: number, froude: number): number {
  const at = WALL.froude + WALL.perSlenderness * (slenderness - WALL.slenderness);
  return WALL.share * Math.exp(Math.min((froude - at) / WALL.width, MOST_EXPONENT));
}

/**
 * Resistance of a hull that floats, N: ITTC-57 friction with a form factor of 1.2 on the wetted area of Denny and
 * Mumford (S = 1.7 L T + displacement/T), and a residuary part over weight by Froude number and
 * slenderness; a displacement hull has its bow wave before it.
 */
export function displacementResistanceN(h: Hull, fluid: Fluid, speedMs: number): number {
  if (speedMs <= 0) return 0;
  const volume = h.massKg / fluid.densityKgM3;
  const draft = volume / (0.5 * h.lengthM * h.beamM);
  const wetted = 1.7 * h.lengthM * draft + volume / draft;
  const reynolds = (fluid.densityKgM3 * speedMs * h.lengthM) / fluid.viscosityPaS;
  const friction = 0.5 * fluid.densityKgM3 * speedMs ** 2 * wetted * 1.2 * frictionLine(reynolds);
  const froude = speedMs / Math.sqrt(GRAVITY_MS2 * h.lengthM);
  if (h.kind !== 'displacement')
    return friction + h.massKg * GRAVITY_MS2 * interpolate(FROUDE, RESIDUARY, froude);
  const slenderness = slendernessOf(h, volume);
  const waves = interpolate(FROUDE, RESIDUARY, froude) * (SLENDERNESS / slenderness);
  return friction + h.massKg * GRAVITY_MS2 * (waves + bowWave(slenderness, froude));
}

/** A planing hull's balance. `inRange` is Savitsky's own range of trim (2..15 degrees), length ratio and speed. */
export interface Planing {
  trimDeg: number;
  wettedLengthRatio: number;
  resistanceN: number;
  inRange: boolean;
}

/**
 * Resistance of a prismatic planing hull, N, by Savitsky 1964 (Marine Technology 1(1):71–95): equations
 *   CL0 = tau^1.1 (0.0120 lambda^0.5 + 0.0055 lambda^2.5/Cv²),  CLb = CL0 − 0.0065 beta CL0^0.6,
 *   lp = (0.75 − 1/(5.21 Cv²/lambda² + 2.39)) lambda b,
 *   D = W tan tau + rho V1² Cf lambda b²/(2 cos beta cos tau).
 * The thrust line is taken through the centre of gravity, so that the centre of pressure lies under it.
 * @param lcgM centre of gravity ahead of the transom
 */
export function savitskyPlaning(
  weightN: number,
  beamM: number,
  deadriseDeg: number,
  lcgM: number,
  speedMs: number,
  densityKgM3: number,
  kinematicM2S: number
): Planing | null {
  const cv = speedMs / Math.sqrt(GRAVITY_MS2 * beamM);
  const liftDeadrise = weightN / (0.5 * densityKgM3 * speedMs ** 2 * beamM ** 2);
  const flat = findRoot((cl) => cl - 0.0065 * deadriseDeg * Math.pow(cl, 0.6) - liftDeadrise, 1e-4, 40);
  if (!flat.ok) return null;
  const arm = (lambda: number): number =>
    (0.75 - 1 / ((5.21 * cv * cv) / (lambda * lambda) + 2.39)) * lambda * beamM - lcgM;
  const root = findRoot(arm, 0.02, 12);
  if (!root.ok) return null;
  const lambda = root.value;
  const trimDeg = Math.pow(
    flat.value / (0.012 * Math.sqrt(lambda) + (0.0055 * Math.pow(lambda, 2.5)) / (cv * cv)),
    1 / 1.1
  );
  const tau = (trimDeg * Math.PI) / 180;
  const beta = (deadriseDeg * Math.PI) / 180;
  // mean bottom speed from the dynamic part of the lift (Savitsky's equation 22)
  const dynamic = 0.012 * Math.sqrt(lambda) * Math.pow(trimDeg, 1.1);
  const dynamicDeadrise = Math.max(dynamic - 0.0065 * deadriseDeg * Math.pow(dynamic, 0.6), 0);
  const ratio = Math.sqrt(Math.max(1 - dynamicDeadrise / (lambda * Math.cos(tau)), 0.3));
  const v1 = speedMs * ratio;
  const cf = frictionLine((v1 * lambda * beamM) / kinematicM2S) + 0.0004;
  const friction =
    (0.5 * densityKgM3 * v1 * v1 * lambda * beamM ** 2 * cf) / (Math.cos(beta) * Math.cos(tau));
  return {
    trimDeg,
    wettedLengthRatio: lambda,
    resistanceN: weightN * Math.tan(tau) + friction,
    inRange: trimDeg >= 2 && trimDeg <= 15 && lambda <= 4 && cv >= 0.6 && cv <= 13
  };
}

/**
 * Drag over weight of a hydroplane on its sponsons' tips: a part that stays and a hump that falls with the square of the
 * speed, as the lift's own drag does; and of the air on any small hull. (m)
 */
const HYDROPLANE_DRAG_SHARE = 0.15;
const HYDROPLANE_HUMP_SHARE = 0.3;
const AIR_DRAG_COEFFICIENT = 0.45;
/**
 * Drag area of strut, rudder, shaft and turn fin of fast boats, m², of a waterline of 1 m; grows with its root: the fittings of
 * small boats are large for them. From memory of mono hulls of 0.3 to 0.9 m: 0.6 m, 1.3 kg, 3 cells and 38 mm run 50 to
 * 60 km/h at 55 to 80 A, which lift and friction alone do not explain; ±40 %. Fitted to boats of `class-rows.ndjson`.
 */
const APPENDAGE_M2 = 6e-5;
const APPENDAGE_EXPONENT = 0.5;
/** Trim below which small planing hulls lift the bow no further and run on the chine: Savitsky's lower limit. */
const LEAST_TRIM_DEG = 2;

/**
 * Resistance of any hull at a speed, N. Planing hulls float below Cv 1 and plane above 1.6, blended between; the
 * larger of friction-dominated planing and a trim of 2 degrees is not exceeded, since small hulls run out of
 * Savitsky's range. The appendages of fast boats have a drag area of their own; the air's drag is on frontal area beam x 0.5 beam.
 */
export const hullResistanceN = (h: Hull, fluid: Fluid, speedMs: number): number =>
  (h.factor ?? 1) * estimatedResistanceN(h, fluid, speedMs);

function estimatedResistanceN(h: Hull, fluid: Fluid, speedMs: number): number {
  const airDrag = 0.5 * 1.2 * AIR_DRAG_COEFFICIENT * 0.5 * h.beamM ** 2 * speedMs ** 2;
  const floating = displacementResistanceN(h, fluid, speedMs);
  if (h.kind === 'displacement') return floating + airDrag;
  const appendages = 0.5 * fluid.densityKgM3 * APPENDAGE_M2 * h.lengthM ** APPENDAGE_EXPONENT * speedMs ** 2;
  const weight = h.massKg * GRAVITY_MS2;
  const cv = speedMs / Math.sqrt(GRAVITY_MS2 * h.beamM);
  const share = Math.min(Math.max((cv - 1) / 0.6, 0), 1);
  if (share === 0) return floating + appendages + airDrag;
  let planing: number;
  if (h.kind === 'hydroplane') planing = (HYDROPLANE_DRAG_SHARE + HYDROPLANE_HUMP_SHARE / (cv * cv)) * weight;
  else {
    const s = savitskyPlaning(
      weight,
      h.beamM,
      h.deadriseDeg,
      0.33 * h.lengthM,
      speedMs,
      fluid.densityKgM3,
      fluid.viscosityPaS / fluid.densityKgM3
    );
    if (!s) planing = floating;
    else if (s.trimDeg >= LEAST_TRIM_DEG) planing = s.resistanceN;
    else {
      // model practice: the strut and the hull's stern wake hold it near 2 degrees on a shorter wetted length
      const tau = (LEAST_TRIM_DEG * Math.PI) / 180;
      const lambda = s.wettedLengthRatio * Math.pow(s.trimDeg / LEAST_TRIM_DEG, 1.1);
      const held = Math.max(lambda, 0.3);
      const cf = frictionLine((fluid.densityKgM3 * speedMs * held * h.beamM) / fluid.viscosityPaS) + 0.0004;
      const friction =
        (0.5 * fluid.densityKgM3 * speedMs ** 2 * held * h.beamM ** 2 * cf) /
        Math.cos((h.deadriseDeg * Math.PI) / 180);
      planing = weight * Math.tan(tau) + friction;
    }
  }
  return floating + (planing - floating) * share * share * (3 - 2 * share) + appendages + airDrag;
}

/** Whether the hull is on the plane at a speed: Froude number on beam above 1.6. */
export const isPlaning = (h: Hull, speedMs: number): boolean =>
  h.kind !== 'displacement' && speedMs / Math.sqrt(GRAVITY_MS2 * h.beamM) > 1.6;
