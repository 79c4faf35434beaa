import { GRAVITY_MS2 } from '../../units/constants.ts';

/** How a thrust is brought onto a scale. */
export type ScaleGeometry =
  /** The motor pushes or pulls straight on the scale. */
  | { readonly kind: 'direct' }
  /** A lever: the thrust at one arm, the scale at the other, lengths from the pivot, m. */
  | { readonly kind: 'lever'; readonly thrustArmM: number; readonly scaleArmM: number }
  /** A line that pulls at an angle to the thrust, degrees. */
  | { readonly kind: 'tilted'; readonly angleDeg: number };

/** A thrust as a scale told it, with how far it may be off, relative (one standard deviation). */
export interface ScaledThrust {
  readonly thrustN: number;
  readonly relativeSd: number;
  readonly working: string;
}

/** A kitchen scale shows whole grams and creeps by some; a tape measures arms to a millimetre or two, an angle to two degrees. (m) */
const SCALE_SD_KG = 0.002;
const ARM_SD_M = 0.0015;
const ANGLE_SD_DEG = 2;
/** Wash against the stand and friction of a pivot that nobody measures. (m) */
const STAND_SD = 0.02;

/**
 * Thrust from what a scale shows: T = (m − tare) g, by a lever × scale arm / thrust arm (moments about the pivot), by a line
 * at an angle / cos α. The errors of scale, arms and angle add up by their squares.
 * @param readKg what the scale shows at full pull; @param tareKg what it shows at rest
 * @throws RangeError for arms that are none, angles of 80° and more, and scales that show no pull
 */
export function thrustFromScale(readKg: number, tareKg: number, geometry: ScaleGeometry): ScaledThrust {
  const pull = Math.abs(readKg - tareKg);
  if (!(pull > 0))
    throw new RangeError(`thrustFromScale: ${readKg} kg is as much as at rest; there is no pull`);
  const straightN = pull * GRAVITY_MS2;
  const scale = SCALE_SD_KG / pull;
  const grams = (kg: number): string => `${Math.round(1000 * kg)} g`;
  // a craft that pulls itself off the scale makes it show less: the pull is the same
  const shown = `${grams(Math.max(readKg, tareKg))} − ${grams(Math.min(readKg, tareKg))}`;
  if (geometry.kind === 'direct')
    return {
      thrustN: straightN,
      relativeSd: Math.hypot(scale, STAND_SD),
      working: `${shown} = ${grams(pull)}`
    };
  if (geometry.kind === 'lever') {
    const { thrustArmM, scaleArmM } = geometry;
    if (!(thrustArmM > 0) || !(scaleArmM > 0))
      throw new RangeError(
        `thrustFromScale: arms of ${thrustArmM} m and ${scaleArmM} m; both should be more than 0`
      );
    return {
      thrustN: (straightN * scaleArmM) / thrustArmM,
      relativeSd: Math.hypot(scale, ARM_SD_M / thrustArmM, ARM_SD_M / scaleArmM, STAND_SD),
      working: `(${shown}) × ${Math.round(1000 * scaleArmM)} mm / ${Math.round(1000 * thrustArmM)} mm`
    };
  }
  const { angleDeg } = geometry;
  if (!(Math.abs(angleDeg) < 80))
    throw new RangeError(`thrustFromScale: ${angleDeg}° is too steep; less than 80° is wanted`);
  const angle = (angleDeg * Math.PI) / 180;
  return {
    thrustN: straightN / Math.cos(angle),
    relativeSd: Math.hypot(scale, Math.tan(Math.abs(angle)) * ((ANGLE_SD_DEG * Math.PI) / 180), STAND_SD),
    working: `(${shown}) / cos ${angleDeg}°`
  };
}
