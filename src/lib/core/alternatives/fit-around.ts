import { FIXABLE_PARTS, type FixablePart } from '../registry/parts.ts';
import { failsOf } from '../checks/fails.ts';
import { runChecks } from '../checks/run-checks.ts';
import { COMMON_ESC_A } from '../standard-sizes/esc-sizes.ts';
import { CELL_COUNTS } from '../standard-sizes/packs.ts';
import { screwDiametersM } from '../standard-sizes/screws.ts';
import { kvSold } from '../standard-sizes/windings.ts';
import { interpretSetup } from '../model/interpret.ts';
import {
  type Battery,
  type Esc,
  type Motor,
  type Propulsor,
  type SetupDocument
} from '../document/schema.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import type { PredictedPoint } from '../powertrain/predicted.ts';
import { predictPoints } from '../powertrain/predict-points.ts';
import { briefOf, motorsOf, type Brief } from '../brief/brief.ts';
import {
  bladesOf,
  familyOf,
  firstPropulsor,
  OVERALL,
  propellersThatFit,
  wantedRpm
} from './first-propulsor.ts';
import { packsToTry, sizedEsc, sizedPack, type Schools } from './size-electrics.ts';
import { multirotorPurposeOf, purposeOf, wantedOf, type BriefDemand } from '../brief/wanted.ts';
import { PURPOSES } from '../document/schools.ts';
import { buildOfPoles, massForLoadedConstant } from '../parts/motor/estimate.ts';
import { AIR_DENSITY_KG_M3 } from '../units/constants.ts';
import { INCH_M, rpmToRadS } from '../units/convert.ts';
import { measureOf } from '../yardstick/by-purpose.ts';
import { figuresOf, leftOf, mostOf } from '../yardstick/gives.ts';
import { goalsOf, thrustGoal } from '../yardstick/goals.ts';
import { motorWindow, peaksOf, usualCellsOf } from '../yardstick/usual-power.ts';
import { usualParts, type UsualParts } from '../yardstick/usual-classes.ts';
import { usualSeconds } from '../brief/usual-time.ts';
import { MARGIN_USED, scoreOf } from '../yardstick/worth.ts';

/** Volts of a cell by its label, and the most cells a document may have. */
const NOMINAL_CELL_V = 3.7;
const MOST_CELLS = 60;
/** Below this mass single cells are usual, kg. Common practice, no source. */
const INDOOR_KG = 0.15;

/**
 * Volts of a full LiPo cell under the worst current of a pack sized for it by `sizedPack` (30C, 1.5 times): it sags
 * I R = 9.1 mΩ Ah × 20/h = 0.18 V, whatever its size.
 */
const SIZED_CELL_V = 4.02;

/** Worst case, full throttle and standing still: on the fixed pack when full, or on one that will be sized for it. */
const solve = (setup: SetupDocument, packFixed: boolean): PredictedPoint =>
  predictPoints(
    interpretSetup(setup),
    [
      packFixed
        ? { throttle: 1, speedMs: 0, stateOfCharge: 1 }
        : { throttle: 1, speedMs: 0, batteryVoltageV: SIZED_CELL_V * setup.battery.series }
    ],
    false
  )[0];

/** Loaded over unloaded speed of an everyday motor, and volts of a loaded cell: for the first guess only. (m) */
const LOADED_SHARE = 0.78;
const LOADED_CELL_V = 3.75;
/** Most turns in which a motor's KV and mass are brought to what the thrust asks, and how near is near enough, share. */
const MOST_TURNS = 8;
const NEAR = 0.01;

/** Watts a gram that a motor of unknown make is chosen for at most, and where it is run fast and briefly; rotors aside. (m) */
const MOST_W_PER_G = 3.6;
const MOST_W_PER_G_FAST = 5;
const isFast = ({ purpose }: Brief): boolean => purpose === 'speed' || purpose === 'jet';

/** Power that an aeroplane's motor is wound for at least, over the middle of the watts a kilogram of its purpose. (m) */
const OF_USUAL_WATTS = 0.9;
/** How far thrust may go beyond what is asked for that power. (m) */
const MOST_OVER = 1.08;

