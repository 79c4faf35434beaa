import { CHEMISTRIES } from '../battery/chemistry.ts';
import { bodyDragAreaM2, forwardFlight, type ForwardFlight } from '../craft/multirotor/forward.ts';
import { hover } from '../craft/multirotor/hover.ts';
import { boatRun } from '../craft/boat/run.ts';
import { hullOf } from '../craft/boat/resistance.ts';
import { levelFlight } from '../craft/fixed-wing/level.ts';
import { levelDragN, wingOf } from '../craft/fixed-wing/polar.ts';
import { air } from '../atmosphere/air.ts';
import { runChecks } from '../checks/ledger.ts';
import type { CheckResult } from '../checks/check.ts';
import type { Cooling } from '../motor/heat.ts';
import { interpretSetup, supplyOf, type Interpreted } from '../setup/interpret.ts';
import type { PredictPoint, PredictRequest } from '../setup/schema.ts';
import type { Estimate } from '../setup/tolerance.ts';
import { isInside } from '../numeric/hermite-curve.ts';
import { fanFigures, type FanFigures } from '../propulsor/ducted-fan/figures.ts';
import { isTipSpeedInside } from '../propulsor/performance.ts';
import { show } from '../units/show.ts';
import { GRAVITY_MS2, LABEL_TEMPERATURE_C } from '../units/constants.ts';
import { radSToRpm } from '../units/convert.ts';
import { bandsOf, type Band } from './bands.ts';
import { discharge, type Demand } from './discharge.ts';
import { coolingOf, heatMassKg, heatRun } from './heat-run.ts';
import { mission, type MissionResult, type MissionSegment } from './mission.ts';
import { operatingPoint, solveOperatingPoint, type OperatingPoint } from './operating-point.ts';
import { sensitivities, type Sensitivity } from './sensitivity.ts';

/** One predicted point, as the interfaces give it. Units in the names; see the contract for per unit or total. */
export interface PredictedPoint extends PredictPoint {
  throttle: number;
  speedMs: number;
  state: OperatingPoint['state'];
  /** Where the propulsor was asked outside its data, in words. */
  outside: string | null;
  rpm: number;
  motorCurrentA: number;
  batteryCurrentA: number;
  batteryVoltageV: number;
  openCircuitV: number;
  cellVoltageV: number;
  electricalPowerW: number;
  shaftPowerW: number;
  torqueNm: number;
  thrustN: number;
  thrustPowerW: number;
  /** Least power that could make this thrust with this disc (momentum theory), W. */
  idealPowerW: number;
  motorEfficiency: number;
  propulsorEfficiency: number;
  pitchSpeedMs: number;
  lossW: {
    battery: number;
    wiring: number;
    esc: number;
    motorCopper: number;
    motorIron: number;
    gear: number;
    auxiliary: number;
    propulsor: number;
  };
  band: {
    batteryCurrentA: Band;
    thrustN: Band;
    rpm: Band;
    electricalPowerW: Band;
    motorCurrentA: Band;
  } | null;
}

export interface HoverAnswer {
  throttle: number;
  rpm: number;
  batteryCurrentA: number;
  electricalPowerW: number;
  band?: { throttle: Band; batteryCurrentA: Band };
}

export interface LevelAnswer {
  stallSpeedMs: number;
  topSpeedMs: number | null;
  climbMs: number | null;
  climbSpeedMs: number | null;
  cruiseSpeedMs: number | null;
  cruiseCurrentA: number | null;
  cruiseThrottle: number | null;
  band?: { topSpeedMs: Band | null; climbMs: Band | null };
}

export interface BoatAnswer {
  unloadedRpm: number;
  loadedRpm: number;
  topSpeedMs: number;
  slip: number;
  batteryCurrentA: number;
  planing: boolean;
  hump: boolean;
  band?: { topSpeedMs: Band; loadedRpm: Band; batteryCurrentA: Band };
}

