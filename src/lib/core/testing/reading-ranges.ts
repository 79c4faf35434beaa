import type { RecordedChannel } from '../registry/channels.ts';
import type { SetupDocument } from '../document/schema.ts';
import { validateSetup } from '../document/validate.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';

/** What a reading of a setup can be, SI: outside of it a typed figure is asked about before it is kept. */
export type ReadingRanges = Partial<Record<RecordedChannel, readonly [low: number, high: number]>>;

/** A reading is questioned beyond so many times what the setup is predicted to do, and below as small a share. */
const TIMES = 10;
/** Loaded volts of a cell, whatever the chemistry; and the speed of a motor over that of its label without a load. (m) */
const CELL_V = [0.8, 4.5] as const;
const OVER_KV = 1.3;
/** Temperatures of a meter that is not broken, °C. */
const CELSIUS = [-30, 250] as const;

/**
 * What the readings of a setup can be: cells × 0.8 to 4.5 V, amps and thrust up to ten times the worst case, rpm from a
 * hundredth of it to a third beyond KV × volts. Nothing is known of a setup that is not sound.
 */
export function readingRanges(document: SetupDocument): ReadingRanges {
  if (!validateSetup(document).ok) return {};
  const { worst, setup, powertrain } = analysisOf(document, { bands: false });
  const unloadedRpm = (setup.motor.kvRpmPerVolt * worst.openCircuitV * OVER_KV) / (setup.gearRatio ?? 1);
  const cells = setup.battery.series;
  const atMost = (value: number): readonly [number, number] => [0, TIMES * Math.max(value, 1e-3)];
  return {
    throttle: [0.02, 1],
    batteryVoltageV: [CELL_V[0] * cells, CELL_V[1] * cells],
    batteryCurrentA: [
      (0.001 * worst.batteryCurrentA) / powertrain.count,
      TIMES * Math.max(worst.batteryCurrentA, 0.1)
    ],
    rpm: [Math.max(worst.rpm, 100) / 100, Math.max(unloadedRpm, worst.rpm)],
    ...(setup.craft.kind === 'boat' ? {} : { thrustN: atMost(worst.thrustN) }),
    speedMs: [0, 120],
    motorC: CELSIUS,
    escC: CELSIUS,
    packC: CELSIUS
  };
}