/** How much faster a motor would have to turn for the thrust that is asked; for the usual power where that asks a little more. */
function fasterBy({ base, brief, wanted }: Fitting, p: PredictedPoint, rpm: number): number {
  if (wanted.thrustEachN === null) return rpm / p.rpm;
  const thrustN = wanted.thrustEachN * (base.count ?? 1);
  const byThrust = Math.sqrt(thrustN / Math.max(p.thrustN, 1e-6));
  if (brief.kind !== 'fixed-wing') return byThrust;
  const [low, high] = PURPOSES[purposeOf(brief.purpose)].wattsPerKg;
  const watts = OF_USUAL_WATTS * Math.sqrt(low * high) * brief.massKg;
  const most = brief.purpose === 'glider' ? 2 : MOST_OVER;
  return Math.min(
    Math.max(byThrust, Math.cbrt(watts / Math.max(p.electricalPowerW, 1e-6))),
    byThrust * Math.sqrt(most)
  );
}

/** Magnet poles of the motors that such propulsors are turned by. Common practice, no source. */
const polesFor = (kind: Brief['kind'], propulsor: Propulsor): number =>
  kind === 'boat' ? 6 : propulsor.kind === 'ducted-fan' ? 4 : 14;

/** Most of its shaft power that a motor of unknown make may lose in copper, and share of the power that reaches the shaft. (m) */
const COPPER_SHARE = 0.4;
const SHAFT_SHARE = 0.75;

/**
 * Mass of a motor for a power, kg, to two digits: by the watts a gram that such craft use, and no more than such craft carry; no
 * less than the motor constant Km = Q/sqrt(copper loss) asks that carries the torque, which decides where a large propulsor
 * turns slowly.
 */
function massFor(watts: number, wattsPerGram: number, rpm: number, poles: number, mostKg: number): number {
  const shaftW = SHAFT_SHARE * watts;
  const constant = shaftW / rpmToRadS(rpm) / Math.sqrt(COPPER_SHARE * shaftW);
  const byTorque = massForLoadedConstant(constant, buildOfPoles(poles));
  const kg = Math.max(Math.min(watts / wattsPerGram / 1000, mostKg), byTorque);
  return Math.min(Math.max(Number(kg.toPrecision(2)), 0.003), 200);
}

/** A motor on so many cells: the start for the same propulsor on others. */
interface MotorOn {
  readonly motor: Motor;
  readonly series: number;
}

/**
 * A motor whose KV gives the wanted thrust (or a boat's rpm) loaded, as heavy as such craft's motors are for the power:
 * corrected by the real prediction.
 */
function motorFor(f: Fitting, propulsor: Propulsor, series: number, like: MotorOn | null): Motor {
  const { base, brief, wanted, watts } = f;
  const count = base.count ?? 1;
  const mostKg = f.usual.motorKg?.high ?? Infinity;
  // a motor that is chosen anew drives directly
  const rpm = wantedRpm(propulsor, wanted);
  const [low, high] = motorWindow(base.craft);
  const wattsPerGram = Math.min(
    Math.sqrt(low * high),
    brief.kind === 'multirotor' ? Infinity : isFast(brief) ? MOST_W_PER_G_FAST : MOST_W_PER_G
  );
  const poles = polesFor(brief.kind, propulsor);
  const motor: Motor = {
    kvRpmPerVolt: Math.min(
      Math.max(
        like
          ? (like.motor.kvRpmPerVolt * like.series) / series
          : rpm / (LOADED_SHARE * LOADED_CELL_V * series),
        50
      ),
      20000
    ),
    massKg: like?.motor.massKg ?? massFor(watts / count, wattsPerGram, rpm, poles, mostKg),
    poles,
    // fast boats carry a water jacket
    ...(brief.kind === 'boat' && brief.hull !== 'displacement' ? { cooling: 'water' as const } : {})
  };
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const p = solve(assembled(f, motor, propulsor, series), f.holds('battery'));
    if (p.rpm <= 0) break;
    const ratio = fasterBy(f, p, rpm);
    const drawnW = (p.batteryCurrentA * series * NOMINAL_CELL_V) / count;
    const massKg = massFor(drawnW, wattsPerGram, Math.max(p.rpm, 1), poles, mostKg);
    const settled = Math.abs(ratio - 1) < NEAR && Math.abs(massKg / (motor.massKg as number) - 1) < 0.1;
    motor.massKg = massKg;
    motor.kvRpmPerVolt = Math.min(
      Math.max(motor.kvRpmPerVolt * Math.min(Math.max(ratio, 0.3), 3), 50),
      20000
    );
    if (settled) break;
  }
  motor.kvRpmPerVolt = Math.max(kvSold(motor.kvRpmPerVolt), 10);
  return rated(motor, solve(assembled(f, motor, propulsor, series), f.holds('battery')), count);
}