export interface EnduranceAnswer {
  at: 'full' | 'hover' | 'cruise';
  seconds: number;
  usedShare: number;
  averageCurrentA: number;
  endedBy: string;
  lowestLoadedCellV: number;
  band?: Band;
}

export interface PredictAnswer {
  points: PredictedPoint[];
  checks: CheckResult[];
  hover: HoverAnswer | null;
  level: LevelAnswer | null;
  boat: BoatAnswer | null;
  /** A ducted fan's own figures at the first point; null for other propulsors. */
  fan: FanFigures | null;
  endurance: EnduranceAnswer[];
  /** Warm-up of one motor at full throttle from the first point's supply; null without mass or power rating. */
  heat: HeatAnswer | null;
  /** Level flight of a multirotor at full tilt. */
  forward: ForwardFlight | null;
  /** Which unknown moves the first point most. */
  sensitivity: Sensitivity[];
  mission: MissionResult | null;
  estimates: Estimate[];
  notes: string[];
}

/** A motor's heat in short. */
export interface HeatAnswer {
  cooling: Cooling;
  seconds: number;
  windingC: number;
  caseC: number;
  secondsToCaseLimit: number | null;
  secondsToWindingLimit: number | null;
  runaway: boolean;
}

/** Share of the capacity that is used when neither pack nor school says otherwise. Common practice, no source. */
export const USABLE_SHARE = { '80 %': 0.8, '70 %': 0.7, 'to the cut-off': 1 } as const;

/** Usable share of the pack: its own, or the school's. */
export function usableShareOf(i: Interpreted): number {
  const school = (i.setup.schools as Record<string, string> | undefined)?.['usable-capacity'];
  return (
    i.setup.battery.usableShare ?? USABLE_SHARE[school as keyof typeof USABLE_SHARE] ?? USABLE_SHARE['80 %']
  );
}

/** Loaded volts per cell at which a discharge is ended. */
export const cutoffOf = (i: Interpreted): number =>
  i.setup.battery.cutoffCellV ?? CHEMISTRIES[i.setup.battery.chemistry].loadedFloorV;

/**
 * Least shaft power that could make a thrust at a speed with an area, W: P = T (V + w), momentum theory for an open
 * disc (Glauert 1935), (rho A w (V + w) 2 = T); for a duct whose jet keeps its exit area, P = T (V + Ve)/2.
 */
export function idealPowerW(
  thrustN: number,
  speedMs: number,
  densityKgM3: number,
  areaM2: number,
  ducted: boolean
): number {
  if (thrustN <= 0) return 0;
  if (ducted) {
    const exit = 0.5 * (speedMs + Math.sqrt(speedMs ** 2 + (4 * thrustN) / (densityKgM3 * areaM2)));
    return 0.5 * thrustN * (speedMs + exit);
  }
  const induced = 0.5 * (Math.sqrt(speedMs ** 2 + (2 * thrustN) / (densityKgM3 * areaM2)) - speedMs);
  return thrustN * (speedMs + induced);
}

/** Fills a point's answer from a solved operating point. */
export function describePoint(i: Interpreted, p: OperatingPoint, speedMs: number, openCircuitV: number) {
  const m = i.model;
  const rpm = radSToRpm(p.omegaRadS / m.gearRatio);
  const atPropulsor = m.count * p.shaftPowerW - p.lossGearW;
  const driveIn = p.lossCopperW + p.lossIronW + m.count * p.shaftPowerW;
  const ducted = i.exitAreaM2 !== null;
  return {
    state: p.state,
    rpm,
    motorCurrentA: p.motorCurrentA,
    batteryCurrentA: p.batteryCurrentA,
    batteryVoltageV: p.batteryVoltageV,
    openCircuitV,
    cellVoltageV: p.batteryVoltageV / m.series,
    electricalPowerW: p.electricalPowerW,
    shaftPowerW: p.shaftPowerW,
    torqueNm: p.motorTorqueNm,
    thrustN: p.thrustN,
    thrustPowerW: p.thrustPowerW,
    idealPowerW:
      m.count *
      idealPowerW(
        p.thrustN / (m.count * m.thrustShare),
        speedMs,
        m.densityKgM3,
        ducted ? (i.exitAreaM2 as number) : i.discAreaM2,
        ducted
      ),
    motorEfficiency: driveIn > 0 && p.shaftPowerW > 0 ? (m.count * p.shaftPowerW) / driveIn : 0,
    propulsorEfficiency: atPropulsor > 0 && p.thrustPowerW > 0 ? p.thrustPowerW / atPropulsor : 0,
    pitchSpeedMs: (rpm / 60) * m.pitchM,
    lossW: {
      battery: p.lossBatteryW,
      wiring: p.lossWiringW,
      esc: p.lossEscW,
      motorCopper: p.lossCopperW,
      motorIron: p.lossIronW,
      gear: p.lossGearW,
      auxiliary: p.lossAuxiliaryW,
      propulsor: p.lossPropulsorW
    }
  };
}

