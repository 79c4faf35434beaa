import type { TablePerformance } from '../performance.ts';
import { screwTable, type ScrewGeometry } from '../submerged-screw/table.ts';

/** A surface-piercing screw: a screw with the share of its disc that is under water. */
export interface SurfaceDriveGeometry extends ScrewGeometry {
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

/** Table of a surface-piercing screw: the submerged blade x immersed share x ventilation factor. */
export const surfaceDriveTable = (g: SurfaceDriveGeometry): TablePerformance =>
  screwTable(g, (j) => g.immersion * ventilationFactor(j, g.pitchM / g.diameterM));
