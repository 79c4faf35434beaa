import { GRAVITY_MS2 } from '../../units/constants.ts';
import type { Craft } from '../../setup/schema.ts';
import type { Estimate } from '../../setup/tolerance.ts';

/** Wing figures of an aeroplane, complete. */
export interface Wing {
  readonly massKg: number;
  readonly areaM2: number;
  readonly inducedFactor: number;
  readonly zeroLiftDrag: number;
  readonly maxLift: number;
}

/** Oswald's span efficiency of model wings. (m) */
const SPAN_EFFICIENCY = 0.78;
const ASSUMED = { aspectRatio: 6.5, zeroLiftDrag: 0.04, maxLift: 1.1 } as const;

/** The wing of a craft; null without an area. What is missing beside the area is estimated and listed. */
export function wingOf(craft: Craft, estimates?: Estimate[]): Wing | null {
  if (craft.wingAreaM2 == null) return null;
  const assume = (path: string, title: string, value: number, working: string): number => {
    estimates?.push({ path, title, value, unit: '', relativeSd: 0.15, working });
    return value;
  };
  const aspect =
    craft.wingSpanM != null
      ? craft.wingSpanM ** 2 / craft.wingAreaM2
      : assume('craft.wingSpanM', 'aspect ratio', ASSUMED.aspectRatio, 'no span given: an everyday wing');
  return {
    massKg: craft.massKg,
    areaM2: craft.wingAreaM2,
    inducedFactor: 1 / (Math.PI * SPAN_EFFICIENCY * aspect),
    zeroLiftDrag:
      craft.zeroLiftDragCoefficient ??
      assume(
        'craft.zeroLiftDragCoefficient',
        'zero-lift drag coefficient',
        ASSUMED.zeroLiftDrag,
        'a fixed-gear model'
      ),
    maxLift:
      craft.maxLiftCoefficient ??
      assume(
        'craft.maxLiftCoefficient',
        'maximum lift coefficient',
        ASSUMED.maxLift,
        'a model wing without flaps'
      )
  };
}

/** Stall speed in level flight, m/s: L = W at maximum lift. */
export const stallSpeedMs = (w: Wing, densityKgM3: number): number =>
  Math.sqrt((2 * w.massKg * GRAVITY_MS2) / (densityKgM3 * w.areaM2 * w.maxLift));

/**
 * Drag in level flight, N: D = q S (CD0 + CL²/(pi e A)), CL = W/(q S). Parabolic polar (Anderson 1999, Aircraft
 * Performance and Design, 2.9); fair from stall to top speed without flaps.
 */
export function levelDragN(w: Wing, densityKgM3: number, speedMs: number): number {
  const q = 0.5 * densityKgM3 * speedMs * speedMs;
  const lift = (w.massKg * GRAVITY_MS2) / (q * w.areaM2);
  return q * w.areaM2 * (w.zeroLiftDrag + w.inducedFactor * lift * lift);
}