const PER_POINT = 5;
/** How much a band grows where the propulsor is asked outside its data. (m) */
const OUTSIDE_WIDENING = 1.5;

/** Where a point asks the propulsor outside what its table or its measured columns cover, in words; null inside. */
export function outsideData(i: Interpreted, p: OperatingPoint, speedMs: number): string | null {
  const m = i.model;
  const n = p.omegaRadS / m.gearRatio / (2 * Math.PI);
  if (m.performance.kind === 'table' && !m.performance.singleRow && n > 0) {
    const tip = Math.hypot(Math.PI * n * m.diameterM, speedMs);
    if (!isTipSpeedInside(tip))
      return `At ${show(tip)} m/s of tip speed the propeller is outside its table (10 to 290 m/s); the nearest row was used and the band widened.`;
  }
  if (m.performance.kind === 'curve' && n > 0) {
    const j = speedMs / (n * m.diameterM);
    if (!isInside(m.performance.thrust, j))
      return `At advance ratio ${show(j)} the propulsor is outside its measured columns; they were carried on straight and the band widened.`;
  }
  if (m.performance.kind === 'constant' && speedMs > 0)
    return 'The propulsor’s coefficients are constants: they are taken to hold at every speed, which no propulsor does.';
  return null;
}

const widened = (band: Band, value: number, outside: boolean): Band =>
  outside
    ? [value - OUTSIDE_WIDENING * (value - band[0]), value + OUTSIDE_WIDENING * (band[1] - value)]
    : band;

/** Solves every asked point with its band. */
export function predictPoints(
  i: Interpreted,
  points: readonly PredictPoint[],
  bands = true
): PredictedPoint[] {
  const scratch = operatingPoint();
  const asked = points.map((point) => ({ point, supply: supplyOf(i, point) }));
  const found = bands
    ? bandsOf(i, PER_POINT * points.length, (model, packFactor, _z, out) => {
        asked.forEach(({ point, supply }, at) => {
          solveOperatingPoint(
            model,
            supply.openCircuitV,
            supply.packOhm * packFactor,
            point.throttle ?? 1,
            point.speedMs ?? 0,
            scratch
          );
          const base = at * PER_POINT;
          out[base] = scratch.batteryCurrentA;
          out[base + 1] = scratch.thrustN;
          out[base + 2] = radSToRpm(scratch.omegaRadS / model.gearRatio);
          out[base + 3] = scratch.electricalPowerW;
          out[base + 4] = scratch.motorCurrentA;
        });
      })
    : [];
  return asked.map(({ point, supply }, at) => {
    const throttle = point.throttle ?? 1;
    const speedMs = point.speedMs ?? 0;
    solveOperatingPoint(i.model, supply.openCircuitV, supply.packOhm, throttle, speedMs, scratch);
    const described = describePoint(i, scratch, speedMs, supply.openCircuitV);
    const outside = outsideData(i, scratch, speedMs);
    const band = (o: number, value: number): Band =>
      widened(found[at * PER_POINT + o] as Band, value, outside !== null);
    return {
      ...point,
      throttle,
      speedMs,
      ...(supply.stateOfCharge === null ? {} : { stateOfCharge: supply.stateOfCharge }),
      ...described,
      outside,
      band: bands
        ? {
            batteryCurrentA: band(0, described.batteryCurrentA),
            thrustN: band(1, described.thrustN),
            rpm: band(2, described.rpm),
            electricalPowerW: band(3, described.electricalPowerW),
            motorCurrentA: band(4, described.motorCurrentA)
          }
        : null
    };
  });
}

