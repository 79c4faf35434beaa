import { findRoot } from '../numeric/find-root.ts';
import { propulsorLoad } from '../parts/propulsor/performance.ts';
import type { Supply, TrainModel } from '../model/train-model.ts';
import {
  noLoadCurrentAt,
  solveOperatingPoint,
  sourceDivider,
  switchingShare,
  type OperatingPoint
} from './operating-point.ts';

/** Why a thrust cannot be had. */
export type ThrottleResult =
  { ok: true; throttle: number } | { ok: false; code: 'not-enough-thrust' | 'not-solved'; detail: string };

const load = new Float64Array(2);
const ROUNDS = 30;

/**
 * Throttle at which a motor that carries a current gets the volts it needs, 1 where none does. The losses of chopping
 * depend on the throttle themselves, but little: a few rounds settle them, and where they outweigh the load (a heavy
 * ripple on next to no current) the root is bracketed.
 * @param needV k omega + I (R_motor + R_ESC), V
 */
function throttleForVolts(m: TrainModel, supply: Supply, current: number, needV: number): number {
  const { openCircuitV, packOhm } = supply;
  // d (V0 − N R s |I|) − d² N R I = need, all but d at the losses of a throttle
  const circuit = (at: number): { a: number; b: number } => {
    const divider = sourceDivider(m, packOhm, at);
    const sourceOhm = (packOhm + m.wiringResistanceOhm) / divider;
    const idleV =
      (openCircuitV - m.auxiliaryCurrentA * packOhm) / divider - m.count * m.escIdleCurrentA * sourceOhm;
    return {
      a: m.count * sourceOhm * current,
      b: idleV - m.count * sourceOhm * switchingShare(m, at) * Math.abs(current)
    };
  };
  let throttle = 1;
  for (let round = 0; round < ROUNDS; round++) {
    const { a, b } = circuit(throttle);
    const square = b * b - 4 * a * needV;
    if (square < 0) break;
    const next = Math.min((2 * needV) / (b + Math.sqrt(square)), 1);
    const step = next - throttle;
    throttle = next;
    if (Math.abs(step) < 1e-12) return throttle;
  }
  const missing = (d: number): number => {
    const { a, b } = circuit(d);
    return d * b - d * d * a - needV;
  };
  if (missing(1) <= 0) return 1;
  const root = findRoot(missing, 0, 1, 1e-12);
  return root.ok ? root.value : 1;
}

/**
 * Throttle at which the whole craft's thrust is `thrustN` at `speedMs`, and the point there. Turned round: the thrust
 * gives the propulsor's speed, its torque the motor current, and the throttle follows from the circuit in closed form
 *   d V_esc = k omega + I_m (R_m + R_esc),  V_esc = V_0 − N R_src (d I_m + s I_m)
 * a quadratic in d for given losses of chopping.
 */
export function throttleForThrust(
  m: TrainModel,
  supply: Supply,
  thrustN: number,
  speedMs: number,
  out: OperatingPoint
): ThrottleResult {
  solveOperatingPoint(m, supply, 1, speedMs, out);
  if (out.thrustN < thrustN) {
    return {
      ok: false,
      code: 'not-enough-thrust',
      detail: `full throttle gives ${out.thrustN.toFixed(2)} N of the ${thrustN.toFixed(2)} N wanted`
    };
  }
  const inflow = speedMs * (1 - m.wakeFraction);
  const perUnit = thrustN / (m.count * m.thrustShare * m.densityKgM3 * m.diameterM ** 2 * m.thrustFactor);
  const full = out.omegaRadS / m.gearRatio;
  const root = findRoot(
    (omega) => {
      propulsorLoad(m.performance, omega / (2 * Math.PI), inflow, m.diameterM, load);
      return load[0] - perUnit;
    },
    0,
    full * 1.0000001,
    1e-9 * full
  );
  if (!root.ok) return { ok: false, code: 'not-solved', detail: root.detail };
  propulsorLoad(m.performance, root.value / (2 * Math.PI), inflow, m.diameterM, load);
  const propulsorTorque = m.densityKgM3 * m.diameterM ** 3 * m.powerFactor * load[1];
  const omega = root.value * m.gearRatio;
  const torque =
    (propulsorTorque / m.gearRatio) * (propulsorTorque >= 0 ? 1 / m.gearEfficiency : m.gearEfficiency);
  const current = torque / m.motorConstant + noLoadCurrentAt(m, omega);
  const needV = m.motorConstant * omega + current * (m.windingResistanceOhm + m.escResistanceOhm);
  const throttle = throttleForVolts(m, supply, current, needV);
  solveOperatingPoint(m, supply, throttle, speedMs, out);
  return { ok: true, throttle };
}
