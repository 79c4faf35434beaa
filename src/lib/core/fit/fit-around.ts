import { highestRpm } from '../checks/propulsor-rpm.ts';
import { CELL_COUNTS, usualCells } from '../catalogue/packs.ts';
import { screwDiametersM } from '../catalogue/screws.ts';
import { kvSold } from '../catalogue/windings.ts';
import { stallSpeedMs } from '../craft/fixed-wing/polar.ts';
import { wingOf } from '../model/wing.ts';
import type { MotorBuild } from '../parts/motor/under-load.ts';
import { estimateMotorMassKg, massForLoadedConstant, wattsPerGram } from '../parts/motor/estimate.ts';
import { interpretSetup } from '../model/interpret.ts';
import {
  FIXABLE,
  type FixablePart,
  type Motor,
  type Propulsor,
  type SetupDocument
} from '../document/schema.ts';
import type { PredictedPoint } from '../train/predicted.ts';
import { predictPoints } from '../train/predict-points.ts';
import { briefOf, motorsOf, type Brief } from '../brief/brief.ts';
import {
  familyOf,
  firstPropulsor,
  OVERALL,
  propellersThatFit,
  SURFACE_DRIVE_RPM,
  wantedRpm
} from './first-propulsor.ts';
import { sizedEsc, sizedPack, type Schools } from './size-electrics.ts';
import { wantedOf, type Wanted } from '../brief/wanted.ts';
import { AIR_DENSITY_KG_M3, GRAVITY_MS2 } from '../units/constants.ts';
import { rpmToRadS } from '../units/convert.ts';

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

/** What one motor may take, W and A; the power from its mass (5 W/g) where no rating is given. */
function limitsOf(motor: Motor): { amps: number; watts: number } {
  const byMass = motor.massKg == null ? Infinity : wattsPerGram.burst * motor.massKg * 1000;
  return { amps: motor.maxCurrentA ?? Infinity, watts: motor.maxPowerW ?? byMass };
}

/** How far beyond `limit` a value is, in logarithms; 0 inside. */
const beyond = (value: number, limit: number): number => Math.max(0, Math.log(value / limit));

/** A missed wish weighs eight times a per cent of power, a passed limit three times a missed wish. */
const WISH = 8;
const LIMIT = 24;

/** The lower the better: power for the weight, every wish that is missed and every limit that is passed. */
function costOf(setup: SetupDocument, p: PredictedPoint, b: Brief, wanted: Wanted): number {
  if (p.rpm <= 0) return Infinity;
  const count = setup.count ?? 1;
  const driveW = Math.max(p.electricalPowerW - p.lossW.auxiliary, 1e-6);
  const limit = limitsOf(setup.motor);
  const highest = highestRpm(setup.propulsor);
  const passed =
    beyond(p.motorCurrentA, limit.amps) +
    beyond(driveW / count, limit.watts) +
    (highest ? beyond(p.rpm, highest.rpm) : 0);
  if (b.kind === 'boat') {
    const goal = setup.propulsor.kind === 'surface-drive' ? p.rpm / SURFACE_DRIVE_RPM : driveW / wanted.watts;
    return LIMIT * passed + Math.abs(Math.log(goal));
  }
  const wing = wingOf(setup.craft);
  const slow =
    wing && b.kind === 'fixed-wing'
      ? 0.5 * beyond(2 * stallSpeedMs(wing, AIR_DENSITY_KG_M3), Math.max(p.pitchSpeedMs, 1e-6))
      : 0;
  const missed = beyond((wanted.thrustEachN as number) * count, Math.max(p.thrustN, 1e-6)) + slow;
  return LIMIT * passed + WISH * missed + Math.log(driveW / (b.massKg * GRAVITY_MS2));
}

/** The propulsor and cell count that suit a motor best among those on sale. */
function roundMotor(
  make: (propulsor: Propulsor, series: number) => SetupDocument,
  propulsors: readonly Propulsor[],
  cells: readonly number[],
  b: Brief,
  wanted: Wanted,
  packFixed: boolean
): SetupDocument {
  let best = make(propulsors[0], cells[0]);
  let least = Infinity;
  for (const series of cells)
    for (const propulsor of propulsors) {
      const setup = make(propulsor, series);
      const cost = costOf(setup, solve(setup, packFixed), b, wanted);
      if (cost < least) {
        least = cost;
        best = setup;
      }
    }
  return best;
}

