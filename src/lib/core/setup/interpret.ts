import { air, type Fluid } from '../atmosphere/air.ts';
import { estimateCellResistanceOhm, resistanceTemperatureFactor } from '../battery/cell-resistance.ts';
import { withAllUpMass } from '../craft/all-up-mass.ts';
import { CHEMISTRIES } from '../battery/chemistry.ts';
import { estimatePackMassKg } from '../battery/estimate-mass.ts';
import {
  capacityTemperatureFactor,
  packHeat,
  emptyFactor,
  READING_S,
  settledFactor,
  startTemperatureC,
  type PackInUse
} from '../battery/under-load.ts';
import { openCircuitCellV, stateOfChargeAt } from '../battery/open-circuit.ts';
import { estimateEscResistanceOhm } from '../esc/estimate-resistance.ts';
import { estimateMotorMassKg, estimateNoLoadCurrentA, estimateWindingOhm } from '../motor/estimate.ts';
import { speedShareOfNoLoad } from '../motor/iron-loss.ts';
import {
  electricalHz,
  LOADED_RESISTANCE,
  motorBuild,
  rippleConductanceS,
  usualPoles,
  windingHeatShare,
  type MotorBuild
} from '../motor/under-load.ts';
import { magnetFactor, windingResistanceFactor } from '../motor/temperature.ts';
import type { TrainModel } from '../train/model.ts';
import { rpmToRadS } from '../units/convert.ts';
import { LABEL_TEMPERATURE_C } from '../units/constants.ts';
import { show } from '../units/show.ts';
import { water } from '../water/water.ts';
import { conductorResistanceOhm, connectorResistanceOhm, gaugeAreaM2 } from '../wiring/lead-resistance.ts';
import { interpretPropulsor } from './interpret-propulsor.ts';
import type { PredictPoint, SetupDocument, Source } from './schema.ts';
import { applyCalibration, priorCovariance, type AppliedCalibration } from './apply-calibration.ts';
import {
  FITTED_FACTORS,
  RELATIVE_SD,
  THRUST_POWER_CORRELATION,
  type Estimate,
  type FactorName
} from './tolerance.ts';

/** What feeds the train at one asked point, all worked out. */
export interface PointSupply {
  /** Volts behind `packOhm`. */
  openCircuitV: number;
  packOhm: number;
  /** Null when the volts are held at the terminals: then nothing is known of the charge. */
  stateOfCharge: number | null;
}

/** A setup document turned into numbers: the model, what is uncertain in it, what was estimated. */
export interface Interpreted {
  readonly setup: SetupDocument;
  readonly model: TrainModel;
  readonly fluid: Fluid;
  /** Whether the propulsor works in water. */
  readonly inWater: boolean;
  /** What a boat's hull floats in, whatever drives it. */
  readonly hullWater: Fluid;
  readonly relativeSd: Readonly<Record<FactorName, number>>;
  /** Covariance of the logs of the six unknowns that a calibration can fit, 6 × 6, row by row. */
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

/** How the winding's resistance in the model came about. */
export interface MotorUnderLoad {
  readonly build: MotorBuild;
  readonly poles: number;
  /** Terminal resistance at rest and 25 °C: label, measured or estimated. */
  readonly restOhm: number;
  /** Under load over at rest, and whether the document gave it. */
  readonly loadedFactor: number;
  readonly given: boolean;
  /** Share of its heat under load that arises in the winding; the rest in iron and magnets. */
  readonly windingShare: number;
  readonly hotFactor: number;
  /** Both together. */
  readonly factor: number;
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
/** Half a metre of mixed leads and a connector pair, where the wiring is not described. (m) */
const WIRING_OHM = 0.003;
const NO_LOAD_TEST_V = 10;

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
    packOhm: i.packOhm * settledFactor(READING_S) * emptyFactor(stateOfCharge),
    stateOfCharge
  };
}

/**
 * Interprets a valid setup document. Figures that the sums cannot do without and that the document lacks are estimated,
 * and said so in `estimates`; ratings are never invented.
 * @param windingC temperature of winding and magnets, °C
 */
