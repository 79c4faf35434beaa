import { air, type Fluid } from '../fluids/air.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { openCircuitCellV, stateOfChargeAt } from '../parts/pack/open-circuit.ts';
import { emptyFactor, READING_S, settledFactor, type PackInUse } from '../parts/pack/under-load.ts';
import { withAllUpMass } from './all-up-mass.ts';
import { withKnown } from './known.ts';
import { estimatedAuxiliary } from './receiver-feed.ts';
import { magnetFactor } from '../parts/motor/temperature.ts';
import { rippleConductanceS } from '../parts/motor/under-load.ts';
import type { MotorModel, Supply, PowertrainModel } from './powertrain-model.ts';
import { LABEL_TEMPERATURE_C } from '../units/constants.ts';
import { water } from '../fluids/water.ts';
import type { AppliedCalibration } from './apply-calibration.ts';
import { coverageOf } from './coverage.ts';
import { Estimating } from './estimating.ts';
import { escOhmOf, motorLeadOhmOf, wiringOhmOf } from './interpret-leads.ts';
import { interpretMotor, type InterpretedMotor, type MotorUnderLoad } from './interpret-motor.ts';
import { interpretPack } from './interpret-pack.ts';
import { interpretPropulsor } from './interpret-propulsor.ts';
import type { PredictPoint, SetupDocument, Source } from '../document/schema.ts';
import type { Estimate, FactorName } from './tolerance.ts';
import { unknownsOfSetup } from './unknowns-of.ts';

/** What feeds the powertrain at one asked point, all worked out. */
export interface PointSupply extends Supply {
  /** Null when the volts are held at the terminals: then nothing is known of the charge. */
  readonly stateOfCharge: number | null;
}

/** A setup document turned into numbers: the model, what is uncertain in it, what was estimated. */
export interface Interpreted {
  readonly setup: SetupDocument;
  readonly model: PowertrainModel;
  readonly fluid: Fluid;
  /** Whether the propulsor works in water. */
  readonly inWater: boolean;
  /** What a boat's hull floats in, whatever drives it. */
  readonly hullWater: Fluid;
  readonly relativeSd: Readonly<Record<FactorName, number>>;
  /** Covariance of the logs of the seven unknowns that a calibration can fit, 7 × 7, row by row. */
  readonly covariance: Float64Array;
  /** What the document's calibration says of the parts it has now; null without one. */
  readonly applied: AppliedCalibration | null;
  readonly sources: Readonly<Record<FactorName, Source>>;
  readonly estimates: readonly Estimate[];
  readonly notes: readonly string[];
  readonly thrustDeduction: number;
  readonly packOhm: number;
  /** Capacity at the temperature the pack starts with. */
  readonly capacityAh: number;
  readonly packInUse: PackInUse;
  readonly exitAreaM2: number | null;
  readonly discAreaM2: number;
  readonly motorAtLoad: MotorUnderLoad;
}

/** Wake fraction and thrust deduction by hull, from memory of model practice (±0.1). */
const HULL = {
  'planing-mono': { wake: 0.03, deduction: 0.03 },
  hydroplane: { wake: 0, deduction: 0 },
  displacement: { wake: 0.2, deduction: 0.12 }
} as const;

/**
 * Share of its thrust that a propeller keeps where it is mounted: before a nose it blows on, behind a wing or fuselage whose
 * wake it works in, behind another propeller. On a stand, or where nothing is said, all of it. From memory, ±0.03.
 */
const PLACEMENT = { stand: 1, nose: 0.97, pusher: 0.95, 'tandem-rear': 0.9 } as const;
const placementOf = (setup: SetupDocument): keyof typeof PLACEMENT =>
  setup.propulsor.kind === 'propeller' ? (setup.propulsor.placement ?? 'stand') : 'stand';

/** Gear efficiency when a gear is fitted and nothing is given: one stage of spur gears or belt (m). */
const GEAR_EFFICIENCY = 0.95;
const SWITCHING_SHARE = 0.01;
/** Spread of what loads draw on average by their kinds. From memory. */
const AUXILIARY_SD = 0.4;
/**
 * The supply of a point: state of charge 1 when nothing is given. Volts told as resting are those of the first moment, so
 * the pulse resistance belongs to them; a point told by its state of charge is read after ten seconds, as a meter is.
 */
export function supplyOf(i: Interpreted, point: PredictPoint): PointSupply {
  const { chemistry, series } = i.setup.battery;
  if (point.batteryVoltageV != null)
    return { openCircuitV: point.batteryVoltageV, packOhm: 0, stateOfCharge: null };
  if (point.restingCellV != null) {
    return {
      openCircuitV: point.restingCellV * series,
      packOhm: i.packOhm,
      stateOfCharge: stateOfChargeAt(chemistry, point.restingCellV)
    };
  }
  const stateOfCharge = point.stateOfCharge ?? 1;
  return {
    openCircuitV: openCircuitCellV(chemistry, stateOfCharge) * series,
    packOhm: i.packOhm * settledFactor(READING_S, i.model.packSlowShare) * emptyFactor(stateOfCharge),
    stateOfCharge
  };
}

/** What the propulsor works in: water for screws, air for the rest; a given density overrides either. */
function fluidOf({ propulsor, environment }: SetupDocument): { fluid: Fluid; inWater: boolean } {
  const inWater = propulsor.kind === 'submerged-screw' || propulsor.kind === 'surface-drive';
  const medium = inWater
    ? water(environment?.water ?? 'fresh', environment?.waterTemperatureC ?? 15)
    : air(environment?.altitudeM ?? 0, environment?.airTemperatureC ?? undefined);
  return {
    inWater,
    fluid: { ...medium, densityKgM3: environment?.fluidDensityKgM3 ?? medium.densityKgM3 }
  };
}

