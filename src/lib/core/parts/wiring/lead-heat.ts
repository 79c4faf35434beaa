import { conductorResistanceOhm, gaugeAreaM2, gaugeDiameterM } from './lead-resistance.ts';

/** Stefan–Boltzmann constant, W/(m² K⁴). CODATA 2018. */
const STEFAN = 5.670374e-8;
/** Emissivity of rubber and plastics. Handbook value. */
const EMISSIVITY = 0.9;
const GRAVITY = 9.80665;
const KELVIN = 273.15;
/** Conductivity of silicone rubber and PVC, W/(m K). Handbook values 0.17 to 0.25. */
const COVER_W_MK = 0.2;
/** A stranded conductor of the same copper is this much thicker than a solid one. */
const STRANDED = 1.15;

/** Outer diameter of a flexible lead of a gauge, m: strands, and a cover of 0.45 of their thickness, 0.4 to 1.9 mm. From memory of silicone leads, ±10 %. */
export function leadOuterDiameterM(awg: number): number {
  const bare = STRANDED * gaugeDiameterM(awg);
  return bare + 2 * Math.min(Math.max(0.45 * bare, 0.0004), 0.0019);
}

/** Air at a film temperature: conductivity W/(m K), kinematic viscosity m²/s, Prandtl number. Handbook fits, −20 to 250 °C, within 1 %. */
function airAt(celsius: number): { k: number; nu: number; pr: number } {
  const t = celsius + KELVIN;
  // Sutherland for viscosity at one atmosphere; a power law for conductivity (0.0263 W/(m K) at 300 K)
  const viscosity = (1.458e-6 * Math.pow(t, 1.5)) / (t + 110.4);
  return { k: 0.0263 * Math.pow(t / 300, 0.82), nu: (viscosity * 287.05 * t) / 101325, pr: 0.71 };
}

/**
 * Heat that a level cylinder sheds in still air, W for each metre: natural convection by Churchill and Chu (Int. J. Heat
 * Mass Transfer 18, 1975, p. 1049: Nu = (0.60 + 0.387 Ra^(1/6) / (1 + (0.559/Pr)^(9/16))^(8/27))², Ra up to 10¹²) and grey
 * radiation to walls as warm as the air.
 */
export function shedWPerM(diameterM: number, surfaceC: number, airC: number): number {
  const over = surfaceC - airC;
  if (!(over > 0)) return 0;
  const film = (surfaceC + airC) / 2;
  const { k, nu, pr } = airAt(film);
  const rayleigh = (((GRAVITY * over) / (film + KELVIN)) * diameterM ** 3 * pr) / nu ** 2;
  const nusselt =
    (0.6 + (0.387 * Math.pow(rayleigh, 1 / 6)) / Math.pow(1 + Math.pow(0.559 / pr, 9 / 16), 8 / 27)) ** 2;
  const radiated = EMISSIVITY * STEFAN * ((surfaceC + KELVIN) ** 4 - (airC + KELVIN) ** 4);
  return Math.PI * diameterM * ((nusselt * k * over) / diameterM + radiated);
}

/**
 * Amps that a single lead carries for as long as you like in still air with its copper at a temperature: what its surface
 * sheds over its resistance there. In a bundle less, in the slipstream more; ±15 % for the cover's thickness.
 * @param conductorC how warm the copper may get, °C, above the air
 */
export function ampacityA(awg: number, conductorC: number, airC: number): number {
  return ampacityOf(
    gaugeAreaM2(awg),
    gaugeDiameterM(awg) * STRANDED,
    leadOuterDiameterM(awg),
    conductorC,
    airC
  );
}

/** {@link ampacityA} of a lead by its copper and its cover, m² and m. */
export function ampacityOf(
  areaM2: number,
  bareM: number,
  outerM: number,
  conductorC: number,
  airC: number
): number {
  if (!(conductorC > airC)) return 0;
  const coverKmW = Math.log(outerM / bareM) / (2 * Math.PI * COVER_W_MK);
  // the surface is cooler than the copper by what its heat needs to get through the cover: halved until they agree
  let low = airC;
  let high = conductorC;
  for (let k = 0; k < 50; k++) {
    const surface = (low + high) / 2;
    if (shedWPerM(outerM, surface, airC) * coverKmW > conductorC - surface) high = surface;
    else low = surface;
  }
  return Math.sqrt(shedWPerM(outerM, (low + high) / 2, airC) / conductorResistanceOhm(areaM2, 1, conductorC));
}

/** Heat that a metre of lead takes for each kelvin, J/(m K): copper 385 J/(kg K) at 8 960 kg/m³, cover 1 300 at 1 200. Handbook values. */
export const leadHeatJPerMK = (awg: number): number =>
  385 * 8960 * gaugeAreaM2(awg) +
  (1300 * 1200 * Math.PI * (leadOuterDiameterM(awg) ** 2 - (STRANDED * gaugeDiameterM(awg)) ** 2)) / 4;

/**
 * Amps that bring a lead from the air's temperature to a limit within a spell: of one body that warms with its heat over its
 * cooling near the limit, T(t) = T∞ (1 − e^(−t/τ)). As {@link ampacityA} for a long one.
 */
export function spellAmpacityA(awg: number, conductorC: number, airC: number, seconds: number): number {
  const steady = keptAmpacityA(awg, conductorC, airC);
  if (!(conductorC > airC) || !Number.isFinite(seconds)) return steady;
  const shed = (steady ** 2 * conductorResistanceOhm(gaugeAreaM2(awg), 1, conductorC)) / (conductorC - airC);
  const tau = leadHeatJPerMK(awg) / shed;
  return steady / Math.sqrt(1 - Math.exp(-seconds / tau));
}

const KEPT = new Map<string, number>();

/** {@link ampacityA}, kept: a search asks the same few by the hundred thousand. Air to a tenth of a degree. */
export function keptAmpacityA(awg: number, conductorC: number, airC: number): number {
  const key = `${awg} ${conductorC} ${airC.toFixed(1)}`;
  let amps = KEPT.get(key);
  if (amps === undefined) {
    if (KEPT.size > 500) KEPT.clear();
    amps = ampacityA(awg, conductorC, Number(airC.toFixed(1)));
    KEPT.set(key, amps);
  }
  return amps;
}

/** Temperature of the copper of a lead in still air that carries some amps for as long as you like, °C; Infinity beyond 400. */
export function leadTemperatureC(awg: number, amps: number, airC: number): number {
  if (!(amps > 0)) return airC;
  let low = airC;
  let high = 400;
  if (ampacityA(awg, high, airC) < amps) return Infinity;
  for (let k = 0; k < 40; k++) {
    const middle = (low + high) / 2;
    if (ampacityA(awg, middle, airC) < amps) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