/** How much more than it is asked for a motor to be bought is rated for: the share that the limits leave. Common practice, no source. */
const RATED_FOR = 1.35;

/** A motor to be bought with the ratings that it has to have for what it is asked: amps, and electrical watts to the next ten. */
function rated(motor: Motor, p: PredictedPoint, count: number): Motor {
  const watts = (p.electricalPowerW - p.lossW.auxiliary) / count;
  return {
    ...motor,
    maxCurrentA: Math.min(Math.ceil(RATED_FOR * p.motorCurrentA), 5000),
    maxPowerW: Math.min(10 * Math.ceil((RATED_FOR * watts) / 10), 200_000)
  };
}

/** Power of momentum theory for the wanted thrust with a disc, over what usually reaches the air, W. */
function wattsFor(b: Brief, wanted: BriefDemand, propulsor: Propulsor): number {
  if (wanted.thrustEachN === null) return wanted.watts;
  const thrust = wanted.thrustEachN;
  const count = motorsOf(b);
  const disc = (Math.PI / 4) * propulsor.diameterM ** 2;
  return (count * thrust * Math.sqrt(thrust / (2 * AIR_DENSITY_KG_M3 * disc))) / OVERALL;
}

/** Figures a fitted part's document owes to an estimate. */
export const ESTIMATED: Record<FixablePart, readonly string[]> = {
  battery: ['battery.capacityAh', 'battery.series'],
  wiring: [],
  esc: ['esc.continuousA', 'esc.massKg'],
  motor: ['motor.kvRpmPerVolt', 'motor.massKg', 'motor.maxCurrentA', 'motor.maxPowerW', 'motor.cooling'],
  propulsor: ['propulsor.diameterM']
};

/** What a fitting goes by. */
interface Fitting {
  readonly base: SetupDocument;
  readonly brief: Brief;
  readonly wanted: BriefDemand;
  /** Electrical power that the wanted thrust takes with the propulsor of first choice, W. */
  readonly watts: number;
  readonly firstChoice: Propulsor;
  /** What experienced builders take for such a craft. */
  readonly usual: UsualParts;
  readonly schools: Schools;
  readonly holds: (part: FixablePart) => boolean;
  readonly effort: 'whole' | 'quick';
}

/** The setup with some parts chosen; pack and ESC stand in for the power until they are sized. */
function assembled(f: Fitting, motor: Motor, propulsor: Propulsor, series: number): SetupDocument {
  const { base, brief, holds, schools } = f;
  const amps = f.watts / (NOMINAL_CELL_V * series);
  return {
    ...base,
    wiring: holds('wiring') ? base.wiring : {},
    battery: holds('battery') ? base.battery : sizedPack(brief, amps, series, schools),
    esc: holds('esc') ? base.esc : sizedEsc(amps / (base.count ?? 1), series, schools),
    motor,
    propulsor,
    gearRatio: holds('motor') ? base.gearRatio : 1,
    // what was fitted counts for the parts that it was fitted to, and for no other
    calibration: base.calibration?.joint ? base.calibration : null
  };
}

/** Fewest and most cells that the held parts stand. */
function cellLimits({ base, holds }: Fitting): { least: number; most: number } {
  return {
    least: holds('esc') ? (base.esc?.minSeries ?? 1) : 1,
    most: Math.min(
      holds('esc') ? (base.esc?.maxSeries ?? MOST_CELLS) : MOST_CELLS,
      holds('motor') ? (base.motor.maxSeries ?? MOST_CELLS) : MOST_CELLS
    )
  };
}

/** Pitch over diameter of the propellers that such craft fly with. Common practice, no source. */
function shapesFor({ kind, purpose }: Brief): readonly [number, number] {
  if (kind === 'multirotor') return purpose === 'agile' ? [0.5, 1] : [0.3, 0.6];
  return purpose === 'speed' ? [0.7, 1.1] : purpose === 'unlimited' ? [0.4, 0.65] : [0.42, 0.78];
}

/** Diameters that are tried, over the first choice's. */
const DIAMETERS = [0.78, 1.28] as const;
/** Most propellers that are tried. */
const MOST_PROPELLERS = { whole: 10, quick: 5 } as const;

