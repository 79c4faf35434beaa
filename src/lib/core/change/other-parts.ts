import { capacitySold } from '../standard-sizes/packs.ts';
import { PROPELLER_SIZES } from '../standard-sizes/propeller-sizes.ts';
import { inchesM, nextPropeller } from '../standard-sizes/steps.ts';
import type { Battery, Motor, Propulsor } from '../document/schema.ts';
import { estimatePackMassKg } from '../parts/pack/estimate-mass.ts';
import { INCH_M } from '../units/convert.ts';

const digits = (value: number): number => Number(value.toPrecision(4));

/** A propulsor with other figures: it is no longer the one on the shelf, nor the one whose coefficients were measured. */
export function propulsorWith(p: Propulsor, figures: Partial<Propulsor>): Propulsor {
  const { name: _name, coefficients: _measured, ...same } = p;
  return { ...same, ...figures } as Propulsor;
}

/** Least step of a screw's or fan's diameter, m. */
const STEP_M = 0.001;

/** The next diameter: propellers as they are sold, screws and fans by the millimetre with their pitch in proportion. */
export function nextDiameter(p: Propulsor, up: boolean): Propulsor {
  if (p.kind === 'propeller') {
    const size = nextPropeller(p, up);
    return size ? propulsorWith(p, size) : p;
  }
  const diameterM = Number(Math.max(p.diameterM + (up ? STEP_M : -STEP_M), 0.005).toFixed(4));
  const by = diameterM / p.diameterM;
  const pitch = p.pitchM == null ? {} : { pitchM: Number((p.pitchM * by).toFixed(4)) };
  return propulsorWith(p, { diameterM, ...pitch } as Partial<Propulsor>);
}

/** A pack with other figures, of the same make: mass goes with capacity and cells, resistance with 1/capacity. */
export function packWith(battery: Battery, figures: Partial<Battery>): Battery {
  const { name: _name, ...same } = battery;
  const ah = (figures.capacityAh ?? battery.capacityAh) / battery.capacityAh;
  const cells = (figures.series ?? battery.series) / battery.series;
  return {
    ...same,
    ...(battery.massKg == null ? {} : { massKg: digits(battery.massKg * ah * cells) }),
    ...(battery.cellResistanceOhm == null
      ? {}
      : { cellResistanceOhm: digits(battery.cellResistanceOhm / ah) }),
    ...(figures.continuousC === undefined ? {} : { burstC: null }),
    ...figures
  };
}

/** The next capacity that packs are sold by, up or down, Ah. */
export const nextCapacity = (ah: number, up: boolean): number =>
  up ? capacitySold(ah * 1.06) : Math.max(Number((ah * 0.93).toPrecision(2)), 0.05);

/** The next propulsor up: as propellers are sold; a tenth more diameter of a screw or fan. */
export function nextUp(p: Propulsor): Propulsor {
  const { name: _name, coefficients: _measured, ...same } = p;
  if (same.kind === 'propeller') {
    const size = nextPropeller(same, true);
    return { ...same, ...(size ?? {}) };
  }
  const by = 1.1;
  return {
    ...same,
    diameterM: Number((same.diameterM * by).toFixed(3)),
    ...(same.pitchM == null ? {} : { pitchM: Number((same.pitchM * by).toFixed(4)) })
  } as Propulsor;
}

/** The next pitch, m, that propellers of a diameter are sold with, up or down; half an inch further beyond the last. */
export function steppedPitch(p: { diameterM: number; pitchM: number }, up: boolean): number {
  const inches = p.diameterM / INCH_M;
  const pitches = PROPELLER_SIZES.filter(([d]) => Math.abs(d - inches) < 0.06).map(([, q]) => inchesM(q));
  const beyond = pitches.filter((q) => (up ? q > p.pitchM * 1.001 : q < p.pitchM * 0.999));
  if (beyond.length === 0) return Math.max(p.pitchM + (up ? 0.5 : -0.5) * INCH_M, 0.5 * INCH_M);
  return up ? Math.min(...beyond) : Math.max(...beyond);
}

/** Several of a pack plugged side by side: capacity, current and mass add, each cell's own resistance stays. */
export function inParallel(battery: Battery, packs: number): Battery {
  const parallel = battery.parallel ?? 1;
  const { name: _name, ...same } = battery;
  return {
    ...same,
    parallel: parallel * packs,
    capacityAh: Number((battery.capacityAh * packs).toPrecision(6)),
    ...(battery.massKg == null ? {} : { massKg: battery.massKg * packs })
  };
}

/** Another cell count of the same energy, of capacities on sale; resistance × capacity is a property of the make. */
export function sameEnergy(battery: Battery, series: number): Battery {
  const { name: _name, massKg, cellResistanceOhm, ...same } = battery;
  const capacityAh = capacitySold((battery.capacityAh * battery.series) / series - 0.02);
  const by = capacityAh / battery.capacityAh;
  const massBy =
    estimatePackMassKg(battery.chemistry, series, capacityAh) /
    estimatePackMassKg(battery.chemistry, battery.series, battery.capacityAh);
  return {
    ...same,
    series,
    capacityAh,
    ...(massKg == null ? {} : { massKg: Number((massKg * massBy).toPrecision(3)) }),
    ...(cellResistanceOhm == null
      ? {}
      : { cellResistanceOhm: Number((cellResistanceOhm / by).toPrecision(3)) })
  };
}

/**
 * The same motor wound for another KV, with as much copper: R goes with 1/KV², no-load and rated current with KV, so that
 * the torque for a watt of copper loss stays, Km = k/√R. Textbook DC machine: N turns in the same slot, R ∝ N², k ∝ N.
 */
export function rewound(motor: Motor, kvRpmPerVolt: number): Motor {
  const by = kvRpmPerVolt / motor.kvRpmPerVolt;
  const { name: _name, lineInductanceH, ...same } = motor;
  return {
    ...same,
    kvRpmPerVolt,
    ...(motor.resistanceOhm == null ? {} : { resistanceOhm: digits(motor.resistanceOhm / by ** 2) }),
    ...(lineInductanceH == null ? {} : { lineInductanceH: digits(lineInductanceH / by ** 2) }),
    ...(motor.noLoadCurrentA == null ? {} : { noLoadCurrentA: digits(motor.noLoadCurrentA * by) }),
    ...(motor.maxCurrentA == null ? {} : { maxCurrentA: digits(motor.maxCurrentA * by) })
  };
}
