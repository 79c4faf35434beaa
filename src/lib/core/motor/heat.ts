/** A motor as two lumps of heat, the winding inside its case. K/W, J/K. */
export interface HeatModel {
  readonly windingToCaseKPerW: number;
  readonly caseToAirKPerW: number;
  readonly windingJPerK: number;
  readonly caseJPerK: number;
}

/** How the case is cooled: in the propeller's wash, in still air inside a hull, by a water jacket. */
export type Cooling = 'wash' | 'still' | 'water';

const COOLING: Record<Cooling, number> = { wash: 1, still: 2.5, water: 0.4 };
const REFERENCE_KG = 0.073;
const CASE_TO_AIR = 2;
/** Winding to case of the reference motor: epoxy, slot liner and stator; smaller than the way to the air. (m) */
const WINDING_TO_CASE = 0.7;
const SPECIFIC_HEAT = 450;
/** Share of the motor's mass that is copper. (m) */
const COPPER_SHARE = 0.2;

/** Temperatures at which magnets, glue and enamel begin to suffer, °C. Common practice, no source. */
export const CASE_LIMIT_C = 80;
export const WINDING_LIMIT_C = 120;

/**
 * Heat model of a motor of a mass: case to air 2 K/W (73 g/mass)^(2/3) in the propeller's wash, 2.5 times that in
 * still air, 0.4 times with water cooling; heat capacity 450 J/(kg K), a fifth of it in the copper. From memory of
 * bench runs, ±35 %.
 */
export function heatModel(massKg: number, cooling: Cooling): HeatModel {
  const size = Math.pow(REFERENCE_KG / massKg, 2 / 3);
  return {
    windingToCaseKPerW: WINDING_TO_CASE * size,
    caseToAirKPerW: CASE_TO_AIR * size * COOLING[cooling],
    windingJPerK: SPECIFIC_HEAT * COPPER_SHARE * massKg,
    caseJPerK: SPECIFIC_HEAT * (1 - COPPER_SHARE) * massKg
  };
}

/** Rates of the two temperatures, K/s, for losses in copper and iron, W. */
export function heatRates(
  h: HeatModel,
  windingC: number,
  caseC: number,
  airC: number,
  copperW: number,
  ironW: number
): [winding: number, case_: number] {
  const inward = (windingC - caseC) / h.windingToCaseKPerW;
  return [
    (copperW - inward) / h.windingJPerK,
    (inward + ironW - (caseC - airC) / h.caseToAirKPerW) / h.caseJPerK
  ];
}
