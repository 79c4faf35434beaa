import type { SetupDocument } from '../../document/schema.ts';

/** Rpm of the propulsor if nothing loaded it, KV × volts over the gear: what a loaded one lies below. @param volts at the pack */
export const unloadedRpmAt = (setup: SetupDocument, volts: number): number =>
  (setup.motor.kvRpmPerVolt * volts) / (setup.gearRatio ?? 1);