/** Samples for the slower outputs (hover, level, boat). */
const CRAFT_SAMPLES = 64;
/** Relative standard deviation of a craft's drag polar and of a hull's resistance. (m) */
const DRAG_SD = 0.15;
const HULL_SD = 0.25;

function hoverAnswer(i: Interpreted, volts: number, packOhm: number, bands: boolean): HoverAnswer | null {
  const { massKg } = i.setup.craft;
  const found = hover(i.model, massKg, volts, packOhm);
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
      const h = hover(model, massKg, volts, packOhm * pack);
      out[0] = h ? h.throttle : Number.NaN;
      out[1] = h ? h.batteryCurrentA : Number.NaN;
    },
    CRAFT_SAMPLES
  );
  if (throttle && current) answer.band = { throttle, batteryCurrentA: current };
  return answer;
}

function levelAnswer(
  i: Interpreted,
  volts: number,
  packOhm: number,
  bands: boolean,
  estimates: Estimate[]
): LevelAnswer | null {
  const wing = wingOf(i.setup.craft, estimates);
  if (!wing || i.inWater) return null;
  const density = i.fluid.densityKgM3;
  const answer: LevelAnswer = levelFlight(i.model, wing, density, volts, packOhm);
  if (!bands) return answer;
  const [top, climb] = bandsOf(
    i,
    2,
    (model, pack, z, out) => {
      const w = { ...wing, zeroLiftDrag: wing.zeroLiftDrag * Math.exp(DRAG_SD * z) };
      const l = levelFlight(model, w, density, volts, packOhm * pack);
      out[0] = l.topSpeedMs ?? Number.NaN;
      out[1] = l.climbMs ?? Number.NaN;
    },
    CRAFT_SAMPLES
  );
  return { ...answer, band: { topSpeedMs: top, climbMs: climb } };
}

function boatAnswer(
  i: Interpreted,
  volts: number,
  packOhm: number,
  bands: boolean,
  estimates: Estimate[]
): BoatAnswer | null {
  const hull = hullOf(i.setup.craft, estimates);
  if (!hull) return null;
  const fluid = i.inWater ? i.fluid : air(0, 15);
  const answer: BoatAnswer = boatRun(i.model, hull, fluid, i.thrustDeduction, volts, packOhm);
  if (!bands) return answer;
  const [top, rpm, current] = bandsOf(
    i,
    3,
    (model, pack, z, out) => {
      const b = boatRun(model, hull, fluid, i.thrustDeduction, volts, packOhm * pack, Math.exp(HULL_SD * z));
      out[0] = b.topSpeedMs;
      out[1] = b.loadedRpm;
      out[2] = b.batteryCurrentA;
    },
    CRAFT_SAMPLES
  );
  if (top && rpm && current) answer.band = { topSpeedMs: top, loadedRpm: rpm, batteryCurrentA: current };
  return answer;
}

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