/** The motor's part of the model, with a calibration's factors in it. */
function motorModel(
  setup: SetupDocument,
  m: InterpretedMotor,
  windingC: number,
  factors: Partial<Record<FactorName, number>>
): MotorModel {
  const { restOhm, loadedFactor, factor } = m.underLoad;
  const fitted = factors.motorResistance ?? 1;
  return {
    motorConstant: (m.constant / (factors.kv ?? 1)) * magnetFactor(windingC),
    windingResistanceOhm: restOhm * factor * fitted,
    rippleS:
      rippleConductanceS(restOhm, restOhm * loadedFactor * fitted, setup.motor.lineInductanceH ?? null) /
      (factors.inductance ?? 1) ** 2,
    restShare: Math.min(1 / (loadedFactor * fitted), 1),
    noLoadCurrentA: m.noLoadCurrentA * (factors.noLoadCurrent ?? 1),
    noLoadRadS: m.noLoadRadS,
    noLoadSpeedShare: m.noLoadSpeedShare
  };
}

/**
 * Interprets a valid setup document, part by part in the order power flows. Figures that the sums cannot do without and
 * that the document lacks are estimated, and said so in `estimates`; ratings are never invented.
 * @param windingC temperature of winding and magnets, °C
 */
export function interpretSetup(given: SetupDocument, windingC = LABEL_TEMPERATURE_C): Interpreted {
  const setup = withAllUpMass(withKnown(given));
  const { battery, craft, environment } = setup;
  const esc = setup.esc ?? {};
  const notes: string[] = [];
  const e = new Estimating(setup);
  const { fluid, inWater } = fluidOf(setup);
  const pack = interpretPack(setup, e);
  const wiringOhm = wiringOhmOf(setup, e);
  const escOhm = escOhmOf(setup, e);
  const motor = interpretMotor(setup, windingC, e);
  const p = interpretPropulsor(setup, fluid, e.estimates, notes);
  const { relativeSd, covariance, applied } = unknownsOfSetup(setup, motor.underLoad, p, pack, e);
  notes.push(...coverageOf(setup).says);
  const factors: Partial<Record<FactorName, number>> = applied?.factors ?? {};
  const packOhm = pack.ohm * (factors.batteryResistance ?? 1);
  const hull =
    craft.kind === 'boat' && inWater ? HULL[craft.hull ?? 'planing-mono'] : { wake: 0, deduction: 0 };
  const coaxial = craft.kind === 'multirotor' && craft.rotorLayout === 'coaxial';
  const gearRatio = setup.gearRatio ?? 1;
  return {
    setup,
    motorAtLoad: motor.underLoad,
    fluid,
    inWater,
    hullWater: water(environment?.water ?? 'fresh', environment?.waterTemperatureC ?? 15),
    relativeSd,
    covariance,
    applied,
    sources: e.sources,
    estimates: e.estimates,
    notes,
    thrustDeduction: hull.deduction,
    packOhm,
    capacityAh: pack.inUse.capacityAh,
    packInUse: pack.inUse,
    exitAreaM2: p.exitAreaM2,
    discAreaM2: (Math.PI / 4) * setup.propulsor.diameterM ** 2,
    model: {
      count: setup.count ?? 1,
      series: battery.series,
      packResistanceOhm: packOhm,
      packSlowShare: CHEMISTRIES[battery.chemistry].slowShare,
      auxiliaryCurrentA: auxiliaryCurrentA(setup, e),
      wiringResistanceOhm: wiringOhm,
      motorLeadOhm: motorLeadOhmOf(setup),
      escResistanceOhm: escOhm,
      escIdleCurrentA: esc.idleCurrentA ?? 0,
      atRest: foldsOf(setup) ? 'folded' : esc.brake === 'on' ? 'braked' : 'free',
      escSwitchingShare: esc.switchingLossShare ?? SWITCHING_SHARE,
      outputLimit: setup.outputLimit ?? 1,
      ...motorModel(setup, motor, windingC, factors),
      gearRatio,
      gearEfficiency: setup.gearEfficiency ?? (gearRatio === 1 ? 1 : GEAR_EFFICIENCY),
      performance: p.performance,
      diameterM: setup.propulsor.diameterM,
      pitchM: p.pitchM,
      densityKgM3: fluid.densityKgM3,
      thrustFactor: factors.thrust ?? 1,
      powerFactor: factors.power ?? 1,
      wakeFraction: p.measured ? 0 : hull.wake,
      thrustShare: (coaxial ? 0.9 : 1) * PLACEMENT[placementOf(setup)]
    }
  };
}

/** What hangs on the pack beside the powertrain, A: as it is told, by the loads that are listed, or by what such craft carry. */
function auxiliaryCurrentA(setup: SetupDocument, e: Estimating): number {
  if (setup.auxiliaryCurrentA != null) return setup.auxiliaryCurrentA;
  const found = estimatedAuxiliary(setup);
  if (found === null) return 0;
  e.estimates.push({
    path: 'auxiliaryCurrentA',
    title: 'what receiver, servos and what else is on board draw',
    value: found.amps,
    unit: 'A',
    relativeSd: AUXILIARY_SD,
    working: found.working
  });
  return found.amps;
}

/** Whether a closed throttle folds the blades. */
const foldsOf = (setup: SetupDocument): boolean =>
  setup.propulsor.kind === 'propeller' && setup.propulsor.family === 'folding';
