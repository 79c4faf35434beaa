import type { SetupDocument } from '../document/schema.ts';
import { interpretSetup } from '../model/interpret.ts';
import type { OutputLimitChange } from './kinds/output-limit.ts';

/** KV of a setup's motor as it really is: the label's, or as a calibration found it, rpm/V. */
export const realKv = (setup: SetupDocument): number =>
  setup.motor.kvRpmPerVolt * (setup.calibration ? (interpretSetup(setup).applied?.factors.kv ?? 1) : 1);

/** Wanted over real KV in whole per cent, always rounded down: a limit may only be too low. Common practice, no source. */
export const limitPercent = (wantedKv: number, kv: number): number =>
  Math.min(Math.floor((100 * wantedKv) / kv + 1e-9), 100);

/** The limit that a change asks for, share. */
export const limitOf = (setup: SetupDocument, { limit, wantedKvRpmPerVolt }: OutputLimitChange): number =>
  limit ?? limitPercent(wantedKvRpmPerVolt as number, realKv(setup)) / 100;
