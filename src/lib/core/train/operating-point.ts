import { propulsorLoad } from '../propulsor/performance.ts';
import { NO_LOAD_CONSTANT_SHARE, type TrainModel } from './model.ts';

/**
 * One solved operating point. `omegaRadS` is the motor's. Losses are totals over the craft. `state`:
 * running; stalled (the motor cannot overcome its own friction); windmilling (the stream drives the propulsor);
 * off (throttle closed: the ESC is open).
 */
export interface OperatingPoint {
  state: 'running' | 'stalled' | 'windmilling' | 'off';
  omegaRadS: number;
  motorCurrentA: number;
  busCurrentA: number;
  batteryCurrentA: number;
  batteryVoltageV: number;
  escVoltageV: number;
  motorTorqueNm: number;
  shaftPowerW: number;
  thrustN: number;
  electricalPowerW: number;
  lossBatteryW: number;
  lossWiringW: number;
  lossEscW: number;
  lossCopperW: number;
  lossIronW: number;
  lossGearW: number;
  lossAuxiliaryW: number;
  lossPropulsorW: number;
  thrustPowerW: number;
  iterations: number;
  converged: boolean;
}

/** A fresh record for the solver to fill. */
export const operatingPoint = (): OperatingPoint => ({
  state: 'off',
  omegaRadS: 0,
  motorCurrentA: 0,
  busCurrentA: 0,
  batteryCurrentA: 0,
  batteryVoltageV: 0,
  escVoltageV: 0,
  motorTorqueNm: 0,
  shaftPowerW: 0,
  thrustN: 0,
  electricalPowerW: 0,
  lossBatteryW: 0,
  lossWiringW: 0,
  lossEscW: 0,
  lossCopperW: 0,
  lossIronW: 0,
  lossGearW: 0,
  lossAuxiliaryW: 0,
  lossPropulsorW: 0,
  thrustPowerW: 0,
  iterations: 0,
  converged: true
});

const load = new Float64Array(2);

/** Motor current for a given speed: the circuit solved in closed form. */
function motorCurrent(
  m: TrainModel,
  idleV: number,
  sourceOhm: number,
  throttle: number,
  switching: number,
  omega: number
): number {
  const push = throttle * idleV - m.motorConstant * omega;
  const share = throttle + (push >= 0 ? switching : -switching);
  return push / (m.windingResistanceOhm + m.escResistanceOhm + throttle * share * m.count * sourceOhm);
}

/** Friction and iron current at a motor speed: I0ref ((1 − h) + h omega/omega_ref). */
export function noLoadCurrentAt(m: TrainModel, omega: number): number {
  return m.noLoadCurrentA * (1 - NO_LOAD_CONSTANT_SHARE + (NO_LOAD_CONSTANT_SHARE * omega) / m.noLoadRadS);
}

/**
 * Solves the whole train for the motor speed at which motor and propulsor torque agree, and fills `out`.
 *
 *   I_m = (d V_0 − k omega)/(R_m + R_esc + d (d ± s) N R_src)      V_0: volts at the ESC with no motor current
 *   I_bus = d I_m + s |I_m| + I_idle          (ideal chopper; s: switching share, zero at full throttle)
 *   k (I_m − I_0(omega)) G eta_g = CP rho n² D^5/(2 pi)
 *
 * Derived from Kirchhoff's laws with the average model of a chopper (Erickson and Maksimovic 2001, ch. 3) and the
 * three-constant motor (R, k, I0) of textbook DC machines. Bracketed between 0 and the no-load speed (beyond it when
 * the stream drives the propulsor), regula falsi with Illinois weights: always converges. No allocation.
 *
 * @param openCircuitV volts behind the source; @param packOhm resistance behind the pack's terminals
 * @param throttle 0..1 (0: ESC open, motor free); @param speedMs axial speed
 */
