import { settledFactor } from '../parts/pack/under-load.ts';
import type { Supply, PowertrainModel } from '../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint } from './operating-point.ts';
import { throttleForThrust } from './throttle-for-thrust.ts';

/** What the craft does while the pack empties. */
export type Demand =
  | { readonly kind: 'throttle'; readonly throttle: number; readonly speedMs: number }
  | { readonly kind: 'thrust'; readonly thrustN: number; readonly speedMs: number }
  | MixedDemand;

/** Spells of full throttle with something gentler between: a share of the full current, or a steady thrust. */
export interface MixedDemand {
  readonly kind: 'mixed';
  /** Share of the time at full throttle, 0..1. */
  readonly fullShare: number;
  /** Between the spells: this share of the full current, or this thrust where `thrustN` is given. */
  readonly restShare: number;
  readonly thrustN: number | null;
  readonly speedMs: number;
  /** Length of a spell, s: a short one ends before the pack has settled under it. */
  readonly spellS: number;
}

/** What a demand draws at one state of charge. */
export interface Draw {
  /** Lowest loaded volts per cell. */
  loadedCellV: number;
  /** Average current of the pack. */
  currentA: number;
  /** Average heat made in the pack, W. */
  heatW: number;
  /** Root mean square of the current: what warms pack, leads and connector. */
  rmsCurrentA: number;
}

/** Resistance that a spell meets over that of a load that lasts. */
export const unsettledShare = (seconds: number, slowShare: number): number =>
  settledFactor(seconds, slowShare) / settledFactor(Infinity, slowShare);

const point = operatingPoint();

/** Meets a demand from a supply; null where the powertrain cannot. One at a time, none re-entrant. */
export function meetDemand(m: PowertrainModel, demand: Demand, supply: Supply): Draw | null {
  const { openCircuitV, packOhm } = supply;
  if (demand.kind === 'thrust') {
    if (!throttleForThrust(m, supply, demand.thrustN, demand.speedMs, point).ok) return null;
    return drawn(m);
  }
  solveOperatingPoint(
    m,
    {
      openCircuitV,
      packOhm: demand.kind === 'mixed' ? packOhm * unsettledShare(demand.spellS, m.packSlowShare) : packOhm
    },
    demand.kind === 'throttle' ? demand.throttle : 1,
    demand.speedMs,
    point
  );
  const full = drawn(m);
  if (demand.kind === 'throttle') return full;
  const f = demand.fullShare;
  let rest = {
    loadedCellV: openCircuitV / m.series - demand.restShare * (openCircuitV / m.series - full.loadedCellV),
    currentA: demand.restShare * full.currentA,
    heatW: demand.restShare ** 2 * full.heatW,
    rmsCurrentA: demand.restShare * full.currentA
  };
  if (demand.thrustN !== null) {
    if (!throttleForThrust(m, supply, demand.thrustN, demand.speedMs, point).ok) return null;
    rest = drawn(m);
  }
  return {
    loadedCellV: f > 0 ? full.loadedCellV : rest.loadedCellV,
    currentA: f * full.currentA + (1 - f) * rest.currentA,
    heatW: f * full.heatW + (1 - f) * rest.heatW,
    rmsCurrentA: Math.sqrt(f * full.currentA ** 2 + (1 - f) * rest.rmsCurrentA ** 2)
  };
}

const drawn = (m: PowertrainModel): Draw => ({
  loadedCellV: point.batteryVoltageV / m.series,
  currentA: point.batteryCurrentA,
  heatW: point.lossBatteryW,
  rmsCurrentA: point.batteryCurrentA
});