function enduranceBand(i: Interpreted, demand: Demand, start: number | null): Band | null {
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

/**
 * The whole prediction for a valid request: points with bands, hover, level flight or boat run, endurance, checks.
 * Pure and deterministic: the same answer in page, worker, server and command line.
 */
export function predict(request: PredictRequest): PredictAnswer {
  const setup =
    request.schools === undefined
      ? request.setup
      : { ...request.setup, schools: { ...request.schools, ...request.setup.schools } };
  const i = interpretSetup(setup, request.windingC ?? LABEL_TEMPERATURE_C);
  const points: readonly PredictPoint[] = request.points ?? [{ throttle: 1, speedMs: 0, stateOfCharge: 1 }];
  const bands = request.bands ?? true;
  const estimates = [...i.estimates];
  const first = supplyOf(i, points[0]);
  const volts = first.openCircuitV;
  const { kind, massKg } = i.setup.craft;
  const hovering = kind === 'multirotor' ? hoverAnswer(i, volts, first.packOhm, bands) : null;
  const level = kind === 'fixed-wing' ? levelAnswer(i, volts, first.packOhm, bands, estimates) : null;
  const boat = kind === 'boat' ? boatAnswer(i, volts, first.packOhm, bands, estimates) : null;

  const demands: [EnduranceAnswer['at'], Demand][] = [
    ['full', { kind: 'throttle', throttle: 1, speedMs: boat ? boat.topSpeedMs : 0 }]
  ];
  if (hovering) demands.push(['hover', { kind: 'thrust', thrustN: massKg * GRAVITY_MS2, speedMs: 0 }]);
  if (level?.cruiseSpeedMs != null && level.cruiseThrottle !== null)
    demands.push(['cruise', cruiseDemand(i, level.cruiseSpeedMs)]);
  const endurance = demands.map(([at, demand]) => {
    const answer = enduranceAt(i, at, demand, first.stateOfCharge, volts);
    const band = bands ? enduranceBand(i, demand, first.stateOfCharge) : null;
    return band ? { ...answer, band } : answer;
  });
  const predicted = predictPoints(i, points, bands);
  const answer: PredictAnswer = {
    points: predicted,
    checks: [],
    fan: fanAnswer(i, predicted[0]),
    heat: heatAnswer(i, volts, first.packOhm, endurance[0].seconds, boat?.topSpeedMs ?? 0),
    forward:
      kind === 'multirotor'
        ? forwardFlight(
            i.model,
            massKg,
            setup.craft.dragAreaM2 ?? bodyDragAreaM2(massKg),
            i.fluid.densityKgM3,
            volts,
            first.packOhm
          )
        : null,
    sensitivity: bands ? sensitivities(i, first, points[0].throttle ?? 1, points[0].speedMs ?? 0) : [],
    mission: missionAnswer(i, request, first.stateOfCharge),
    hover: hovering,
    level,
    boat,
    endurance,
    estimates,
    notes: [...i.notes]
  };
  answer.notes.push(...new Set(answer.points.flatMap((p) => (p.outside === null ? [] : [p.outside]))));
  if (request.checks ?? true) answer.checks = runChecks(i, answer, first);
  return answer;
}

function fanAnswer(i: Interpreted, p: PredictedPoint): FanFigures | null {
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

function heatAnswer(
  i: Interpreted,
  volts: number,
  packOhm: number,
  fullSeconds: number,
  speedMs: number
): HeatAnswer | null {
  const mass = heatMassKg(i);
  if (mass === null) return null;
  const seconds = Math.min(Math.max(fullSeconds, 30), HEAT_SECONDS);
  const run = heatRun(i, i.model, mass, volts, packOhm, 1, speedMs, seconds, 60);
  const end = run.steps[run.steps.length - 1];
  return {
    cooling: coolingOf(i),
    seconds: end.seconds,
    windingC: end.windingC,
    caseC: end.caseC,
    secondsToCaseLimit: run.secondsToCaseLimit,
    secondsToWindingLimit: run.secondsToWindingLimit,
    runaway: run.runaway
  };
}

function missionAnswer(i: Interpreted, request: PredictRequest, start: number | null): MissionResult | null {
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

function cruiseDemand(i: Interpreted, speedMs: number): Demand {
  const wing = wingOf(i.setup.craft);
  return wing
    ? { kind: 'thrust', thrustN: levelDragN(wing, i.fluid.densityKgM3, speedMs), speedMs }
    : { kind: 'throttle', throttle: 1, speedMs };
}