/** Propulsors on sale that are tried. */
function propulsorsToTry({ holds, firstChoice, usual, wanted, brief, effort }: Fitting): Propulsor[] {
  const given =
    holds('propulsor') ||
    firstChoice.kind === 'ducted-fan' ||
    (wanted.thrustEachN === null && firstChoice.kind === 'propeller');
  if (given) return [firstChoice];
  if (firstChoice.kind !== 'propeller') {
    const { low, high } = usual.diameterM;
    return screwsLike(firstChoice, low, Math.min(high, brief.largestPropM ?? Infinity));
  }
  const [low, high] = shapesFor(brief);
  const near = propellersThatFit(brief.largestPropM, familyOf(brief), bladesOf(brief)).filter((p) => {
    const size = p.diameterM / firstChoice.diameterM;
    const shape = (p.pitchM as number) / p.diameterM;
    return size >= DIAMETERS[0] && size <= DIAMETERS[1] && shape >= low && shape <= high;
  });
  const off = (p: Propulsor): number => Math.abs(Math.log(p.diameterM / firstChoice.diameterM));
  return near.length > 0
    ? near.sort((a, b) => off(a) - off(b)).slice(0, MOST_PROPELLERS[effort])
    : [firstChoice];
}

/** Most cells of a multirotor by its rotors: four below three and a half inches, six below eight. Common practice, no source. */
function mostCellsFor({ brief, firstChoice }: Fitting): number {
  if (brief.kind !== 'multirotor') return MOST_CELLS;
  return firstChoice.diameterM < 3.5 * INCH_M ? 4 : firstChoice.diameterM < 8 * INCH_M ? 6 : MOST_CELLS;
}

/** How far the cells of a held motor may be from those that its KV asks. (m) */
const CELLS_WITHIN = 3;

/** Cells on which a held motor turns the first choice of propulsor as fast as the thrust asks. */
const cellsByKv = ({ base, firstChoice, wanted }: Fitting): number =>
  (wantedRpm(firstChoice, wanted) * (base.gearRatio ?? 1)) /
  (base.motor.kvRpmPerVolt * LOADED_SHARE * LOADED_CELL_V);

/** Cell counts that are tried round the usual one: it, and the nearest on sale either way. */
function cellsToTry(f: Fitting, cells: number | null): number[] {
  if (f.holds('battery')) return [f.base.battery.series];
  const { least, most } = cellLimits(f);
  const inside = (series: number): boolean => series >= least && series <= most;
  if (cells !== null) return [Math.max(Math.min(cells, most), least)];
  const fewest = f.base.craft.massKg < INDOOR_KG ? 1 : 2;
  const { low, high } = f.usual.cells;
  const usual = Math.min(Math.max(usualCellsOf(f.brief.kind, f.watts), Math.ceil(low)), Math.floor(high));
  const at = CELL_COUNTS.findIndex((series) => series >= usual);
  const byKv = f.holds('motor') ? cellsByKv(f) : null;
  const near =
    byKv === null
      ? CELL_COUNTS.slice(Math.max(at - 2, 0), at + 2)
      : f.effort === 'whole'
        ? CELL_COUNTS
        : CELL_COUNTS.filter((series) => series >= byKv / CELLS_WITHIN && series <= byKv * CELLS_WITHIN);
  const tried = near.filter((series) => series >= fewest && series <= mostCellsFor(f) && inside(series));
  return tried.length > 0 ? [...tried] : [Math.max(Math.min(usual, most), least)];
}

/** Where each figure of the fitted setup comes from: what was fitted is estimated, what was held keeps its source. */
function sourcesAfter({ base, holds }: Fitting): SetupDocument['sources'] {
  const kept = Object.entries(base.sources ?? {}).filter(([path]) => {
    const part = path.split('.')[0] as FixablePart;
    return !FIXABLE_PARTS.includes(part) || holds(part);
  });
  const fitted = FIXABLE_PARTS.filter((part) => !holds(part)).flatMap((part) => ESTIMATED[part]);
  return Object.fromEntries([...kept, ...fitted.map((path) => [path, 'estimated'] as const)]);
}

/** What a fitting may be told beside the setup. */
interface FitBy {
  /** Parts that stay as they are; the setup's own `fixed` where it is left out. */
  readonly fixed?: readonly FixablePart[];
  /** Cells in series to take where neither pack nor motor decides; null for the usual count. */
  readonly cells?: number | null;
  /** Schools of the settings: the setup's own come before them. */
  readonly schools?: Schools;
  /** How much is tried: `quick` where what comes of it is mended further. */
  readonly effort?: 'whole' | 'quick';
}