export function solveOperatingPoint(
  m: TrainModel,
  openCircuitV: number,
  packOhm: number,
  throttle: number,
  speedMs: number,
  out: OperatingPoint
): void {
  const sourceOhm = packOhm + m.wiringResistanceOhm;
  const idleV = openCircuitV - m.count * m.escIdleCurrentA * sourceOhm - m.auxiliaryCurrentA * packOhm;
  const off = throttle <= 0;
  const switching = off || throttle >= 1 ? 0 : m.escSwitchingShare;
  const inflow = speedMs * (1 - m.wakeFraction);
  const loadScale = m.densityKgM3 * m.diameterM ** 3 * m.powerFactor;
  const gear = m.gearRatio;
  const k = m.motorConstant;
  const ohm = m.windingResistanceOhm + m.escResistanceOhm;
  const nPerRad = 1 / (2 * Math.PI * gear);
  const frictionBase = m.noLoadCurrentA * (1 - NO_LOAD_CONSTANT_SHARE);
  const frictionSlope = (m.noLoadCurrentA * NO_LOAD_CONSTANT_SHARE) / m.noLoadRadS;
  const push0 = throttle * idleV;
  const ohmDriving = ohm + throttle * (throttle + switching) * m.count * sourceOhm;
  const ohmBraking = ohm + throttle * (throttle - switching) * m.count * sourceOhm;

  const standing = off ? 0 : push0 / ohmDriving;
  let omega = 0;
  let iterations = 0;
  let converged = false;
  propulsorLoad(m.performance, 0, inflow, m.diameterM, load);
  const wind = -loadScale * load[1];
  // torque left over at standstill, referred to the propulsor
  const startMotor = k * (standing - frictionBase) * gear;
  const start = startMotor * m.gearEfficiency + wind;
  if (start > 0) {
    let low = 0;
    let fLow = start;
    let high = off
      ? Math.max(1, (2 * Math.PI * gear * inflow) / m.pitchM)
      : (push0 / ohmDriving - frictionBase) / (k / ohmDriving + frictionSlope);
    if (!(high > 1)) high = 1;
    let fHigh = residual(high);
    while (fHigh > 0 && iterations < 60) {
      low = high;
      fLow = fHigh;
      high *= 1.5;
      fHigh = residual(high);
      iterations++;
    }
    let side = 0;
    omega = high;
    for (let i = 0; i < 80; i++) {
      iterations++;
      const next = i > 12 && i % 3 === 0 ? 0.5 * (low + high) : (fLow * high - fHigh * low) / (fLow - fHigh);
      const step = next - omega;
      omega = next;
      const f = residual(omega);
      if (f === 0 || (step < 0 ? -step : step) < 1e-9 * omega || high - low < 1e-9 * high) {
        converged = true;
        break;
      }
      if (f < 0) {
        high = omega;
        fHigh = f;
        if (side === -1) fLow *= 0.5;
        side = -1;
      } else {
        low = omega;
        fLow = f;
        if (side === 1) fHigh *= 0.5;
        side = 1;
      }
    }
  } else converged = true;

  function residual(w: number): number {
    let motor = 0;
    if (!off) {
      const push = push0 - k * w;
      motor = push / (push >= 0 ? ohmDriving : ohmBraking);
    }
    const torque = k * (motor - frictionBase - frictionSlope * w) * gear;
    propulsorLoad(m.performance, w * nPerRad, inflow, m.diameterM, load);
    return (torque >= 0 ? torque * m.gearEfficiency : torque / m.gearEfficiency) - loadScale * load[1];
  }

  const current = off ? 0 : motorCurrent(m, idleV, sourceOhm, throttle, switching, omega);
  // a stalled or stopped motor's friction takes no power
  const friction = omega > 0 ? frictionBase + frictionSlope * omega : 0;
  const absolute = current < 0 ? -current : current;
  const bus = throttle * current + switching * absolute + m.escIdleCurrentA;
  const escV = openCircuitV - m.count * bus * sourceOhm - m.auxiliaryCurrentA * packOhm;
  const batteryA = m.count * bus + m.auxiliaryCurrentA;
  const batteryV = openCircuitV - batteryA * packOhm;
  const torque = omega > 0 ? k * (current - friction) : k * current;
  const shaft = torque * omega;
  propulsorLoad(m.performance, omega * nPerRad, inflow, m.diameterM, load);
  const thrustEach = m.densityKgM3 * m.diameterM ** 2 * m.thrustFactor * load[0];
  const thrust = m.count * m.thrustShare * thrustEach;
  const gearLoss = omega > 0 ? shaft * (shaft >= 0 ? 1 - m.gearEfficiency : 1 - 1 / m.gearEfficiency) : 0;
  const thrustPower = thrust * speedMs;

  out.state = off
    ? omega > 0
      ? 'windmilling'
      : 'off'
    : omega <= 0
      ? 'stalled'
      : current < friction
        ? 'windmilling'
        : 'running';
  out.omegaRadS = omega;
  out.motorCurrentA = current;
  out.busCurrentA = bus;
  out.batteryCurrentA = batteryA;
  out.batteryVoltageV = batteryV;
  out.escVoltageV = escV;
  out.motorTorqueNm = torque;
  out.shaftPowerW = shaft;
  out.thrustN = thrust;
  out.electricalPowerW = batteryV * batteryA;
  out.lossBatteryW = batteryA * batteryA * packOhm;
  out.lossWiringW = (m.count * bus) ** 2 * m.wiringResistanceOhm;
  out.lossEscW =
    m.count * (current * current * m.escResistanceOhm + escV * (switching * absolute + m.escIdleCurrentA));
  out.lossCopperW = m.count * current * current * m.windingResistanceOhm;
  out.lossIronW = m.count * k * omega * friction;
  out.lossGearW = m.count * gearLoss;
  out.lossAuxiliaryW = batteryV * m.auxiliaryCurrentA;
  out.lossPropulsorW = m.count * (shaft - gearLoss) - thrustPower;
  out.thrustPowerW = thrustPower;
  out.iterations = iterations;
  out.converged = converged;
}
