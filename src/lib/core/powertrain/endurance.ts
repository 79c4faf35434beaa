import { levelThrustN } from '../craft/fixed-wing/polar.ts';
import { installedWing } from '../model/wing.ts';
import type { Interpreted, PointSupply } from '../model/interpret.ts';
import type { PredictRequest } from '../document/schema.ts';
import type { EnduranceAnswer } from './predicted.ts';
import { bandsOf, type Band } from './bands.ts';
import { meetDemand, type Demand } from './demand.ts';
import { discharge, STEPS } from './discharge.ts';
import { mission, type MissionResult, type MissionSegment } from './mission.ts';
import { cutoffOf, usableShareOf } from './pack-limits.ts';

/** Time the pack lasts at a demand, from the first point's supply. @param longestS time beyond which it is not followed */
export function enduranceAt(
  i: Interpreted,
  at: EnduranceAnswer['at'],
  demand: Demand,
  { stateOfCharge: start, openCircuitV: volts }: PointSupply,
  longestS = Infinity
): EnduranceAnswer {
  const usable = usableShareOf(i);
  if (start === null) {
    // held volts: a supply that never sags; the pack's capacity only counts the amp hours
    const p = meetDemand(i.model, demand, { openCircuitV: volts, packOhm: 0 });
    if (!p)
      return {
        at,
        seconds: 0,
        usedShare: 0,
        averageCurrentA: 0,
        endedBy: 'not-enough-power',
        lowestLoadedCellV: volts / i.model.series,
        packC: null
      };
    return {
      at,
      seconds: p.currentA > 0 ? (usable * i.capacityAh * 3600) / p.currentA : 0,
      usedShare: usable,
      averageCurrentA: p.currentA,
      endedBy: 'usable-share',
      lowestLoadedCellV: volts / i.model.series,
      packC: null
    };
  }
  const d = discharge(i.model, i.packInUse, demand, start, 1 - usable, cutoffOf(i), STEPS, longestS);
  return {
    at,
    seconds: d.seconds,
    usedShare: d.usedShare,
    averageCurrentA:
      d.seconds > 0 ? (d.usedShare * i.capacityAh * 3600) / d.seconds : (d.steps[0]?.currentA ?? 0),
    endedBy: d.endedBy,
    lowestLoadedCellV: d.steps.at(-1)?.loadedCellV ?? 0,
    packC: d.steps.at(-1)?.packC ?? null
  };
}

/** Steps of charge of a discharge that a band is made of: good to 0.2 % of its time. */
const BAND_STEPS = 12;

/** Tenth to ninetieth percentile of a discharge’s time, s, by `BAND_STEPS` steps and 32 samples. @param start state of charge; null: no band */
export function enduranceBand(i: Interpreted, demand: Demand, start: number | null): Band | null {
  if (start === null) return null;
  const [band] = bandsOf(
    i,
    1,
    (model, _pack, _z, out) => {
      const end = 1 - usableShareOf(i);
      out[0] = discharge(model, i.packInUse, demand, start, end, cutoffOf(i), BAND_STEPS).seconds;
    },
    32
  );
  return band;
}

/** A mission of thrusts or throttles flown one after the other. Null where none is asked for, or the charge is not known. */
export function missionAnswer(
  i: Interpreted,
  request: Pick<PredictRequest, 'mission'>,
  start: number | null
): MissionResult | null {
  if (!request.mission || start === null) return null;
  const segments = request.mission.map((s): MissionSegment => ({
    seconds: s.seconds,
    demand:
      s.thrustN != null
        ? { kind: 'thrust', thrustN: s.thrustN, speedMs: s.speedMs ?? 0 }
        : { kind: 'throttle', throttle: s.throttle ?? 1, speedMs: s.speedMs ?? 0 }
  }));
  return mission(i.model, i.packInUse, segments, start, 1 - usableShareOf(i), cutoffOf(i));
}

/** What flying at a speed asks: the thrust of level flight where the wing is known, else full throttle. */
export function cruiseDemand(i: Interpreted, speedMs: number): Demand {
  const wing = installedWing(i.setup.craft, i);
  return wing
    ? { kind: 'thrust', thrustN: levelThrustN(wing, i.fluid.densityKgM3, speedMs), speedMs }
    : { kind: 'throttle', throttle: 1, speedMs };
}
