import { GRAVITY_MS2 } from '../../units/constants.ts';
import { radSToRpm } from '../../units/convert.ts';
import type { TrainModel } from '../../train/model.ts';
import { operatingPoint } from '../../train/operating-point.ts';
import { throttleForThrust } from '../../train/throttle-for-thrust.ts';

/** The hovering craft. Totals but for rpm. */
export interface Hover {
  throttle: number;
  rpm: number;
  batteryCurrentA: number;
  electricalPowerW: number;
  motorCurrentA: number;
}

/** Hover: total thrust = weight, at part throttle; null when full throttle does not lift the craft. */
export function hover(m: TrainModel, massKg: number, openCircuitV: number, packOhm: number): Hover | null {
  const point = operatingPoint();
  const found = throttleForThrust(m, openCircuitV, packOhm, massKg * GRAVITY_MS2, 0, point);
  if (!found.ok) return null;
  return {
    throttle: found.throttle,
    rpm: radSToRpm(point.omegaRadS / m.gearRatio),
    batteryCurrentA: point.batteryCurrentA,
    electricalPowerW: point.electricalPowerW,
    motorCurrentA: point.motorCurrentA
  };
}
