import { GRAVITY_MS2 } from '../../units/constants.ts';
import { radSToRpm } from '../../units/convert.ts';
import type { Supply, PowertrainModel } from '../../model/powertrain-model.ts';
import { operatingPoint } from '../operating-point.ts';
import { throttleForThrust } from '../throttle-for-thrust.ts';

/** The hovering craft. Totals but for rpm. */
export interface Hover {
  throttle: number;
  rpm: number;
  batteryCurrentA: number;
  electricalPowerW: number;
  motorCurrentA: number;
}

/** Share of the rotors' thrust that their stream takes back on arms and body. (m) */
const FRAME_LOSS = 0.05;

/** Thrust that carries a multirotor of a mass, N: its weight and what the stream presses on the frame. */
export const hoverThrustN = (massKg: number): number => (massKg * GRAVITY_MS2) / (1 - FRAME_LOSS);

/** Hover: total thrust less what the frame takes back = weight, at part throttle; null when full throttle does not lift the craft. */
export function hover(m: PowertrainModel, massKg: number, supply: Supply): Hover | null {
  const point = operatingPoint();
  const found = throttleForThrust(m, supply, hoverThrustN(massKg), 0, point);
  if (!found.ok) return null;
  return {
    throttle: found.throttle,
    rpm: radSToRpm(point.omegaRadS / m.gearRatio),
    batteryCurrentA: point.batteryCurrentA,
    electricalPowerW: point.electricalPowerW,
    motorCurrentA: point.motorCurrentA
  };
}
