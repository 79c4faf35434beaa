import type { TablePerformance } from '../performance.ts';
import { screwTable, type ScrewGeometry } from '../submerged-screw/table.ts';

/** A surface-piercing screw: a screw with the share of its disc that is under water. */
interface SurfaceDriveGeometry extends ScrewGeometry {
  readonly immersion: number;
}

/** Expanded area ratio taken for a surface-piercing screw when none is given: cupped two-blade hobby screws (m). */
export const SURFACE_AREA_RATIO = 0.45;

/**
 * Share of its fully wetted thrust that an immersed, ventilated blade keeps. On a fully ventilated flat plate only the
 * face lifts: CN = 2 pi sin a/(4 + pi sin a) (Rayleigh 1876), a quarter of the wetted slope at small angles, but
 * screws for the surface are cupped and run partly wetted near their zero-thrust advance. Taken here: 0.85 at light
 * load (J >= 0.8 P/D) falling to 0.5 at standstill. A stated assumption, ±35 %; nothing published was fitted.
 */
export function ventilationFactor(advanceRatio: number, pitchRatio: number): number {
  const light = Math.min(Math.max(advanceRatio / (0.8 * pitchRatio), 0), 1);
  return 0.5 + 0.35 * light;
}

/** Advance at which thrust vanishes over pitch: a ventilated blade has lost its suction side, and with it its camber. (m) */
const ZERO_THRUST_OVER_PITCH = 0.93;
/** The same of the fully wetted series: its blades bite until past their pitch. */
const WETTED_ZERO_OVER_PITCH = 1.08;
const SHIFT = WETTED_ZERO_OVER_PITCH / ZERO_THRUST_OVER_PITCH;
/** Torque over that of the wetted blade at equal thrust: spray, cavity drag and the half turn in the air. (m) */
const TORQUE_OVER = 1.14;

/**
 * Table of a surface-piercing screw: the submerged blade x immersed share x ventilation factor, its curve drawn in so that
 * thrust vanishes at 0.93 of the pitch, its torque a seventh higher. Best efficiency then 0.5 to 0.6, slip 15 to 25 % at it
 * (common practice, no source: fast boats slip 10 to 25 %).
 */
export const surfaceDriveTable = (g: SurfaceDriveGeometry): TablePerformance =>
  screwTable(g, (j) => g.immersion * ventilationFactor(j, g.pitchM / g.diameterM), {
    advance: SHIFT,
    torque: TORQUE_OVER
  });
