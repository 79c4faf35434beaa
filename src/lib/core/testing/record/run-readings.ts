import { max, min } from 'd3-array';
import type { Measurement } from '../../calibration/schema.ts';
import type { RunReading, StoredRun } from '../../document/stored.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { withChanges } from '../../document/change.ts';
import type { Observed } from '../compare/causes.ts';
import type { LogEntry } from '../plan/log-entry.ts';
import { measurementsOf } from './measured.ts';
import type { Sample } from './sample.ts';
import { steadyStretches } from './steady.ts';

/** What is kept of a recorded run in short: its steady readings and its peaks. */
export interface RunSummary {
  readonly readings: RunReading[];
  readonly peakA: number | null;
  readonly lowestV: number | null;
  readonly seconds: number;
}

/** A measurement as a reading of a run. */
const readingOf = ({ measurement: m, flutter }: Observed): RunReading => ({
  throttle: m.throttle ?? 1,
  speedMs: m.speedMs ?? 0,
  batteryVoltageV: m.batteryVoltageV ?? null,
  batteryCurrentA: m.batteryCurrentA ?? null,
  rpm: m.rpm ?? null,
  thrustN: m.thrustN ?? null,
  motorC: m.motorC ?? null,
  escC: m.escC ?? null,
  packC: m.packC ?? null,
  seconds: m.seconds ?? null,
  stateOfCharge: m.stateOfCharge ?? null,
  flutter
});

/** A recorded run in short. @param startCharge 0..1; null where it is not known @param capacityAh of the pack */
export function summaryOfRun(
  samples: readonly Sample[],
  startCharge: number | null,
  capacityAh: number | null
): RunSummary {
  return {
    readings: measurementsOf(steadyStretches(samples), startCharge, capacityAh).map(readingOf),
    peakA: max(samples, (s) => s.batteryCurrentA ?? undefined) ?? null,
    lowestV: min(samples, (s) => s.batteryVoltageV ?? undefined) ?? null,
    seconds: samples.length > 0 ? samples[samples.length - 1].seconds : 0
  };
}

/** A reading as a measurement that a fit takes, with the parts that were fitted where they were others. */
function measurementOf(
  r: RunReading,
  setup: SetupDocument,
  changes: readonly { path: string }[]
): Measurement {
  const { flutter: _flutter, ...m } = r;
  const touched = (part: string): boolean => changes.some((c) => c.path.startsWith(`${part}.`));
  return {
    ...m,
    source: 'run',
    ...(touched('propulsor') ? { propulsor: setup.propulsor } : {}),
    ...(touched('battery') ? { battery: setup.battery } : {})
  };
}

/** Whether a reading holds anything that a prediction can be held against. */
const isRead = (r: RunReading): boolean =>
  [r.batteryVoltageV, r.batteryCurrentA, r.rpm, r.thrustN].some((value) => value != null);

/** What a run read, ready to be compared and fitted. @param document of the revision that it was made with */
export function observedOf(
  run: Pick<StoredRun, 'readings' | 'details'>,
  document: SetupDocument
): Observed[] {
  const changes = run.details.changes ?? [];
  const setup = changes.length > 0 ? withChanges(document, changes) : document;
  return run.readings.filter(isRead).map((r) => ({
    measurement: measurementOf(r, setup, changes),
    flutter: r.flutter ?? null
  }));
}

/** Entries of a plan's log from the runs that were stages of it, oldest first: of each the hardest reading. */
export function logOf(runs: readonly StoredRun[]): LogEntry[] {
  return runs
    .filter((run) => run.details.stage != null && run.state === 'ended')
    .toSorted((a, b) => a.heldAt.localeCompare(b.heldAt) || a.id - b.id)
    .map(({ readings, details: d }): LogEntry => {
      const hardest = readings.reduce<RunReading | null>(
        (most, r) => (most === null || r.throttle >= most.throttle ? r : most),
        null
      );
      const { flutter: _flutter, ...read } = hardest ?? ({} as RunReading);
      return {
        ...read,
        stage: d.stage as string,
        feel: d.feel ?? null,
        seconds: d.seconds ?? read.seconds ?? null,
        batteryCurrentA:
          d.end?.quantity === 'batteryCurrentA' ? (d.end.value ?? null) : (read.batteryCurrentA ?? null),
        restedCellV: d.restedCellV ?? null,
        chargedAh: d.chargedAh ?? null
      };
    });
}
