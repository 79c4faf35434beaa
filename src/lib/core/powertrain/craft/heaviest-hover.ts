import { GRAVITY_MS2 } from '../../units/constants.ts';
import type { Supply, PowertrainModel } from '../../model/powertrain-model.ts';
import { operatingPoint, solveOperatingPoint } from '../operating-point.ts';
import { hoverThrustN } from './hover.ts';

/** Mass that hovers at a throttle, kg: thrust there less what the stream presses on the frame. */
export function heaviestHover(m: PowertrainModel, supply: Supply, throttle: number): number {
  const point = operatingPoint();
  solveOperatingPoint(m, supply, throttle, 0, point);
  return point.thrustN / (hoverThrustN(1) / GRAVITY_MS2) / GRAVITY_MS2;
}