/** Thrust that a motor is wound for, over what such craft are judged by: so that its band holds too, and what hovers does so low. (m) */
const ABOVE_GOAL = 1.1;
const ABOVE_GOAL_HOVERING = 1.2;

/** What a brief asks, with the thrust at which a craft is judged to have enough. */
function aimedAt({ craft }: SetupDocument, wanted: BriefDemand): BriefDemand {
  const goal = thrustGoal(craft);
  if (wanted.thrustEachN === null || wanted.ratio === null || goal === null) return wanted;
  const hovers = craft.kind === 'multirotor' && multirotorPurposeOf(craft.purpose) !== 'agile';
  const above = hovers ? ABOVE_GOAL_HOVERING : ABOVE_GOAL;
  return { ...wanted, thrustEachN: (above * wanted.thrustEachN * goal) / wanted.ratio };
}

/** Upper end of the band of a current that was not measured, over its middle: an ESC is bought for it. (m) */
const BAND = 1.1;

/** Drives on as many cells that are given packs, and setups that every check looks at. */
const BEST_DRIVES = { whole: 3, quick: 1 } as const;
const BEST_SETUPS = { whole: 7, quick: 4 } as const;
/** What it costs to pass a rating at all. (m) */
const PASSED = 5;

interface Scored {
  readonly setup: SetupDocument;
  readonly score: number;
}

/**
 * The best of some setups by what the craft is judged by, best first. The most promising are looked at first, and those that
 * cannot come among the best any more are not looked at.
 */
function best(f: Fitting, setups: readonly SetupDocument[], most: number): Scored[] {
  const measure = measureOf(f.base.craft, null, undefined, f.schools);
  const atHand = { briefKg: f.base.craft.massKg };
  const goals = goalsOf(f.base.craft);
  const promising = setups
    .map((setup, k) => {
      const s = analysisOf(setup, { schools: f.schools });
      // what passes a rating is no solution, whatever else it gives
      const passed = Math.max(0, -(leftOf(s).headroom ?? 0));
      const cost = passed > 0 ? PASSED + 2 * PASSED * passed : 0;
      const bound = s.worst.rpm > 0 ? scoreOf(mostOf(s, goals, atHand), measure) - cost : -Infinity;
      return { setup, s, k, cost, bound };
    })
    .sort((a, b) => b.bound - a.bound);
  const found: (Scored & { k: number })[] = [];
  for (const { setup, s, k, cost, bound } of promising) {
    if (found.length >= most && bound < found[most - 1].score) break;
    const score = s.worst.rpm > 0 ? scoreOf(figuresOf(s, atHand), measure) - cost : -Infinity;
    found.push({ setup, score, k });
    found.sort((a, b) => b.score - a.score || a.k - b.k);
    found.length = Math.min(found.length, most);
  }
  return found;
}

/** Kilograms an amp of the bare ESCs that rotors have on up to six cells: 12 g for 45 A. From memory. (m) */
const ROTOR_ESC_KG_PER_A = 0.00027;

/** Such craft's smallest ESC is taken where no less than this share of it is needed: what draws less is another craft. (m) */
const OF_USUAL_ESC = 0.35;

/**
 * The smallest ESC that every shop has for a current and for its peaks, none larger for the peaks than such craft carry, none smaller
 * than they do; of a rotor as light as those are.
 */
function escToBuy({ base, brief, schools, usual }: Fitting, ampsEach: number, series: number): Esc {
  const sized = (amps: number): Esc => sizedEsc(amps, series, schools, COMMON_ESC_A);
  const needed = sized(BAND * ampsEach);
  const neededA = needed.continuousA as number;
  const peakA = sized(Math.max(BAND, peaksOf(base.craft)) * ampsEach).continuousA as number;
  const { low, high } = usual.escA;
  const leastA = neededA >= OF_USUAL_ESC * low ? Math.max(neededA, low) : neededA;
  const wantedA = Math.max(leastA, Math.min(peakA, high));
  const esc = {
    ...needed,
    continuousA:
      [...COMMON_ESC_A].filter((a) => a >= leastA && a <= wantedA).at(-1) ??
      COMMON_ESC_A.find((a) => a >= leastA) ??
      neededA
  };
  if (brief.kind !== 'multirotor' || series > 6 || esc.continuousA == null) return esc;
  return { ...esc, massKg: Number((ROTOR_ESC_KG_PER_A * esc.continuousA).toPrecision(2)) };
}

