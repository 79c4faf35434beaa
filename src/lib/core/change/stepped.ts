import { capacitySold } from '../catalogue/packs.ts';
import { nextPropeller } from '../catalogue/steps.ts';
import type { Battery, Propulsor } from '../document/schema.ts';

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
