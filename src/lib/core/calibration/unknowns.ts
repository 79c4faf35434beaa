import { interpretSetup, type Interpreted } from '../model/interpret.ts';
import { isSameFamily, isSamePropulsor, packLikeness } from '../model/same-part.ts';
import type { Battery, Propulsor, SetupDocument } from '../document/schema.ts';
import { FAMILY_SHARE, THRUST_POWER_CORRELATION } from '../model/tolerance.ts';
import { cholesky } from '../numeric/cholesky.ts';
import { scaleInductance, scaleWinding } from '../powertrain/factors.ts';
import type { PowertrainModel } from '../model/powertrain-model.ts';
import { LABEL_TEMPERATURE_C } from '../units/constants.ts';
import type { Measurement } from './schema.ts';

/** Unknowns of the motor that come first, which all measurements share: KV, winding resistance, no-load current. */
export const MOTOR_UNKNOWNS = 3;

/**
 * The unknowns of a fit: three of the motor, one of each pack, thrust and power of each propulsor that measurements
 * name, and last the motor's inductance, which only readings at part throttle tell. Logs of scale factors, normal before the fit with the tolerances as spreads; propulsors of one family share a part
 * of their error, as packs of one cell do.
 */
interface Unknowns {
  readonly size: number;
  readonly batteries: readonly Battery[];
  readonly propulsors: readonly Propulsor[];
  /** Per measurement: its setup as it then was, interpreted without a calibration. */
  readonly trains: readonly Interpreted[];
  readonly packOf: readonly number[];
  readonly propulsorOf: readonly number[];
  readonly priorSd: Float64Array;
  /** Lower Cholesky factor of the prior covariance. */
  readonly lower: Float64Array;
}

/** Warmth of the winding during a measurement: as told, else as warm as the can, else as at 25 °C. */
export const windingOf = (m: Measurement): number => m.windingC ?? m.motorC ?? LABEL_TEMPERATURE_C;

/** The setup as it was during a measurement. */
export function setupDuring(setup: SetupDocument, m: Measurement): SetupDocument {
  const battery = { ...(m.battery ?? setup.battery) };
  if (m.packC != null) battery.temperatureC = m.packC;
  const environment = m.environment ?? setup.environment;
  return {
    ...setup,
    battery,
    propulsor: m.propulsor ?? setup.propulsor,
    ...(environment ? { environment } : {})
  };
}

/** Index of a part among those met so far; a new one is added. */
function indexOf<T>(list: T[], part: T, same: (a: T, b: T) => boolean): number {
  const found = list.findIndex((p) => same(p, part));
  return found >= 0 ? found : list.push(part) - 1;
}

/** The unknowns that measurements of a setup depend on. The setup's own pack and propulsor come first. */
export function unknownsOf(setup: SetupDocument, measurements: readonly Measurement[]): Unknowns {
  const batteries: Battery[] = [setup.battery];
  const propulsors: Propulsor[] = [setup.propulsor];
  const samePack = (a: Battery, b: Battery): boolean => packLikeness(a, b) === 1;
  const packOf = measurements.map((m) => indexOf(batteries, m.battery ?? setup.battery, samePack));
  const propulsorOf = measurements.map((m) =>
    indexOf(propulsors, m.propulsor ?? setup.propulsor, isSamePropulsor)
  );
  const trains = measurements.map((m) => interpretSetup(setupDuring(setup, m), windingOf(m)));
  const own = interpretSetup(setup);
  const packs = batteries.map((battery) => interpretSetup({ ...setup, battery }).relativeSd);
  const blades = propulsors.map((propulsor) => interpretSetup({ ...setup, propulsor }).relativeSd);

  const size = MOTOR_UNKNOWNS + batteries.length + 2 * propulsors.length + 1;
  const priorSd = new Float64Array(size);
  priorSd[0] = own.relativeSd.kv;
  priorSd[1] = own.relativeSd.motorResistance;
  priorSd[2] = own.relativeSd.noLoadCurrent;
  packs.forEach((sd, k) => (priorSd[MOTOR_UNKNOWNS + k] = sd.batteryResistance));
  priorSd[size - 1] = own.relativeSd.inductance;
  const bladesFrom = MOTOR_UNKNOWNS + batteries.length;
  blades.forEach((sd, k) => {
    priorSd[bladesFrom + 2 * k] = sd.thrust;
    priorSd[bladesFrom + 2 * k + 1] = sd.power;
  });
  const covariance = new Float64Array(size * size);
  const tie = (a: number, b: number, correlation: number): void => {
    covariance[a * size + b] = covariance[b * size + a] = correlation * priorSd[a] * priorSd[b];
  };
  for (let k = 0; k < size; k++) tie(k, k, 1);
  batteries.forEach((a, x) =>
    batteries.forEach((b, y) => {
      if (y < x) tie(MOTOR_UNKNOWNS + x, MOTOR_UNKNOWNS + y, packLikeness(a, b));
    })
  );
  propulsors.forEach((a, x) =>
    propulsors.forEach((b, y) => {
      if (y > x) return;
      const common = x === y ? 1 : isSameFamily(a, b) ? FAMILY_SHARE : 0;
      for (const p of [0, 1] as const)
        for (const q of [0, 1] as const) {
          if (x === y && p === q) continue;
          tie(
            bladesFrom + 2 * x + p,
            bladesFrom + 2 * y + q,
            common * (p === q ? 1 : THRUST_POWER_CORRELATION)
          );
        }
    })
  );
  return {
    size,
    batteries,
    propulsors,
    trains,
    packOf,
    propulsorOf,
    priorSd,
    lower: cholesky(covariance, size)
  };
}

/** Writes into `out` the model of a measurement with its unknowns scaled; returns the factor on its pack's resistance. */
export function scaleModel(
  u: Unknowns,
  measurement: number,
  logs: ArrayLike<number>,
  out: PowertrainModel
): number {
  const nominal = u.trains[measurement].model;
  const blade = MOTOR_UNKNOWNS + u.batteries.length + 2 * u.propulsorOf[measurement];
  Object.assign(out, nominal);
  out.motorConstant = nominal.motorConstant / Math.exp(logs[0]);
  scaleWinding(nominal, Math.exp(logs[1]), out);
  scaleInductance(out, Math.exp(logs[u.size - 1]), out);
  out.noLoadCurrentA = nominal.noLoadCurrentA * Math.exp(logs[2]);
  out.thrustFactor = nominal.thrustFactor * Math.exp(logs[blade]);
  out.powerFactor = nominal.powerFactor * Math.exp(logs[blade + 1]);
  return Math.exp(logs[MOTOR_UNKNOWNS + u.packOf[measurement]]);
}
