import { propulsorLoad, type Performance } from '../parts/propulsor/performance.ts';
import type { Supply, PowertrainModel } from '../model/powertrain-model.ts';

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

/** The present solution's constants, so that the residual needs no closure: one solve at a time, none re-entrant. */
const c = {
  push0: 0,
  k: 0,
  ohmDriving: 1,
  ohmBraking: 1,
  frictionBase: 0,
  frictionSlope: 0,
  gear: 1,
  gearEfficiency: 1,
  nPerRad: 1,
  inflow: 0,
  diameterM: 1,
  loadScale: 1,
  off: false
};
let performance: Performance = { kind: 'constant', thrust: 0, power: 0 };

/** Torque left over at the propulsor at motor speed `w`; falls as `w` rises. */
function residual(w: number): number {
  let motor = 0;
  if (!c.off) {
    const push = c.push0 - c.k * w;
    motor = push / (push >= 0 ? c.ohmDriving : c.ohmBraking);
  }
  const torque = c.k * (motor - c.frictionBase - c.frictionSlope * w) * c.gear;
  propulsorLoad(performance, w * c.nPerRad, c.inflow, c.diameterM, load);
  return (torque >= 0 ? torque * c.gearEfficiency : torque / c.gearEfficiency) - c.loadScale * load[1];
}

/** Friction and iron current at a motor speed: I0ref ((1 − h) + h omega/omega_ref). */
export function noLoadCurrentAt(m: PowertrainModel, omega: number): number {
  return m.noLoadCurrentA * (1 - m.noLoadSpeedShare + (m.noLoadSpeedShare * omega) / m.noLoadRadS);
}

/** Throttle from which the ESC's switching loss dies out towards full throttle, where it no longer chops. (m) */
const FADE_FROM = 0.9;

/** Share of the time for which the ESC's switches are closed at a throttle: the throttle itself, or less of it by a limit. */
export const dutyOf = (m: Pick<PowertrainModel, 'outputLimit'>, throttle: number): number =>
  throttle * m.outputLimit;

/** Switching loss of the ESC as a share of V I: the document's while chopping, fading from 90 % to full duty. */
export const switchingShare = (m: PowertrainModel, duty: number): number =>
  duty <= 0 || duty >= 1
    ? 0
    : duty <= FADE_FROM
      ? m.escSwitchingShare
      : (m.escSwitchingShare * (1 - duty)) / (1 - FADE_FROM);

/** Conductance of the ripple's loss at a duty, S. */
export const rippleAt = (m: PowertrainModel, duty: number): number =>
  duty <= 0 || duty >= 1 ? 0 : m.rippleS * (duty * (1 - duty)) ** 2;

/** The ripple's loss loads the source like a resistor across the ESC: by this it divides the volts and resistance behind it. */
export const sourceDivider = (m: PowertrainModel, packOhm: number, duty: number): number =>
  1 + m.count * rippleAt(m, duty) * (packOhm + m.wiringResistanceOhm);

/**
 * Solves the whole powertrain for the motor speed at which motor and propulsor torque agree, and fills `out`.
 *
 *   I_m = (d V_0 − k omega)/(R_m + R_esc + d (d ± s) N R_src)      V_0: volts at the ESC with no motor current;
 *                                                                    d: duty, throttle × output limit
 *   I_bus = d I_m + s |I_m| + I_idle + G V    (ideal chopper; s: switching share, fading from 90 % to full throttle;
 *                                              G: loss of the current's ripple, none at full throttle)
 *   k (I_m − I_0(omega)) G eta_g = CP rho n² D^5/(2 pi)
 *
 * Derived from Kirchhoff's laws with the average model of a chopper (Erickson and Maksimovic 2001, ch. 3) and the
 * three-constant motor (R, k, I0) of textbook DC machines. Bracketed between 0 and the no-load speed (beyond it when
 * the stream drives the propulsor). Each step fits the load by alpha w² + beta w through the last two points and meets
 * it with the motor's straight line, which is exact for a propulsor of constant CP; a step that would leave the bracket
 * is replaced by regula falsi with Illinois weights or bisection, so that it always converges; the error left after a last step of 1e-6 is below 1e-9. No allocation.
 *
 * Longer than 80 lines as it is one equation with its bracket, its step and its result, on numbers that are not allocated:
 * it runs a hundred thousand times a second.
 * @param supply volts behind the source, and the resistance behind the pack's terminals
 * @param throttle 0..1 (0: ESC open, motor free); @param speedMs axial speed
 */
