import { interpretSetup } from '../../model/interpret.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { alteredBy } from '../altered.ts';
import type { OutputLimitChange } from '../change-request.ts';
import type { ChangeKind } from './change-kind.ts';

/** KV of a setup's motor as it really is: the label's, or as a calibration found it, rpm/V. */
export const realKv = (setup: SetupDocument): number =>
  setup.motor.kvRpmPerVolt * (setup.calibration ? (interpretSetup(setup).applied?.factors.kv ?? 1) : 1);

/** Wanted over real KV in whole per cent, always rounded down: a limit may only be too low. Common practice, no source. */
export const limitPercent = (wantedKv: number, kv: number): number =>
  Math.min(Math.floor((100 * wantedKv) / kv + 1e-9), 100);

/** The limit that a change asks for, share. */
export const limitOf = (setup: SetupDocument, { limit, wantedKvRpmPerVolt }: OutputLimitChange): number =>
  limit ?? limitPercent(wantedKvRpmPerVolt as number, realKv(setup)) / 100;

/** A limit on what full throttle may ask of the motors, set where they are commanded; with other cells where they are named. */
export const outputLimitKind: ChangeKind<OutputLimitChange> = {
  sentence: (before, change) => {
    const percent = Math.round(100 * limitOf(before, change));
    const cells = change.series ?? before.battery.series;
    return `output limited to ${percent} %${cells === before.battery.series ? '' : ` on ${cells} cells instead of ${before.battery.series}`}`;
  },
  alter: (before, change) =>
    alteredBy(before, [
      { path: 'outputLimit', value: limitOf(before, change) },
      ...(change.series === undefined || change.series === before.battery.series
        ? []
        : [{ path: 'battery.series', value: change.series }])
    ]),
  keeps: ['outputLimit', 'battery.series']
};
