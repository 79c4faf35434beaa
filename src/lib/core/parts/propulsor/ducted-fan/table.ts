import { interpolate } from '../../../numeric/interpolate.ts';
import { findRoot } from '../../../numeric/find-root.ts';
import { tablePerformance, U_STEPS, uAt, type TablePerformance } from '../performance.ts';

/** A ducted fan's geometry. Metres and square metres. */
interface DuctedFanGeometry {
  readonly diameterM: number;
  readonly hubDiameterM: number;
  readonly blades: number;
  readonly exitAreaM2: number | null;
  readonly pitchM: number | null;
  /** Whether the intake has a rounded lip; taken as having one unless false. */
  readonly inletLip?: boolean | null;
}

/**
 * Typical figures of hobby fans, standing, on the fan's diameter. From memory of published rows of present fans
 * (64 mm on 4 cells 38 to 50 A and 0.85 to 1.10 kg; 70 mm on 4 cells 55 A and 1.4 to 1.8 kg; 90 mm on 6 cells 100 A and
 * 3.3 kg, on 8 cells 108 A and 4.3 kg; 80 mm on 6 cells 82 A and 2.75 kg; 50 mm on 3 cells 24 A and 0.43 kg; an old open
 * 64 mm with five blades 39 A and 0.69 kg on 3 cells; 120 mm on 12 cells 90 to 110 A) at the speed that a four-pole motor
 * under load then turns them. Up to 90 mm the blades get steeper with size; above that the tips may turn no faster, the fans
 * are made for more volts and the blades get flatter again.
 */
const TYPICAL = {
  /** Power coefficient of twelve blades by diameter, m. */
  diameterM: [0.03, 0.05, 0.064, 0.07, 0.08, 0.09, 0.105, 0.12],
  powerAtStandstill: [0.8, 1.2, 1.44, 1.58, 1.68, 1.86, 1.48, 1.2],
  blades: 12,
  /** Growth of the power coefficient with the number of blades. */
  bladeExponent: 0.65,
  /** Free outlet: the jet leaves with the swept area; a thrust tube narrows it (`exitAreaM2`). */
  exitShareOfSwept: 1,
  /** Flow at which the blades no longer do work, as advance per turn over diameter. */
  zeroWorkPitchRatio: 1.9
} as const;

/** Share of the shaft's power that leaves in the jet, by the fan's diameter, m: 0.5 to 0.7 in present fans. (m) */
const JET_DIAMETER_M = [0.03, 0.05, 0.064, 0.07, 0.09, 0.12];
const JET_EFFICIENCY = [0.44, 0.52, 0.58, 0.66, 0.67, 0.69];
/** Fans with fewer blades than this are old open ones: they leave more swirl, to the power of the blades missing. (m) */
const FULL_BLADES = 10;
const FEW_BLADES_EXPONENT = 0.33;
/** Of that, what an intake edge without a lip leaves standing: the flow separates inside it. It fades with speed. (m) */
const SHARP_INLET = 0.8;

const jetEfficiency = (g: DuctedFanGeometry, advanceRatio: number): number => {
  const good =
    interpolate(JET_DIAMETER_M, JET_EFFICIENCY, g.diameterM) *
    Math.pow(Math.min(g.blades / FULL_BLADES, 1), FEW_BLADES_EXPONENT);
  if (g.inletLip !== false) return good;
  return good * (SHARP_INLET + (1 - SHARP_INLET) * Math.min(Math.max(advanceRatio / 0.6, 0), 1));
};

/** Exit area: given, or the swept annulus. */
export const exitAreaM2 = (g: DuctedFanGeometry): number =>
  g.exitAreaM2 ?? (TYPICAL.exitShareOfSwept * Math.PI * (g.diameterM ** 2 - g.hubDiameterM ** 2)) / 4;

/**
 * CT and CP of a ducted fan at an advance ratio. Momentum through the exit: with v = exit speed/(nD), a = exit area/D²
 *   T = rho Ve Ae (Ve − V): CT = a v (v − J);  P = mass flow x work: CP = a v w;  eta w = (v² − J²)/2,
 * and a work per mass that falls straight with the flow through the blades (Euler's equation for a fixed outlet angle;
 * Dixon and Hall 2014, Fluid Mechanics and Thermodynamics of Turbomachinery, ch. 5), from its value at standstill to
 * nothing where the flow meets the pitch. Anchored on the typical figures above: ±17 % thrust, ±19 % power.
 */
export function ductedFanCoefficients(
  g: DuctedFanGeometry,
  advanceRatio: number
): { thrust: number; power: number } {
  const a = exitAreaM2(g) / g.diameterM ** 2;
  const swept = (Math.PI / 4) * (1 - (g.hubDiameterM / g.diameterM) ** 2);
  const eta = jetEfficiency(g, advanceRatio);
  const anchorEta = jetEfficiency({ ...g, inletLip: true }, 0);
  // standstill anchor on a fan of typical exit area, with a lip
  const typicalA = TYPICAL.exitShareOfSwept * swept;
  const staticPower =
    interpolate(TYPICAL.diameterM, TYPICAL.powerAtStandstill, g.diameterM) *
    Math.pow(g.blades / TYPICAL.blades, TYPICAL.bladeExponent) *
    (swept / 0.647);
  const staticV = Math.cbrt((2 * anchorEta * staticPower) / typicalA);
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
