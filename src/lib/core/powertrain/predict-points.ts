import { isInside } from '../numeric/hermite-curve.ts';
import { idealPowerW } from '../parts/propulsor/ideal-power.ts';
import { isTipSpeedInside } from '../parts/propulsor/performance.ts';
import { supplyOf, type Interpreted } from '../model/interpret.ts';
import type { PredictPoint } from '../document/schema.ts';
import { radSToRpm } from '../units/convert.ts';
import { show } from '../units/show.ts';
import type { PredictedPoint } from './predicted.ts';
import { bandsOf, type Band } from './bands.ts';
import { operatingPoint, solveOperatingPoint, type OperatingPoint } from './operating-point.ts';

/** Fills a point's answer from a solved operating point. */
function describePoint(i: Interpreted, p: OperatingPoint, speedMs: number, openCircuitV: number) {
  const m = i.model;
  const rpm = radSToRpm(p.omegaRadS / m.gearRatio);
  const atPropulsor = m.count * p.shaftPowerW - p.lossGearW;
  const driveIn = p.lossCopperW + p.lossIronW + m.count * p.shaftPowerW;
  const ducted = i.exitAreaM2 !== null;
  return {
    state: p.state,
    rpm,
    motorCurrentA: p.motorCurrentA,
    batteryCurrentA: p.batteryCurrentA,
    batteryVoltageV: p.batteryVoltageV,
    openCircuitV,
    cellVoltageV: p.batteryVoltageV / m.series,
    electricalPowerW: p.electricalPowerW,
    shaftPowerW: p.shaftPowerW,
    torqueNm: p.motorTorqueNm,
    thrustN: p.thrustN,
    thrustPowerW: p.thrustPowerW,
    idealPowerW:
      m.count *
      idealPowerW(
        p.thrustN / (m.count * m.thrustShare),
        // the disc sees the water behind the hull, which follows the boat: it can gain from it
        speedMs * (1 - m.wakeFraction),
        m.densityKgM3,
        ducted ? (i.exitAreaM2 as number) : i.discAreaM2,
        ducted
      ),
    motorEfficiency: driveIn > 0 && p.shaftPowerW > 0 ? (m.count * p.shaftPowerW) / driveIn : 0,
    propulsorEfficiency: atPropulsor > 0 && p.thrustPowerW > 0 ? p.thrustPowerW / atPropulsor : 0,
    pitchSpeedMs: (rpm / 60) * m.pitchM,
    lossW: {
      battery: p.lossBatteryW,
      wiring: p.lossWiringW,
      esc: p.lossEscW,
      motorCopper: p.lossCopperW,
      motorIron: p.lossIronW,
      gear: p.lossGearW,
      auxiliary: p.lossAuxiliaryW,
      propulsor: p.lossPropulsorW
    }
  };
}

const PER_POINT = 6;
/** How much a band grows where the propulsor is asked outside its data. (m) */
const OUTSIDE_WIDENING = 1.5;

/** Where a point asks the propulsor outside what its table or its measured columns cover, in words; null inside. */
function outsideData(i: Interpreted, p: OperatingPoint, speedMs: number): string | null {
  const m = i.model;
  const n = p.omegaRadS / m.gearRatio / (2 * Math.PI);
  if (m.performance.kind === 'table' && !m.performance.singleRow && n > 0) {
    const tip = Math.hypot(Math.PI * n * m.diameterM, speedMs);
    if (!isTipSpeedInside(tip))
      return `At ${show(tip)} m/s of tip speed the propeller is outside its table (10 to 290 m/s); the nearest row was used and the band widened.`;
  }
  if (m.performance.kind === 'curve' && n > 0) {
    const j = speedMs / (n * m.diameterM);
    if (!isInside(m.performance.thrust, j))
      return `At advance ratio ${show(j)} the propulsor is outside its measured columns; they were carried on straight and the band widened.`;
  }
  if (m.performance.kind === 'constant' && speedMs > 0)
    return 'The propulsor’s coefficients are constants: they are taken to hold at every speed, which no propulsor does.';
  return null;
}

const widened = (band: Band, value: number, outside: boolean): Band =>
  outside
    ? [value - OUTSIDE_WIDENING * (value - band[0]), value + OUTSIDE_WIDENING * (band[1] - value)]
    : band;

/** Solves every asked point with its band. */
export function predictPoints(
  i: Interpreted,
  points: readonly PredictPoint[],
  bands = true
): PredictedPoint[] {
  const scratch = operatingPoint();
  const asked = points.map((point) => ({ point, supply: supplyOf(i, point) }));
  const found = bands
    ? bandsOf(i, PER_POINT * points.length, (model, packFactor, _z, out) => {
        asked.forEach(({ point, supply }, at) => {
          solveOperatingPoint(
            model,
            { openCircuitV: supply.openCircuitV, packOhm: supply.packOhm * packFactor },
            point.throttle ?? 1,
            point.speedMs ?? 0,
            scratch
          );
          const base = at * PER_POINT;
          out[base] = scratch.batteryCurrentA;
          out[base + 1] = scratch.thrustN;
          out[base + 2] = radSToRpm(scratch.omegaRadS / model.gearRatio);
          out[base + 3] = scratch.electricalPowerW;
          out[base + 4] = scratch.motorCurrentA;
          out[base + 5] = scratch.batteryVoltageV;
        });
      })
    : [];
  return asked.map(({ point, supply }, at) => {
    const throttle = point.throttle ?? 1;
    const speedMs = point.speedMs ?? 0;
    solveOperatingPoint(i.model, supply, throttle, speedMs, scratch);
    const described = describePoint(i, scratch, speedMs, supply.openCircuitV);
    const outside = outsideData(i, scratch, speedMs);
    const band = (o: number, value: number): Band =>
      widened(found[at * PER_POINT + o] as Band, value, outside !== null);
    // put together by assignment: spreading into a literal costs thirty times the solving
    return Object.assign({}, point, described, {
      throttle,
      speedMs,
      stateOfCharge: supply.stateOfCharge ?? point.stateOfCharge,
      outside,
      band: bands
        ? {
            batteryCurrentA: band(0, described.batteryCurrentA),
            thrustN: band(1, described.thrustN),
            rpm: band(2, described.rpm),
            electricalPowerW: band(3, described.electricalPowerW),
            motorCurrentA: band(4, described.motorCurrentA),
            batteryVoltageV: band(5, described.batteryVoltageV)
          }
        : null
    });
  });
}
