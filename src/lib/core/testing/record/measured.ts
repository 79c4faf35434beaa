import type { Measurement } from '../../calibration/schema.ts';
import type { Observed } from '../compare/causes.ts';
import type { Steady } from './steady.ts';

/** Channels of a stretch that a measurement has under the same name. */
const SAME = ['batteryVoltageV', 'batteryCurrentA', 'rpm', 'thrustN', 'motorC', 'escC', 'packC'] as const;

/**
 * Steady stretches as measurements, each with how it wavered. Only the first, from a pack whose charge is known, tells the
 * pack's sag: later ones begin lower, by what was drawn meanwhile, which is reckoned.
 * @param stateOfCharge at the start of the run; null where it is not known
 * @param capacityAh of the pack, to follow the charge through the run; null leaves it where it was told
 */
export function measurementsOf(
  stretches: readonly Steady[],
  stateOfCharge: number | null = null,
  capacityAh: number | null = null
): Observed[] {
  let drawn = 0;
  let last = 0;
  return stretches.map(({ fromS, toS, means, flutter, speedSteady }): Observed => {
    const amps = means.batteryCurrentA ?? 0;
    drawn += (amps * (toS - last)) / 3600;
    last = toS;
    const measurement: Measurement = {
      throttle: Math.min(Math.max(means.throttle ?? 1, 0), 1),
      speedMs: means.speedMs ?? 0,
      seconds: toS - fromS
    };
    for (const name of SAME) if (means[name] !== undefined) measurement[name] = means[name];
    if (stateOfCharge !== null)
      measurement.stateOfCharge = Math.max(
        stateOfCharge - (capacityAh ? (drawn - (amps * (toS - fromS)) / 7200) / capacityAh : 0),
        0
      );
    return { measurement, flutter, speedSteady };
  });
}
