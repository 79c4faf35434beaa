import { estimateMotorMassKg } from './estimate.ts';
import { sizeInName } from './label-decoder.ts';

/** Mass of one motor, and what it was taken from. */
interface MotorMass {
  readonly kg: number;
  /** In words; empty where it is given. */
  readonly from: string;
  readonly given: boolean;
}

/** What of a motor tells its mass. */
interface Weighable {
  readonly massKg?: number | null;
  readonly maxPowerW?: number | null;
  readonly name?: string;
}

/**
 * Mass of one motor, kg: as given, else from its power rating (4 W/g), else from the size in its name. Null where neither
 * says anything.
 */
export function motorMassOf(motor: Weighable): MotorMass | null {
  if (motor.massKg != null) return { kg: motor.massKg, from: '', given: true };
  if (motor.maxPowerW != null)
    return { kg: estimateMotorMassKg(motor.maxPowerW), from: 'its power rating at 4 W/g', given: false };
  const size = sizeInName(motor.name);
  return size && { kg: size.massKg, from: `the size in its name (${size.meaning})`, given: false };
}