/** Loaded over unloaded speed of an everyday motor, and volts of a loaded cell: for the first guess only. (m) */
const LOADED_SHARE = 0.78;
const LOADED_CELL_V = 3.75;

/** Share of its shaft power that a healthy motor loses in copper, and of the electrical power that reaches the shaft. (m) */
const COPPER_SHARE = 0.15;
const SHAFT_SHARE = 0.75;

/**
 * Mass a motor needs, kg: 4 W per gram, and a motor constant Km = Q/sqrt(copper loss) that carries the torque, which
 * decides where a large propulsor turns slowly.
 */
function motorMassKg(watts: number, rpm: number, build: MotorBuild): number {
  const shaftW = SHAFT_SHARE * watts;
  const constant = shaftW / rpmToRadS(rpm) / Math.sqrt(COPPER_SHARE * shaftW);
  return Math.max(
    Number(Math.max(estimateMotorMassKg(watts), massForLoadedConstant(constant, build)).toPrecision(2)),
    0.003
  );
}

/** A motor whose KV gives the wanted thrust (or a boat's rpm) loaded: corrected by the real prediction. */
function motorFor(
  make: (motor: Motor) => SetupDocument,
  b: Brief,
  wanted: Wanted,
  watts: number,
  packFixed: boolean
): Motor {
  const first = make({ kvRpmPerVolt: 1000 });
  const count = first.count ?? 1;
  const rpm = wantedRpm(first.propulsor, wanted) * (first.gearRatio ?? 1);
  const poles = b.kind === 'boat' ? 6 : first.propulsor.kind === 'ducted-fan' ? 4 : 14;
  const motor: Motor = {
    kvRpmPerVolt: Math.min(Math.max(rpm / (LOADED_SHARE * LOADED_CELL_V * first.battery.series), 50), 20000),
    massKg: motorMassKg(watts / count, rpm, poles === 14 ? 'outrunner' : 'inrunner'),
    poles,
    // fast boats carry a water jacket
    ...(b.kind === 'boat' && b.hull !== 'displacement' ? { cooling: 'water' as const } : {})
  };
  for (let k = 0; k < 8; k++) {
    const p = solve(make(motor), packFixed);
    if (p.rpm <= 0) break;
    const ratio =
      wanted.thrustEachN === null
        ? rpm / (first.gearRatio ?? 1) / p.rpm
        : Math.sqrt((wanted.thrustEachN * count) / Math.max(p.thrustN, 1e-6));
    motor.kvRpmPerVolt = Math.min(
      Math.max(motor.kvRpmPerVolt * Math.min(Math.max(ratio, 0.3), 3), 50),
      20000
    );
  }
  motor.kvRpmPerVolt = Math.max(kvSold(motor.kvRpmPerVolt), 10);
  return motor;
}

/** Power of momentum theory for the wanted thrust with a disc, over what usually reaches the air, W. */
function wattsFor(b: Brief, wanted: Wanted, propulsor: Propulsor): number {
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
  esc: ['esc.continuousA'],
  motor: ['motor.kvRpmPerVolt', 'motor.maxCurrentA', 'motor.maxPowerW', 'motor.cooling'],
  propulsor: ['propulsor.diameterM']
};