export function solveOperatingPoint(
  m: PowertrainModel,
  supply: Supply,
  throttle: number,
  speedMs: number,
  out: OperatingPoint
): void {
  const { openCircuitV, packOhm } = supply;
  const duty = dutyOf(m, throttle);
  const off = duty <= 0;
  const switching = switchingShare(m, duty);
  const divider = sourceDivider(m, packOhm, duty);
  const sourceOhm = (packOhm + m.wiringResistanceOhm) / divider;
  const feedV = (openCircuitV - m.auxiliaryCurrentA * packOhm) / divider;
  const idleV = feedV - m.count * m.escIdleCurrentA * sourceOhm;
  const inflow = speedMs * (1 - m.wakeFraction);
  const loadScale = m.densityKgM3 * m.diameterM * m.diameterM * m.diameterM * m.powerFactor;
  const gear = m.gearRatio;
  const k = m.motorConstant;
  const ohm = m.windingResistanceOhm + m.motorLeadOhm + m.escResistanceOhm;
  const nPerRad = 1 / (2 * Math.PI * gear);
  const frictionBase = m.noLoadCurrentA * (1 - m.noLoadSpeedShare);
  const frictionSlope = (m.noLoadCurrentA * m.noLoadSpeedShare) / m.noLoadRadS;
  const push0 = duty * idleV;
  const ohmDriving = ohm + duty * (duty + switching) * m.count * sourceOhm;
  const ohmBraking = ohm + duty * (duty - switching) * m.count * sourceOhm;
  c.push0 = push0;
  c.k = k;
  c.ohmDriving = ohmDriving;
  c.ohmBraking = ohmBraking;
  c.frictionBase = frictionBase;
  c.frictionSlope = frictionSlope;
  c.gear = gear;
  c.gearEfficiency = m.gearEfficiency;
  c.nPerRad = nPerRad;
  c.inflow = inflow;
  c.diameterM = m.diameterM;
  c.loadScale = loadScale;
  c.off = off;
  performance = m.performance;

  const standing = off ? 0 : push0 / ohmDriving;
  let omega = 0;
  let iterations = 0;
  let converged = true;
  let wind = 0;
  if (inflow !== 0) {
    propulsorLoad(performance, 0, inflow, m.diameterM, load);
    wind = -loadScale * load[1];
  }
  // a held shaft does not turn, whatever the stream does
  const heldStill = off && m.atRest !== 'free';
  // torque left over at standstill, referred to the propulsor
  const start = heldStill ? 0 : k * (standing - frictionBase) * gear * m.gearEfficiency + wind;
  if (start > 0) {
    converged = false;
    let low = 0;
    let fLow = start;
    let high = off
      ? Math.max(1, (2 * Math.PI * gear * inflow) / m.pitchM)
      : (standing - frictionBase) / (k / ohmDriving + frictionSlope);
    if (!(high > 1)) high = 1;
    let fHigh = residual(high);
    // the driven motor's torque at the propulsor is push − drop w
    const drive = k * (standing - frictionBase) * gear * m.gearEfficiency;
    const drop = k * (k / ohmDriving + frictionSlope) * gear * m.gearEfficiency;
    let wA = high;
    let loadA = loadScale * load[1];
    let wB = 0;
    let loadB = 0;
    while (fHigh > 0 && iterations < 60) {
      low = high;
      fLow = fHigh;
      high *= 1.5;
      fHigh = residual(high);
      iterations++;
      wB = wA;
      loadB = loadA;
      wA = high;
      loadA = loadScale * load[1];
    }
    omega = high;
    let side = 0;
    for (let i = 0; i < 100; i++) {
      iterations++;
      // load = alpha w² + beta w through the last two points, against the straight line of the motor
      const perA = loadA / wA;
      const alpha = wB > 0 && wA !== wB ? (perA - loadB / wB) / (wA - wB) : perA / wA;
      const beta = perA - alpha * wA + drop;
      const square = beta * beta + 4 * alpha * drive;
      let next = square >= 0 ? (2 * drive) / (beta + Math.sqrt(square)) : -1;
      if (!(next > low && next < high) || i > 6) {
        next = i % 3 === 2 ? 0.5 * (low + high) : (fLow * high - fHigh * low) / (fLow - fHigh);
      }
      const step = next - omega;
      omega = next;
      if ((step < 0 ? -step : step) < 1e-6 * omega || high - low < 1e-9 * high) {
        converged = true;
        break;
      }
      const f = residual(omega);
      wB = wA;
      loadB = loadA;
      wA = omega;
      loadA = loadScale * load[1];
      if (f === 0) {
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
  } else {
    propulsorLoad(performance, 0, inflow, m.diameterM, load);
  }

  out.iterations = iterations;
  out.converged = converged;
  finish(m, supply, duty, speedMs, omega, out);
}

/**
 * The point at which the motor turns at a speed that is known already: what `solveOperatingPoint` fills in once it has found
 * the speed.
 * @param omegaRadS speed of the motor at which its torque and the propulsor's agree at this throttle
 */
export function pointAtSpeed(
  m: PowertrainModel,
  supply: Supply,
  throttle: number,
  speedMs: number,
  omegaRadS: number,
  out: OperatingPoint
): void {
  const inflow = speedMs * (1 - m.wakeFraction);
  propulsorLoad(m.performance, omegaRadS / (2 * Math.PI * m.gearRatio), inflow, m.diameterM, load);
  out.iterations = 0;
  out.converged = true;
  finish(m, supply, dutyOf(m, throttle), speedMs, omegaRadS, out);
}

/** Fills a point from its speed and the propulsor's load there, which stands in `load`. */
function finish(
  m: PowertrainModel,
  { openCircuitV, packOhm }: Supply,
  duty: number,
  speedMs: number,
  omega: number,
  out: OperatingPoint
): void {
  const off = duty <= 0;
  const switching = switchingShare(m, duty);
  const ripple = rippleAt(m, duty);
  const divider = sourceDivider(m, packOhm, duty);
  const sourceOhm = (packOhm + m.wiringResistanceOhm) / divider;
  const feedV = (openCircuitV - m.auxiliaryCurrentA * packOhm) / divider;
  const k = m.motorConstant;
  const ohm = m.windingResistanceOhm + m.motorLeadOhm + m.escResistanceOhm;
  const push0 = duty * (feedV - m.count * m.escIdleCurrentA * sourceOhm);
  // folded blades lie along the stream
  if (off && m.atRest === 'folded') load[0] = load[1] = 0;
  const push = push0 - k * omega;
  const chopped = duty * m.count * sourceOhm;
  const current = off ? 0 : push / (ohm + chopped * (push >= 0 ? duty + switching : duty - switching));
  // a stalled or stopped motor's friction takes no power
  const friction = omega > 0 ? noLoadCurrentAt(m, omega) : 0;
  const absolute = current < 0 ? -current : current;
  const wanted = duty * current + switching * absolute + m.escIdleCurrentA;
  const escV = feedV - m.count * wanted * sourceOhm;
  const bus = wanted + ripple * escV;
  const batteryA = m.count * bus + m.auxiliaryCurrentA;
  const batteryV = openCircuitV - batteryA * packOhm;
  const torque = omega > 0 ? k * (current - friction) : k * current;
  const shaft = torque * omega;
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
  out.lossWiringW =
    (m.count * bus) ** 2 * m.wiringResistanceOhm + m.count * current * current * m.motorLeadOhm;
  out.lossEscW =
    m.count * (current * current * m.escResistanceOhm + escV * (switching * absolute + m.escIdleCurrentA));
  out.lossCopperW = m.count * (current * current * m.windingResistanceOhm + ripple * escV * escV);
  out.lossIronW = m.count * k * omega * friction;
  out.lossGearW = m.count * gearLoss;
  out.lossAuxiliaryW = batteryV * m.auxiliaryCurrentA;
  out.lossPropulsorW = m.count * (shaft - gearLoss) - thrustPower;
  out.thrustPowerW = thrustPower;
}
