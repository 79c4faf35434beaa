import type { MotorBuild } from './under-load.ts';

/** A motor as two lumps of heat, the winding inside its case. K/W, J/K, W/K. */
export interface HeatModel {
  readonly windingToCaseKPerW: number;
  readonly windingJPerK: number;
  readonly caseJPerK: number;
  /** Heat led from the case per kelvin, W/K: in still air, and per (m/s)^0.6 of the air over it. */
  readonly stillWPerK: number;
  readonly flowWPerK: number;
}

/** How the case is cooled: by the air that moves over it, in still air inside a hull, by a water jacket. */
export type Cooling = 'wash' | 'still' | 'water';

const REFERENCE_KG = 0.073;
/** Case of the reference motor to still air: natural convection and radiation. (m) */
const STILL = 0.15;
/**
 * Case of the reference motor to air at 1 m/s, growing with speed^0.6 (forced convection over a cylinder, Hilpert 1933,
 * Re 4e3 to 4e4) and with surface, mass^(2/3). Chosen so that 3 W per gram, the rule for motors in their propeller's wash,
 * is what the model calls steady: 73 g at 219 W and 72 % efficient makes 61 W of heat, which 10 m/s of wash lead away at
 * 80 °C in air of 25 °C.
 */
const FLOW = 0.245;
/** A water jacket on the reference motor. (m) */
const WATER = 3;
/** Winding and stator to the case and the air of the reference motor; smaller than the way to the air. (m) */
const WINDING_TO_CASE = 0.35;
const SPECIFIC_HEAT = 450;
/** Share of the motor's mass that warms with the copper within a second or two: winding and teeth. (m) */
const COPPER_SHARE = 0.45;
const FLOW_EXPONENT = 0.6;

/** Temperatures at which magnets, glue and enamel begin to suffer, °C. Common practice, no source. */
export const CASE_LIMIT_C = 80;
export const WINDING_LIMIT_C = 120;
/** Winding temperature at which the enamel of common wire gives way: nothing that is reckoned beyond it happens. From memory: 155 to 200 °C by class. */
export const BURNT_C = 180;
/** Temperature from which the magnets of common grades lose for good. From memory: 100 to 120 °C. */
export const MAGNETS_LOSE_C = 110;

/** Heat model of a motor of a mass. From memory of bench runs, ±35 %. */
export function heatModel(massKg: number, cooling: Cooling): HeatModel {
  const surface = Math.pow(massKg / REFERENCE_KG, 2 / 3);
  return {
    windingToCaseKPerW: WINDING_TO_CASE / surface,
    windingJPerK: SPECIFIC_HEAT * COPPER_SHARE * massKg,
    caseJPerK: SPECIFIC_HEAT * (1 - COPPER_SHARE) * massKg,
    stillWPerK: surface * (cooling === 'water' ? STILL + WATER : STILL),
    flowWPerK: cooling === 'wash' ? surface * FLOW : 0
  };
}

/** Heat led from the case per kelvin, W/K, in air that moves at a speed. */
export const caseToAirWPerK = (h: HeatModel, airflowMs: number): number =>
  h.stillWPerK + h.flowWPerK * Math.pow(Math.max(airflowMs, 0), FLOW_EXPONENT);

/** Radius of the bell or can over the cube root of the mass, m/kg^(1/3): 28 mm across at 73 g. (m) */
const RADIUS_PER_CUBE_ROOT = 0.0335;
/** Air that a turning bell draws through itself, as a share of its rim's speed; a closed can draws none. (m) */
const SELF_VENTILATION = 0.15;

/** Air moved by the motor itself, m/s. */
export const selfAirflowMs = (build: MotorBuild, massKg: number, omegaRadS: number): number =>
  build === 'outrunner' ? SELF_VENTILATION * omegaRadS * RADIUS_PER_CUBE_ROOT * Math.cbrt(massKg) : 0;

/** Heat that arises in one motor, W, and the air that leads it away, m/s. */
export interface HeatLoad {
  windingW: number;
  caseW: number;
  airflowMs: number;
}

/**
 * The two temperatures after some time under a load that stays: the exact solution of
 *   C1 dTw/dt = P1 − (Tw − Tc)/R,  C2 dTc/dt = P2 + (Tw − Tc)/R − G (Tc − Tair)
 * by the two eigenvalues of its matrix, which are real and negative; any step is stable.
 */
export function heatAfter(
  h: HeatModel,
  windingC: number,
  caseC: number,
  airC: number,
  load: HeatLoad,
  seconds: number
): [windingC: number, caseC: number] {
  const g = caseToAirWPerK(h, load.airflowMs);
  const steadyCase = airC + (load.windingW + load.caseW) / g;
  const steadyWinding = steadyCase + load.windingW * h.windingToCaseKPerW;
  const a = -1 / (h.windingToCaseKPerW * h.windingJPerK);
  const b = 1 / (h.windingToCaseKPerW * h.caseJPerK);
  const d = -b - g / h.caseJPerK;
  const half = 0.5 * (a + d);
  // the matrix is [[a, −a], [b, d]]
  const root = Math.sqrt(0.25 * (a - d) ** 2 - a * b);
  const slow = Math.exp((half + root) * seconds);
  const fast = Math.exp((half - root) * seconds);
  // exp(A t) = p I + q A
  const q = (slow - fast) / (2 * root);
  const p = slow - q * (half + root);
  const w = windingC - steadyWinding;
  const c = caseC - steadyCase;
  return [steadyWinding + p * w + q * (a * w - a * c), steadyCase + p * c + q * (b * w + d * c)];
}

/**
 * Heat that a motor can make for as long as it likes, W, before case or winding meet their limits.
 * @param copperShare share of the heat that arises in the copper
 */
export function steadyHeatW(h: HeatModel, airC: number, airflowMs: number, copperShare: number): number {
  const perW = 1 / caseToAirWPerK(h, airflowMs);
  return Math.min(
    (CASE_LIMIT_C - airC) / perW,
    (WINDING_LIMIT_C - airC) / (perW + copperShare * h.windingToCaseKPerW)
  );
}