/** What a fitting goes by. */
interface Fitting {
  readonly base: SetupDocument;
  readonly brief: Brief;
  readonly wanted: Wanted;
  /** Electrical power that the wanted thrust takes with the propulsor of first choice, W. */
  readonly watts: number;
  readonly firstChoice: Propulsor;
  readonly schools: Schools;
  readonly holds: (part: FixablePart) => boolean;
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

/** Propulsors on sale that are tried round a motor. */
function propulsorsToTry({ holds, firstChoice, wanted, brief }: Fitting): Propulsor[] {
  const given =
    holds('propulsor') ||
    firstChoice.kind === 'ducted-fan' ||
    (wanted.thrustEachN === null && firstChoice.kind === 'propeller');
  if (given) return [firstChoice];
  if (firstChoice.kind !== 'propeller') return screwsLike(firstChoice);
  const near = propellersThatFit(brief.largestPropM, familyOf(brief)).filter(
    (p) => p.diameterM > 0.4 * firstChoice.diameterM && p.diameterM < 1.7 * firstChoice.diameterM
  );
  return near.length > 0 ? near : [firstChoice];
}

/** Where each figure of the fitted setup comes from: what was fitted is estimated, what was held keeps its source. */
function sourcesAfter({ base, holds }: Fitting): SetupDocument['sources'] {
  const kept = Object.entries(base.sources ?? {}).filter(([path]) => {
    const part = path.split('.')[0] as FixablePart;
    return !FIXABLE.includes(part) || holds(part);
  });
  const fitted = FIXABLE.filter((part) => !holds(part)).flatMap((part) => ESTIMATED[part]);
  return Object.fromEntries([...kept, ...fitted.map((path) => [path, 'estimated'] as const)]);
}

/** What a fitting may be told beside the setup. */
export interface FitBy {
  /** Parts that stay as they are; the setup's own `fixed` where it is left out. */
  readonly fixed?: readonly FixablePart[];
  /** Cells in series to take where neither pack nor motor decides; null for the usual count. */
  readonly cells?: number | null;
  /** Schools of the settings: the setup's own come before them. */
  readonly schools?: Schools;
}

/**
 * Fits every part that is not fixed round those that are, for what the brief wants. A fixed motor gets the propeller and
 * cells on sale that make the wanted thrust with the least power inside its ratings; a free one gets the KV for the
 * thrust. ESC and pack by the margins of the setup's schools, the pack by the wanted time too. A start for matching, not a
 * recommendation; what was fitted is marked estimated.
 */
export function fitAround(base: SetupDocument, by: FitBy = {}): SetupDocument {
  const { fixed = base.fixed ?? [], cells = null } = by;
  const brief = briefOf(base);
  const holds = (part: FixablePart): boolean => fixed.includes(part);
  const wanted = wantedOf(brief);
  const firstChoice = holds('propulsor') ? base.propulsor : firstPropulsor(brief, wanted);
  const watts = wattsFor(brief, wanted, firstChoice);
  const schools: Schools = { ...by.schools, ...(base.schools as Schools) };
  const f: Fitting = { base, brief, wanted, watts, firstChoice, schools, holds };
  const { least, most } = cellLimits(f);
  const usual = cells ?? usualCells(watts / (brief.kind === 'multirotor' ? 2 : 1));
  const series = holds('battery') ? base.battery.series : Math.max(Math.min(usual, most), least);
  let fitted: SetupDocument;
  if (holds('motor')) {
    const fewest = Math.max(least, base.craft.massKg < INDOOR_KG ? 1 : 2);
    const tried = holds('battery')
      ? [base.battery.series]
      : CELL_COUNTS.filter((s) => s >= fewest && s <= most);
    fitted = roundMotor(
      (p, s) => assembled(f, base.motor, p, s),
      propulsorsToTry(f),
      tried.length > 0 ? tried : [series],
      brief,
      wanted,
      holds('battery')
    );
  } else {
    const make = (m: Motor): SetupDocument => assembled(f, m, firstChoice, series);
    fitted = make(motorFor(make, brief, wanted, watts, holds('battery')));
  }
  const amps = solve(fitted, holds('battery')).batteryCurrentA;
  const count = base.count ?? 1;
  const chosen = fitted.battery.series;
  const esc = holds('esc') ? base.esc : sizedEsc(amps / count, chosen, schools);
  const escTotalA = esc?.continuousA == null ? null : esc.continuousA * count;
  return {
    ...fitted,
    battery: holds('battery') ? base.battery : sizedPack(brief, amps, chosen, schools, escTotalA),
    esc,
    sources: sourcesAfter(f)
  };
}

/** Screws of the same shape from 0.7 to 1.3 times the diameter, in millimetres. */
function screwsLike(p: Propulsor): Propulsor[] {
  const ratio = (p.pitchM as number) / p.diameterM;
  return screwDiametersM(p.diameterM, 0.7, 1.3, 13).map((diameterM) => ({
    ...p,
    diameterM,
    pitchM: Number((ratio * diameterM).toFixed(4))
  }));
}
