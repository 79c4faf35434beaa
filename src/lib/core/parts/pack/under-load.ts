import { resistanceTemperatureFactor } from './cell-resistance.ts';
import { CHEMISTRIES, type ChemistryName } from './chemistry.ts';

/**
 * The slow part of a cell's drop under load: what diffusion adds to the resistance that a short pulse or a charger shows,
 * as a share of it, and the time it takes to build up. A pouch pack that carries a load for a minute sags about two and a half
 * times as far as its pulse resistance says, one of round cells one and a half times (`chemistry.ts`: `slowShare`). From
 * memory of packs on loads (10 s figures 1.5 to 1.8 times, settled 2 to 3 times the 1 kHz or pulse reading), ±30 %.
 */
export const SLOW_S = 14;
/** A point given by its state of charge is read after this long under load, as a meter is. */
export const READING_S = 10;

/** Factor on pulse resistance after some seconds under load, 1 at once to 1 + `slowShare` settled. */
export const settledFactor = (seconds: number, slowShare: number): number =>
  1 + slowShare * (1 - Math.exp(-seconds / SLOW_S));

/** Factor on resistance towards empty: 1 from 30 % charge up, rising with the square to 1.8 at nothing. (m) */
export function emptyFactor(stateOfCharge: number): number {
  const short = Math.min(Math.max((0.3 - stateOfCharge) / 0.3, 0), 1);
  return 1 + 0.8 * short * short;
}

/**
 * Share of its capacity that a pack gives at a temperature: all from 20 °C up, 0.96 at 10, 0.88 at 0, 0.76 at −10 °C.
 * From memory of LiPo data sheets at 1 to 5 C, ±5 %.
 */
export function capacityTemperatureFactor(temperatureC: number): number {
  const below = Math.max(20 - temperatureC, 0);
  return Math.max(1 - 0.002 * below - 0.0002 * below * below, 0.3);
}

/** Specific heat of a pack, J/(kg K). (m) */
const SPECIFIC_HEAT = 1000;
/** Way of a 200 g pack's heat to the air round it, strapped in a craft, K/W; by surface, mass^(2/3). (m) */
const TO_AIR_200G = 4.5;

/** A pack's temperature in the course of use. */
interface PackHeat {
  readonly startC: number;
  readonly airC: number;
  readonly joulePerK: number;
  readonly kelvinPerW: number;
}

/** Heat model of a pack of a mass. */
export const packHeat = (massKg: number, startC: number, airC: number): PackHeat => ({
  startC,
  airC,
  joulePerK: SPECIFIC_HEAT * massKg,
  kelvinPerW: TO_AIR_200G * Math.pow(0.2 / massKg, 2 / 3)
});

/**
 * A pack's temperature after it has made some watts of heat for a while, °C: J dT/dt = P − (T − T_air)/R solved exactly, so
 * that a step may be as long as one likes.
 */
export function packAfter(h: PackHeat, temperatureC: number, heatW: number, seconds: number): number {
  const steadyC = h.airC + heatW * h.kelvinPerW;
  return steadyC + (temperatureC - steadyC) * Math.exp(-seconds / (h.joulePerK * h.kelvinPerW));
}

/**
 * Temperature at which a pack starts where none is told, °C. Packs are carried from a room: in air of 15 °C and more as
 * warm as the 25 °C their figures belong to; in the cold as cold as the air, by degrees from 15 to 5 °C.
 */
export const startTemperatureC = (airC: number): number =>
  airC >= 15 ? Math.max(25, airC) : airC <= 5 ? airC : airC + ((25 - 15) / 10) * (airC - 5);

/** What a discharge knows of the pack, beside its resistance in the powertrain's model. */
export interface PackInUse {
  readonly chemistry: ChemistryName;
  /** Capacity at the temperature it starts with. */
  readonly capacityAh: number;
  readonly heat: PackHeat;
}

/** Factor on the pack's resistance (at its starting temperature, pulse) at a state of charge, a temperature and a time. */
export const inUseFactor = (
  pack: PackInUse,
  stateOfCharge: number,
  temperatureC: number,
  seconds: number
): number =>
  (settledFactor(seconds, CHEMISTRIES[pack.chemistry].slowShare) *
    emptyFactor(stateOfCharge) *
    resistanceTemperatureFactor(Math.min(temperatureC, 80))) /
  resistanceTemperatureFactor(pack.heat.startC);
