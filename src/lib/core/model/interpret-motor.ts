import { estimateNoLoadCurrentA, estimateWindingOhm } from '../parts/motor/estimate.ts';
import { motorMassOf } from '../parts/motor/mass.ts';
import { speedShareOfNoLoad } from '../parts/motor/iron-loss.ts';
import { windingResistanceFactor } from '../parts/motor/temperature.ts';
import {
  electricalHz,
  loadedOhm,
  LOADED_RESISTANCE,
  motorBuild,
  usualPoles,
  windingHeatShare,
  type MotorBuild
} from '../parts/motor/under-load.ts';
import { rpmToRadS } from '../units/convert.ts';
import { show } from '../units/show.ts';
import type { Estimating } from './estimating.ts';
import type { SetupDocument } from '../document/schema.ts';
import { RELATIVE_SD } from './tolerance.ts';

const NO_LOAD_TEST_V = 10;
/** Factor on the spread of estimates that rest on a guessed mass. (m) */
const GUESSED_MASS = 1.5;

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

/** A motor turned into numbers, before a calibration. */
export interface InterpretedMotor {
  readonly underLoad: MotorUnderLoad;
  /** Motor constant at 25 °C, V s/rad. */
  readonly constant: number;
  readonly noLoadCurrentA: number;
  readonly noLoadRadS: number;
  readonly noLoadSpeedShare: number;
}

/** Mass that estimates of a motor rest on, and what it was taken from. */
function massFor(setup: SetupDocument): { kg: number; known: number | null; text: string } {
  const { motor, craft } = setup;
  const mass = motorMassOf(motor);
  if (mass) return { kg: mass.kg, known: mass.kg, text: mass.given ? '' : `mass from ${mass.from}, ` };
  return {
    kg: Math.max(0.002, 0.1 * craft.massKg) / (setup.count ?? 1),
    known: null,
    text: 'no mass and no power given: motors taken as a tenth of the craft, '
  };
}

/** The setup's motor: winding at rest and under load, no-load current and how it grows with speed. */
export function interpretMotor(setup: SetupDocument, windingC: number, e: Estimating): InterpretedMotor {
  const { motor, craft, propulsor } = setup;
  const kv = motor.kvRpmPerVolt;
  const mass = massFor(setup);
  const guess = mass.known === null ? GUESSED_MASS : 1;
  const build = motorBuild({
    poles: motor.poles,
    kvRpmPerVolt: kv,
    massKg: mass.known,
    drives: propulsor.kind === 'ducted-fan' ? 'fan' : craft.kind === 'boat' ? 'boat' : 'other'
  });
  const poles = motor.poles ?? usualPoles(build);
  const { factor: usual, addedOhm } = LOADED_RESISTANCE[build];
  const restOhm =
    motor.resistanceOhm ??
    e.take('motorResistance', {
      path: 'motor.resistanceOhm',
      title: 'winding resistance',
      value: estimateWindingOhm(kv, mass.kg, build),
      unit: 'Ω',
      working: `${mass.text}Km under load = ${build === 'outrunner' ? '0.0245' : '0.0118'} (${show(mass.kg * 1000)} g/73 g)^0.75, R at rest = ((k/Km)²${addedOhm > 0 ? ` − ${1000 * addedOhm} mΩ` : ''}) / ${usual}`,
      relativeSd: RELATIVE_SD.motorResistance.estimated * guess
    });
  const noLoadCurrentA =
    motor.noLoadCurrentA ??
    e.take('noLoadCurrent', {
      path: 'motor.noLoadCurrentA',
      title: 'no-load current',
      value: estimateNoLoadCurrentA(kv, mass.kg, poles),
      unit: 'A',
      working: `${mass.text}1.3e-4 N m per gram × (${show(poles)} poles/14)^0.7 over k`,
      relativeSd: RELATIVE_SD.noLoadCurrent.estimated * guess
    });
  const constant = 1 / rpmToRadS(kv);
  const testV = motor.noLoadVoltageV ?? NO_LOAD_TEST_V;
  const noLoadRadS = Math.max(testV - noLoadCurrentA * restOhm, 0.2 * testV) / constant;
  const loadedFactor = motor.loadedResistanceFactor ?? loadedOhm(restOhm, build) / restOhm;
  const hotFactor = windingResistanceFactor(windingC);
  return {
    constant,
    noLoadCurrentA,
    noLoadRadS,
    noLoadSpeedShare: speedShareOfNoLoad(electricalHz(noLoadRadS, poles)),
    underLoad: {
      build,
      poles,
      restOhm,
      loadedFactor,
      given: motor.loadedResistanceFactor != null,
      windingShare: windingHeatShare(loadedFactor),
      hotFactor,
      factor: loadedFactor * hotFactor
    }
  };
}
