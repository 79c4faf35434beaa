import { findRoot, type RootResult } from '../numeric/find-root.ts';
import { propulsorLoad } from '../parts/propulsor/performance.ts';
import type { Supply, PowertrainModel } from '../model/powertrain-model.ts';
import {
  noLoadCurrentAt,
  pointAtSpeed,
  solveOperatingPoint,
  sourceDivider,
  switchingShare,
  type OperatingPoint
} from './operating-point.ts';

/** Why a thrust cannot be had. */
type ThrottleResult =
  { ok: true; throttle: number } | { ok: false; code: 'not-enough-thrust' | 'not-solved'; detail: string };

const load = new Float64Array(2);
const ROUNDS = 30;

/**
 * Throttle at which a motor that carries a current gets the volts it needs; null where full throttle does not give them. The
 * losses of chopping depend on the throttle themselves, but little: a few rounds settle them, and where they outweigh the
 * load (a heavy ripple on next to no current) the root is bracketed.
 * @param needV k omega + I (R_motor + R_ESC), V
 */
function throttleForVolts(m: PowertrainModel, supply: Supply, current: number, needV: number): number | null {
  const { openCircuitV, packOhm } = supply;
  // d (V0 − N R s |I|) − d² N R I = need, all but d at the losses of a throttle
  const most = m.outputLimit;
  circuitAt(m, openCircuitV, packOhm, current, most);
  if (most * circuit.b - most * most * circuit.a - needV < -FULL_ENOUGH * needV) return null;
  let duty = most;
  for (let round = 0; round < ROUNDS; round++) {
    circuitAt(m, openCircuitV, packOhm, current, duty);
    const { a, b } = circuit;
    const square = b * b - 4 * a * needV;
    if (square < 0) break;
    const next = Math.min((2 * needV) / (b + Math.sqrt(square)), most);
    const step = next - duty;
    duty = next;
    if (Math.abs(step) < 1e-12) return duty / most;
  }
  const missing = (d: number): number => {
    circuitAt(m, openCircuitV, packOhm, current, d);
    return d * circuit.b - d * d * circuit.a - needV;
  };
  if (missing(most) <= 0) return 1;
  const root = findRoot(missing, 0, most, 1e-12);
  return root.ok ? root.value / most : 1;
}

/** Share of the volts by which full throttle may fall short and still be called enough: what solving leaves open. */
const FULL_ENOUGH = 1e-9;
const circuit = { a: 0, b: 0 };

/** The circuit's quadratic at the losses of a throttle; written in place. */
function circuitAt(
  m: PowertrainModel,
  openCircuitV: number,
  packOhm: number,
  current: number,
  at: number
): void {
  const divider = sourceDivider(m, packOhm, at);
  const sourceOhm = (packOhm + m.wiringResistanceOhm) / divider;
  const idleV =
    (openCircuitV - m.auxiliaryCurrentA * packOhm) / divider - m.count * m.escIdleCurrentA * sourceOhm;
  circuit.a = m.count * sourceOhm * current;
  circuit.b = idleV - m.count * sourceOhm * switchingShare(m, at) * Math.abs(current);
}

/**
 * The last load that was turned into a speed. A discharge asks for the same thrust at every state of charge, and the speed
 * that gives it does not depend on the pack.
 */
let last: {
  readonly performance: PowertrainModel['performance'];
  readonly inflow: number;
  readonly diameterM: number;
  readonly perUnit: number;
  readonly found: RootResult;
} | null = null;

/** Speed of the propulsor, rad/s, at which it makes T/(rho D²) of `perUnit` in a stream. */
function speedForThrust(m: PowertrainModel, inflow: number, perUnit: number): RootResult {
  if (
    last?.performance === m.performance &&
    last.inflow === inflow &&
    last.diameterM === m.diameterM &&
    last.perUnit === perUnit
  )
    return last.found;
  const missing = (omega: number): number => {
    propulsorLoad(m.performance, omega / (2 * Math.PI), inflow, m.diameterM, load);
    return load[0] - perUnit;
  };
  // as if thrust grew with the square of the speed: the bracket starts there
  const tip = TIP_MS / (0.5 * m.diameterM);
  const there = missing(tip) + perUnit;
  let high = there > 0 && perUnit > 0 ? tip * Math.sqrt(perUnit / there) * 1.1 : tip;
  let found: RootResult = { ok: false, code: 'no-bracket', detail: 'no speed makes this thrust' };
  for (let k = 0; k < GROWTHS; k++, high *= 1.6) {
    if (missing(high) < 0) continue;
    found = findRoot(missing, 0, high, 1e-9 * high);
    break;
  }
  last = { performance: m.performance, inflow, diameterM: m.diameterM, perUnit, found };
  return found;
}
/** Tip speed from which the bracket of a speed is taken, m/s, and how often it may grow: far beyond what any blade stands. */
const TIP_MS = 100;
const GROWTHS = 12;

/**
 * Throttle at which the whole craft's thrust is `thrustN` at `speedMs`, and the point there. Turned round: the thrust
 * gives the propulsor's speed, its torque the motor current, and the throttle follows from the circuit in closed form
 *   d V_esc = k omega + I_m (R_m + R_esc),  V_esc = V_0 − N R_src (d I_m + s I_m)
 * a quadratic in d for given losses of chopping.
 */
export function throttleForThrust(
  m: PowertrainModel,
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
  const speed = speedForThrust(m, inflow, perUnit);
  const notEnough = (): ThrottleResult => {
    solveOperatingPoint(m, supply, 1, speedMs, out);
    return {
      ok: false,
      code: 'not-enough-thrust',
      detail: `full throttle gives ${out.thrustN.toFixed(2)} N of the ${thrustN.toFixed(2)} N wanted`
    };
  };
  if (!speed.ok)
    return speed.code === 'no-bracket'
      ? notEnough()
      : { ok: false, code: 'not-solved', detail: speed.detail };
  propulsorLoad(m.performance, speed.value / (2 * Math.PI), inflow, m.diameterM, load);
  const propulsorTorque = m.densityKgM3 * m.diameterM ** 3 * m.powerFactor * load[1];
  const omega = speed.value * m.gearRatio;
  const torque =
    (propulsorTorque / m.gearRatio) * (propulsorTorque >= 0 ? 1 / m.gearEfficiency : m.gearEfficiency);
  const current = torque / m.motorConstant + noLoadCurrentAt(m, omega);
  const needV =
    m.motorConstant * omega + current * (m.windingResistanceOhm + m.motorLeadOhm + m.escResistanceOhm);
  const throttle = throttleForVolts(m, supply, current, needV);
  if (throttle === null) return notEnough();
  pointAtSpeed(m, supply, throttle, speedMs, omega, out);
  return { ok: true, throttle };
}