export function interpretSetup(given: SetupDocument, windingC = LABEL_TEMPERATURE_C): Interpreted {
  const setup = withAllUpMass(given);
  const estimates: Estimate[] = [];
  const notes: string[] = [];
  const { battery, motor, craft } = setup;
  const esc = setup.esc ?? {};
  const wiring = setup.wiring ?? {};
  const environment = setup.environment ?? {};
  const sources = {
    kv: sourceOf(setup, 'motor.kvRpmPerVolt'),
    motorResistance: sourceOf(setup, 'motor.resistanceOhm'),
    noLoadCurrent: sourceOf(setup, 'motor.noLoadCurrentA'),
    batteryResistance: sourceOf(setup, 'battery.cellResistanceOhm', 'measured'),
    wiringResistance: sourceOf(setup, 'wiring.resistanceOhm', 'estimated'),
    escResistance: sourceOf(setup, 'esc.resistanceOhm'),
    thrust: 'estimated',
    power: 'estimated'
  } as Record<FactorName, Source>;
  const estimated = (
    factor: FactorName,
    path: string,
    title: string,
    value: number,
    unit: string,
    working: string,
    relativeSd = factor in RELATIVE_SD ? RELATIVE_SD[factor as 'kv'].estimated : 0.1
  ): number => {
    sources[factor] = 'estimated';
    estimates.push({ path, title, value, unit, relativeSd, working });
    return value;
  };

  const altitudeM = environment.altitudeM ?? 0;
  const inWater = setup.propulsor.kind === 'submerged-screw' || setup.propulsor.kind === 'surface-drive';
  const medium = inWater
    ? water(environment.water ?? 'fresh', environment.waterTemperatureC ?? 15)
    : air(altitudeM, environment.airTemperatureC ?? undefined);
  const fluid: Fluid = { ...medium, densityKgM3: environment.fluidDensityKgM3 ?? medium.densityKgM3 };

  const parallel = battery.parallel ?? 1;
  // a strand: cells side by side share the current
  const cellAh = battery.capacityAh / parallel;
  const cellOhm =
    battery.cellResistanceOhm ??
    estimated(
      'batteryResistance',
      'battery.cellResistanceOhm',
      'resistance of one cell',
      estimateCellResistanceOhm(battery.chemistry, cellAh, battery.continuousC ?? null),
      'Ω',
      `R Ah = ${show(CHEMISTRIES[battery.chemistry].resistanceOhmAh * 1000)} mΩ Ah × (20/C)^0.7 over ${show(cellAh)} Ah`
    );
  const airC = environment.airTemperatureC ?? LABEL_TEMPERATURE_C;
  const packC = battery.temperatureC ?? startTemperatureC(airC);
  const packOhm = ((cellOhm * battery.series) / parallel) * resistanceTemperatureFactor(packC);
  const capacityAh = battery.capacityAh * capacityTemperatureFactor(packC);

  let wiringOhm: number;
  if (wiring.resistanceOhm != null) {
    wiringOhm = wiring.resistanceOhm;
    sources.wiringResistance = sourceOf(setup, 'wiring.resistanceOhm');
  } else if (wiring.gaugeAwg != null && wiring.leadLengthM != null) {
    const lead = conductorResistanceOhm(
      gaugeAreaM2(wiring.gaugeAwg),
      2 * wiring.leadLengthM,
      wiring.temperatureC ?? 40
    );
    wiringOhm = lead + connectorResistanceOhm(wiring.connectorA ?? 60);
    sources.wiringResistance = 'label';
  } else {
    wiringOhm = estimated(
      'wiringResistance',
      'wiring.resistanceOhm',
      'resistance of the leads',
      WIRING_OHM,
      'Ω',
      'half a metre of leads and a connector pair'
    );
  }

  const escOhm =
    esc.resistanceOhm ??
    estimated(
      'escResistance',
      'esc.resistanceOhm',
      'resistance of the ESC',
      esc.continuousA == null ? 0.003 : estimateEscResistanceOhm(esc.continuousA),
      'Ω',
      esc.continuousA == null ? 'no rating given: that of a 33 A ESC' : `0.1 V at ${show(esc.continuousA)} A`
    );

  const kv = motor.kvRpmPerVolt;
  const massKg = motor.massKg ?? (motor.maxPowerW == null ? null : estimateMotorMassKg(motor.maxPowerW));
  const massText = motor.massKg == null ? 'mass from its power rating at 4 W/g, ' : '';
  const fallbackMass = massKg ?? Math.max(0.002, 0.1 * craft.massKg) / (setup.count ?? 1);
  const fallbackText =
    massKg === null ? 'no mass and no power given: motors taken as a tenth of the craft, ' : massText;
  const guess = massKg === null ? 1.5 : 1;
  const build = motorBuild({
    poles: motor.poles,
    kvRpmPerVolt: kv,
    massKg,
    drives: setup.propulsor.kind === 'ducted-fan' ? 'fan' : craft.kind === 'boat' ? 'boat' : 'other'
  });
  const poles = motor.poles ?? usualPoles(build);
  const loaded = LOADED_RESISTANCE[build];
  const loadedFactor = motor.loadedResistanceFactor ?? loaded.factor;
  const windingOhm =
    motor.resistanceOhm ??
    estimated(
      'motorResistance',
      'motor.resistanceOhm',
      'winding resistance',
      estimateWindingOhm(kv, fallbackMass, build),
      'Ω',
      `${fallbackText}Km under load = ${build === 'outrunner' ? '0.0245' : '0.0118'} (${show(fallbackMass * 1000)} g/73 g)^0.75, R at rest = (k/Km)² / ${loaded.factor}`,
      RELATIVE_SD.motorResistance.estimated * guess
    );
  const noLoadA =
    motor.noLoadCurrentA ??
    estimated(
      'noLoadCurrent',
      'motor.noLoadCurrentA',
      'no-load current',
      estimateNoLoadCurrentA(kv, fallbackMass, poles),
      'A',
      `${fallbackText}1.3e-4 N m per gram × (${show(poles)} poles/14)^0.7 over k`,
      RELATIVE_SD.noLoadCurrent.estimated * guess
    );
  const k = 1 / rpmToRadS(kv);
  const testV = motor.noLoadVoltageV ?? NO_LOAD_TEST_V;
  const noLoadRadS = Math.max(testV - noLoadA * windingOhm, 0.2 * testV) / k;

  const coaxial = craft.kind === 'multirotor' && craft.rotorLayout === 'coaxial';
  const hull =
    craft.kind === 'boat' && inWater ? HULL[craft.hull ?? 'planing-mono'] : { wake: 0, deduction: 0 };
  const p = interpretPropulsor(setup, fluid, estimates, notes);
  const gearRatio = setup.gearRatio ?? 1;

  const relativeSd = {} as Record<FactorName, number>;
  for (const name of Object.keys(RELATIVE_SD) as (keyof typeof RELATIVE_SD)[]) {
    relativeSd[name] = RELATIVE_SD[name][sources[name]];
  }
  for (const e of estimates) {
    if (e.path === 'motor.resistanceOhm') relativeSd.motorResistance = e.relativeSd;
    if (e.path === 'motor.noLoadCurrentA') relativeSd.noLoadCurrent = e.relativeSd;
  }
  // a given factor is all there is to know of the motor under load; else motors of one build differ
  if (motor.loadedResistanceFactor == null && sources.motorResistance !== 'estimated')
    relativeSd.motorResistance = Math.hypot(relativeSd.motorResistance, loaded.relativeSd);
  relativeSd.thrust = p.thrustSd;
  relativeSd.power = p.powerSd;
  if (p.measured) sources.thrust = sources.power = 'measured';
  const prior = priorCovariance(relativeSd, THRUST_POWER_CORRELATION);
  const applied = setup.calibration
    ? applyCalibration(setup.calibration, { motor, battery, propulsor: setup.propulsor }, prior)
    : null;
  const factors: Partial<Record<FactorName, number>> = applied?.factors ?? {};
  if (applied)
    FITTED_FACTORS.forEach((name, at) => {
      if (!applied.told.has(name)) return;
      relativeSd[name] = Math.sqrt(applied.covariance[at * FITTED_FACTORS.length + at]);
      sources[name] = 'fitted';
    });
  const kHot = (k / (factors.kv ?? 1)) * magnetFactor(windingC);

  const motorAtLoad: MotorUnderLoad = {
    build,
    poles,
    restOhm: windingOhm,
    loadedFactor,
    given: motor.loadedResistanceFactor != null,
    windingShare: windingHeatShare(loadedFactor),
    hotFactor: windingResistanceFactor(windingC),
    factor: loadedFactor * windingResistanceFactor(windingC)
  };

  return {
    setup,
    motorAtLoad,
    fluid,
    inWater,
    hullWater: water(environment.water ?? 'fresh', environment.waterTemperatureC ?? 15),
    relativeSd,
    covariance: applied?.covariance ?? prior,
    applied,
    sources,
    estimates,
    notes,
    thrustDeduction: hull.deduction,
    packOhm: packOhm * (factors.batteryResistance ?? 1),
    capacityAh,
    packInUse: {
      chemistry: battery.chemistry,
      capacityAh,
      heat: packHeat(
        battery.massKg ?? estimatePackMassKg(battery.chemistry, battery.series, battery.capacityAh),
        packC,
        airC
      )
    },
    exitAreaM2: p.exitAreaM2,
    discAreaM2: (Math.PI / 4) * setup.propulsor.diameterM ** 2,
    model: {
      count: setup.count ?? 1,
      series: battery.series,
      packResistanceOhm: packOhm * (factors.batteryResistance ?? 1),
      auxiliaryCurrentA: setup.auxiliaryCurrentA ?? 0,
      wiringResistanceOhm: wiringOhm,
      escResistanceOhm: escOhm,
      escIdleCurrentA: esc.idleCurrentA ?? 0,
      atRest: foldsOf(setup) ? 'folded' : esc.brake === 'on' ? 'braked' : 'free',
      escSwitchingShare: esc.switchingLossShare ?? SWITCHING_SHARE,
      motorConstant: kHot,
      windingResistanceOhm: windingOhm * motorAtLoad.factor * (factors.motorResistance ?? 1),
      rippleS: rippleConductanceS(
        windingOhm,
        windingOhm * loadedFactor * (factors.motorResistance ?? 1),
        motor.lineInductanceH ?? null
      ),
      restShare: Math.min(1 / (loadedFactor * (factors.motorResistance ?? 1)), 1),
      noLoadCurrentA: noLoadA * (factors.noLoadCurrent ?? 1),
      noLoadRadS,
      noLoadSpeedShare: speedShareOfNoLoad(electricalHz(noLoadRadS, poles)),
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

/** Whether a closed throttle folds the blades. */
const foldsOf = (setup: SetupDocument): boolean =>
  setup.propulsor.kind === 'propeller' && setup.propulsor.family === 'folding';

function sourceOf(setup: SetupDocument, path: string, otherwise: Source = 'label'): Source {
  return (setup.sources as Record<string, Source> | undefined)?.[path] ?? otherwise;
}