/** A drive with the ESC that it needs, and the packs that are to be tried. */
function withElectrics(
  f: Fitting,
  drive: SetupDocument,
  packs: (amps: number, escTotalA: number | null) => readonly Battery[]
): SetupDocument[] {
  const { base, holds } = f;
  const { batteryCurrentA: amps } = solve(drive, holds('battery'));
  const count = base.count ?? 1;
  const esc = holds('esc') ? base.esc : escToBuy(f, amps / count, drive.battery.series);
  if (holds('battery')) return [{ ...drive, esc }];
  const escTotalA = esc?.continuousA == null ? null : esc.continuousA * count;
  return packs(amps, escTotalA).map((battery) => ({ ...drive, battery, esc }));
}

/** A drive with ESC and pack as it needs them. */
const withUsual = (f: Fitting, drive: SetupDocument): SetupDocument =>
  withElectrics(f, drive, (amps, escTotalA) => {
    const packs = packsToTry(f.brief, amps, drive.battery.series, f.schools, escTotalA);
    return [packs[packs.length >> 1]];
  })[0];

/** A drive with every pack that it may be given. */
const withPacks = (f: Fitting, drive: SetupDocument): SetupDocument[] =>
  withElectrics(f, drive, (amps, escTotalA) =>
    packsToTry(f.brief, amps, drive.battery.series, f.schools, escTotalA)
  );

/**
 * Fits every part that is not fixed round those that are, for what the brief wants: every propulsor on sale near the usual
 * one, on the usual cells and their neighbours, turned by the held motor or by one of the KV for the thrust and the mass for the
 * power; the best of them with every pack that may be carried. Ranked by what such craft are judged by; of the best, the one
 * that lets fewest checks be over, then fewest be tight. What was fitted is marked estimated.
 */
export function fitAround(base: SetupDocument, by: FitBy = {}): SetupDocument {
  const { fixed = base.fixed ?? [], cells = null, effort = 'whole' } = by;
  const brief = briefOf(base);
  const holds = (part: FixablePart): boolean => fixed.includes(part);
  const wanted = aimedAt(base, wantedOf(brief));
  const firstChoice = holds('propulsor') ? base.propulsor : firstPropulsor(brief, wanted);
  const watts = wattsFor(brief, wanted, firstChoice);
  const schools: Schools = { ...by.schools, ...(base.schools as Schools) };
  const usual = usualParts(
    base.craft,
    brief.massKg,
    base.count ?? 1,
    brief.targetSeconds ?? usualSeconds(brief)
  );
  const f: Fitting = { base, brief, wanted, watts, firstChoice, usual, schools, holds, effort };
  const tried = cellsToTry(f, cells);
  const drives = propulsorsToTry(f).flatMap((propulsor) => {
    let like: MotorOn | null = null;
    return tried.map((series) => {
      const motor: Motor = holds('motor') ? base.motor : motorFor(f, propulsor, series, like);
      like = { motor, series };
      return withUsual(f, assembled(f, motor, propulsor, series));
    });
  });
  const whole = tried
    .flatMap((series) =>
      best(
        f,
        drives.filter((d) => d.battery.series === series),
        BEST_DRIVES[effort]
      )
    )
    .flatMap(({ setup }) => withPacks(f, setup));
  const ranked = best(f, whole, BEST_SETUPS[effort]).map(({ setup, score }) => ({
    setup,
    score,
    fails: failsOf(runChecks(analysisOf(setup, { schools })))
  }));
  const merit = ({ score, fails }: (typeof ranked)[number]): number => score - MARGIN_USED * fails.tight;
  const [chosen] = ranked.sort((a, b) => a.fails.over - b.fails.over || merit(b) - merit(a));
  return { ...chosen.setup, sources: sourcesAfter(f) };
}

/**
 * Screws of the same shape from 0.7 to 1.3 times the diameter, in whole millimetres: those from `lowM` to `highM`, m, the smallest of
 * them included; all where none lies there.
 */
function screwsLike(p: Propulsor, lowM: number, highM: number): Propulsor[] {
  const ratio = (p.pitchM as number) / p.diameterM;
  const near = screwDiametersM(p.diameterM, 0.7, 1.3, 13);
  const usual = near.filter((d) => d > lowM && d <= highM);
  return (usual.length > 0 ? [Math.ceil(1000 * lowM - 1e-6) / 1000, ...usual] : near).map((diameterM) => ({
    ...p,
    diameterM,
    pitchM: Number((ratio * diameterM).toFixed(4))
  }));
}
