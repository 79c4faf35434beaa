import { findRoot } from '../../numeric/find-root.ts';
import { tablePerformance, U_STEPS, uAt, type TablePerformance } from '../performance.ts';

/** A ducted fan's geometry. Metres and square metres. */
export interface DuctedFanGeometry {
  readonly diameterM: number;
  readonly hubDiameterM: number;
  readonly blades: number;
  readonly exitAreaM2: number | null;
  readonly pitchM: number | null;
}

/**
 * Typical figures of hobby fans, from memory: power coefficient at standstill 1.0 to 1.3 on the fan's diameter,
 * thrust coefficient 0.8 to 1.0, of the shaft power about half leaves as the jet.
 */
const TYPICAL = {
  powerAtStandstill: 1.12,
  blades: 11,
  jetEfficiency: 0.53,
  exitShareOfSwept: 0.85,
  /** Flow at which the blades no longer do work, as advance per turn over diameter. */
  zeroWorkPitchRatio: 1.9
} as const;

/** Exit area: given, or 0.85 of the swept annulus. */
export const exitAreaM2 = (g: DuctedFanGeometry): number =>
  g.exitAreaM2 ?? (TYPICAL.exitShareOfSwept * Math.PI * (g.diameterM ** 2 - g.hubDiameterM ** 2)) / 4;

/**
 * CT and CP of a ducted fan at an advance ratio. Momentum through the exit: with v = exit speed/(nD), a = exit area/D²
 *   T = rho Ve Ae (Ve − V): CT = a v (v − J);  P = mass flow x work: CP = a v w;  eta w = (v² − J²)/2,
 * and a work per mass that falls straight with the flow through the blades (Euler's equation for a fixed outlet angle;
 * Dixon and Hall 2014, Fluid Mechanics and Thermodynamics of Turbomachinery, ch. 5), from its value at standstill to
 * nothing where the flow meets the pitch. Anchored on the typical figures above: ±15 % thrust, ±15 % power.
 */
export function ductedFanCoefficients(
  g: DuctedFanGeometry,
  advanceRatio: number
): { thrust: number; power: number } {
  const a = exitAreaM2(g) / g.diameterM ** 2;
  const swept = (Math.PI / 4) * (1 - (g.hubDiameterM / g.diameterM) ** 2);
  const eta = TYPICAL.jetEfficiency;
  // standstill anchor on a fan of typical exit area and blade count
  const typicalA = TYPICAL.exitShareOfSwept * swept;
  const staticPower = TYPICAL.powerAtStandstill * Math.pow(g.blades / TYPICAL.blades, 0.15) * (swept / 0.647);
  const staticV = Math.cbrt((2 * eta * staticPower) / typicalA);
  const staticFlow = (staticV * typicalA) / swept;
  const staticWork = staticPower / (typicalA * staticV);
  const zeroFlow = Math.max(
    g.pitchM === null ? TYPICAL.zeroWorkPitchRatio : (1.15 * g.pitchM) / g.diameterM,
    staticFlow * 1.15
  );
  const work = (v: number): number => staticWork * ((zeroFlow - (v * a) / swept) / (zeroFlow - staticFlow));
  const balance = (v: number): number => {
    const w = work(v);
    // a fan driven by the wind gives back less than it takes
    return (w >= 0 ? eta * w : w / eta) - 0.5 * (v * v - advanceRatio * Math.abs(advanceRatio));
  };
  const root = findRoot(balance, 1e-3, Math.max(10, 4 * Math.abs(advanceRatio) + 10), 1e-12);
  const v = root.ok ? root.value : 1e-3;
  return { thrust: a * v * (v - advanceRatio), power: a * v * work(v) };
}

/** Table of a fan; one row, since hobby fans publish no Reynolds dependence. */
export function ductedFanTable(g: DuctedFanGeometry): TablePerformance {
  return tablePerformance(() => {
    const row = new Float64Array(2 * (U_STEPS + 1));
    for (let step = 0; step <= U_STEPS; step++) {
      const u = Math.min(uAt(step), 0.985);
      const j = u / (1 - Math.abs(u));
      const c = ductedFanCoefficients(g, j);
      row[2 * step] = c.thrust / (1 + j * j);
      row[2 * step + 1] = c.power / (2 * Math.PI * (1 + j * j));
    }
    return row;
  }, true);
}
