import { hullOf } from '../../model/hull.ts';
import { boatRun } from './boat-run.ts';
import { levelFlight } from './level-flight.ts';
import { installedWing } from '../../model/wing.ts';
import { hover } from './hover.ts';
import { fanFigures, type FanFigures } from '../../parts/propulsor/ducted-fan/figures.ts';
import type { Interpreted } from '../../model/interpret.ts';
import type { Supply } from '../../model/powertrain-model.ts';
import type { BoatAnswer, HeatAnswer, HoverAnswer, LevelAnswer, PredictedPoint } from '../predicted.ts';
import { bandsOf } from '../bands.ts';
import { coolingOf, fullThrottle, heatMassKg, heatRun } from '../heat-run.ts';

/** A supply whose pack has more or less resistance. */
const weakened = ({ openCircuitV, packOhm }: Supply, factor: number): Supply => ({
  openCircuitV,
  packOhm: packOhm * factor
});

/** Samples for the slower outputs (hover, level, boat). */
const CRAFT_SAMPLES = 64;

/** Hover of a multirotor at its weight: throttle, rpm, amps and watts of the pack; with `bands` those of throttle and amps. Null where it cannot hover. */
export function hoverAnswer(i: Interpreted, supply: Supply, bands: boolean): HoverAnswer | null {
  const { massKg } = i.setup.craft;
  const found = hover(i.model, massKg, supply);
  if (!found) return null;
  const answer: HoverAnswer = {
    throttle: found.throttle,
    rpm: found.rpm,
    batteryCurrentA: found.batteryCurrentA,
    electricalPowerW: found.electricalPowerW
  };
  if (!bands) return answer;
  const [throttle, current] = bandsOf(
    i,
    2,
    (model, pack, _z, out) => {
      const h = hover(model, massKg, weakened(supply, pack));
      out[0] = h ? h.throttle : Number.NaN;
      out[1] = h ? h.batteryCurrentA : Number.NaN;
    },
    CRAFT_SAMPLES
  );
  if (throttle && current) answer.band = { throttle, batteryCurrentA: current };
  return answer;
}

/** Level flight of an aeroplane: stall, cruise and top speed, climb (m/s); with `bands` those of top speed and climb. Null without a wing area, and for other craft. */
export function levelAnswer(i: Interpreted, supply: Supply, bands: boolean): LevelAnswer | null {
  const wing = installedWing(i.setup.craft, i);
  if (!wing || i.inWater) return null;
  const density = i.fluid.densityKgM3;
  const answer: LevelAnswer = levelFlight(i.model, wing, density, supply);
  if (!bands) return answer;
  const [top, climb] = bandsOf(
    i,
    2,
    (model, pack, z, out) => {
      const w = { ...wing, zeroLiftDrag: wing.zeroLiftDrag * Math.exp((wing.dragSd ?? 0) * z) };
      const l = levelFlight(model, w, density, weakened(supply, pack));
      out[0] = l.topSpeedMs ?? Number.NaN;
      out[1] = l.climbMs ?? Number.NaN;
    },
    CRAFT_SAMPLES
  );
  return { ...answer, band: { topSpeedMs: top, climbMs: climb } };
}

/** A boat under way at full throttle: top speed (m/s), rpm, amps; with `bands` those of all three. The hull’s own spread is among them. */
export function boatAnswer(i: Interpreted, supply: Supply, bands: boolean): BoatAnswer | null {
  const hull = hullOf(i.setup.craft);
  const fluid = i.hullWater;
  const answer: BoatAnswer = boatRun(i.model, hull, fluid, i.thrustDeduction, supply);
  if (!bands) return answer;
  const [top, rpm, current] = bandsOf(
    i,
    3,
    (model, pack, z, out) => {
      const b = boatRun(
        model,
        hull,
        fluid,
        i.thrustDeduction,
        weakened(supply, pack),
        Math.exp((hull.relativeSd ?? 0) * z)
      );
      out[0] = b.topSpeedMs;
      out[1] = b.loadedRpm;
      out[2] = b.batteryCurrentA;
    },
    CRAFT_SAMPLES
  );
  if (top && rpm && current) answer.band = { topSpeedMs: top, loadedRpm: rpm, batteryCurrentA: current };
  return answer;
}

/** One fan of a setup at a point: jet, air flow, loading, thrust per watt, tip speed. @param p point of all of them together. Null where the propulsor is no fan. */
export function fanAnswer(i: Interpreted, p: PredictedPoint): FanFigures | null {
  if (i.exitAreaM2 === null) return null;
  const n = i.model.count;
  return fanFigures(
    p.thrustN / n,
    p.electricalPowerW / n,
    p.speedMs,
    p.rpm,
    i.model.diameterM,
    i.exitAreaM2,
    i.model.densityKgM3
  );
}

/** Longest warm-up looked at, s. */
const HEAT_SECONDS = 600;

/**
 * Warm-up at full throttle: temperatures at the end (°C) and seconds until a limit is passed, nulls where none is. Looked at for
 * as long as the pack lasts, at least 30 s and at most `HEAT_SECONDS`. Null where nothing tells the mass of the motor.
 */
export function heatAnswer(
  i: Interpreted,
  supply: Supply,
  fullSeconds: number,
  speedMs: number
): Omit<HeatAnswer, 'useBurnsAfterS'> | null {
  const mass = heatMassKg(i);
  if (mass === null) return null;
  const seconds = Math.min(Math.max(fullSeconds, 30), HEAT_SECONDS);
  const run = heatRun(i, i.model, mass, supply, [fullThrottle(seconds, speedMs)], 60);
  const end = run.steps[run.steps.length - 1];
  return {
    cooling: coolingOf(i),
    seconds: end.seconds,
    windingC: end.windingC,
    caseC: end.caseC,
    secondsToCaseLimit: run.secondsToCaseLimit,
    secondsToWindingLimit: run.secondsToWindingLimit,
    secondsToBurn: run.secondsToBurn
  };
}
