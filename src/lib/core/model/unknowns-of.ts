import { LOADED_RESISTANCE } from '../parts/motor/under-load.ts';
import { coverageOf } from './coverage.ts';
import { applyCalibration, priorCovariance, type AppliedCalibration } from './apply-calibration.ts';
import type { Estimating } from './estimating.ts';
import type { MotorUnderLoad } from './interpret-motor.ts';
import type { InterpretedPack } from './interpret-pack.ts';
import type { InterpretedPropulsor } from './interpret-propulsor.ts';
import type { SetupDocument } from '../document/schema.ts';
import { FITTED_FACTORS, RELATIVE_SD, THRUST_POWER_CORRELATION, type FactorName } from './tolerance.ts';

/** How surely each unknown of a setup is known, and what its calibration says of it. */
interface SetupUnknowns {
  readonly relativeSd: Record<FactorName, number>;
  /** Covariance of the logs of the seven unknowns that a calibration can fit, 7 × 7, row by row. */
  readonly covariance: Float64Array;
  readonly applied: AppliedCalibration | null;
}

/** Spreads by source, what motors of one build differ by under load, and the calibration carried over to these parts. */
export function unknownsOfSetup(
  setup: SetupDocument,
  motor: MotorUnderLoad,
  p: InterpretedPropulsor,
  pack: InterpretedPack,
  e: Estimating
): SetupUnknowns {
  const relativeSd = {} as Record<FactorName, number>;
  for (const name of Object.keys(RELATIVE_SD) as (keyof typeof RELATIVE_SD)[])
    relativeSd[name] = RELATIVE_SD[name][e.sources[name]];
  for (const { path, relativeSd: sd } of e.estimates) {
    if (path === 'motor.resistanceOhm') relativeSd.motorResistance = sd;
    if (path === 'motor.noLoadCurrentA') relativeSd.noLoadCurrent = sd;
  }
  // a given factor is all there is to know of the motor under load; else motors of one build differ
  if (!motor.given && e.sources.motorResistance !== 'estimated')
    relativeSd.motorResistance = Math.hypot(
      relativeSd.motorResistance,
      LOADED_RESISTANCE[motor.build].relativeSd
    );
  relativeSd.batteryResistance = Math.hypot(relativeSd.batteryResistance, pack.stateSd);
  const coverage = coverageOf(setup);
  if (!motor.given) relativeSd.motorResistance = Math.hypot(relativeSd.motorResistance, coverage.motorSd);
  relativeSd.thrust = Math.hypot(p.thrustSd, coverage.thrustSd);
  relativeSd.power = Math.hypot(p.powerSd, coverage.powerSd);
  if (p.measured) e.sources.thrust = e.sources.power = 'measured';
  const prior = priorCovariance(relativeSd, THRUST_POWER_CORRELATION);
  if (!setup.calibration) return { relativeSd, covariance: prior, applied: null };
  const applied = applyCalibration(setup.calibration, setup, prior);
  FITTED_FACTORS.forEach((name, at) => {
    if (!applied.told.has(name)) return;
    relativeSd[name] = Math.sqrt(applied.covariance[at * FITTED_FACTORS.length + at]);
    e.sources[name] = 'fitted';
  });
  return { relativeSd, covariance: applied.covariance, applied };
}
