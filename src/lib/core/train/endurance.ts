import { levelDragN, wingOf } from '../craft/fixed-wing/polar.ts';
import type { Interpreted } from '../setup/interpret.ts';
import type { PredictRequest } from '../setup/schema.ts';
import type { EnduranceAnswer } from './answer.ts';
import { bandsOf, type Band } from './bands.ts';
import { discharge, type Demand } from './discharge.ts';
import { mission, type MissionResult, type MissionSegment } from './mission.ts';
import { operatingPoint, solveOperatingPoint } from './operating-point.ts';
import { cutoffOf, usableShareOf } from './pack-limits.ts';

/** Time the pack lasts at a demand, from the first point's supply. */
export function enduranceAt(
  i: Interpreted,
  at: EnduranceAnswer['at'],
  demand: Demand,
  start: number | null,
  volts: number
): EnduranceAnswer {
  const usable = usableShareOf(i);
  if (start === null) {
    // held volts: a supply that never sags; the pack's capacity only counts the amp hours
    const p = operatingPoint();
    solveOperatingPoint(
      i.model,
      volts,
      0,
      demand.kind === 'throttle' ? demand.throttle : 1,
      demand.speedMs,
      p
    );
    const seconds = p.batteryCurrentA > 0 ? (usable * i.capacityAh * 3600) / p.batteryCurrentA : 0;
    return {
      at,
      seconds,
      usedShare: usable,
      averageCurrentA: p.batteryCurrentA,
      endedBy: 'usable-share',
      lowestLoadedCellV: volts / i.model.series
    };
  }
  const d = discharge(
    i.model,
    i.setup.battery.chemistry,
    i.capacityAh,
    demand,
    start,
    1 - usable,
    cutoffOf(i)
  );
  return {
    at,
    seconds: d.seconds,
    usedShare: d.usedShare,
    averageCurrentA:
      d.seconds > 0 ? (d.usedShare * i.capacityAh * 3600) / d.seconds : (d.steps[0]?.currentA ?? 0),
    endedBy: d.endedBy,
    lowestLoadedCellV: d.steps.at(-1)?.loadedCellV ?? 0
  };
}

export function enduranceBand(i: Interpreted, demand: Demand, start: number | null): Band | null {
  if (start === null) return null;
  const [band] = bandsOf(
    i,
    1,
    (model, _pack, _z, out) => {
      out[0] = discharge(
        model,
        i.setup.battery.chemistry,
        i.capacityAh,
        demand,
        start,
        1 - usableShareOf(i),
        cutoffOf(i)
      ).seconds;
    },
    32
  );
  return band;
}

export function missionAnswer(
  i: Interpreted,
  request: PredictRequest,
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
  return mission(
    i.model,
    i.setup.battery.chemistry,
    i.capacityAh,
    segments,
    start,
    1 - usableShareOf(i),
    cutoffOf(i)
  );
}

export function cruiseDemand(i: Interpreted, speedMs: number): Demand {
  const wing = wingOf(i.setup.craft);
  return wing
    ? { kind: 'thrust', thrustN: levelDragN(wing, i.fluid.densityKgM3, speedMs), speedMs }
    : { kind: 'throttle', throttle: 1, speedMs };
}
