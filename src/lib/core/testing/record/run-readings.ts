import type { RunDetails, RunReading } from '../../document/run-schema.ts';
import { max } from 'd3-array';
import type { Measurement } from '../../calibration/schema.ts';
import type { StoredRun } from '../../document/stored.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { withChanges } from '../../document/change.ts';
import { altitudeOfPressureM } from '../../fluids/air.ts';
import type { Observed } from '../compare/causes.ts';
import type { LogEntry } from '../plan/log-entry.ts';
import { measurementsOf } from './measured.ts';
import type { Sample } from './sample.ts';
import { SteadyFinder } from './steady.ts';

/** What is kept of a recorded run in short: its steady readings and its peaks. */
interface RunSummary {
  readonly readings: RunReading[];
  readonly peakA: number | null;
  readonly lowestV: number | null;
  readonly seconds: number;
}

/** A measurement as a reading of a run. */
const readingOf = ({ measurement: m, flutter, speedSteady = null }: Observed): RunReading => ({
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
  flutter,
  speedSteady
});

/** Most readings that are kept of a recorded run: the longest stretches, in their order. */
const MOST_READINGS = 24;
/** Where no throttle was read, stretches whose amps are this near the highest count as held at the throttle that was told. */
const NEAR_HIGHEST = 0.9;

/** A recorded run in short, while it is read piece by piece. */
export class RunDigest {
  readonly #startCharge: number | null;
  readonly #capacityAh: number | null;
  readonly #heldThrottle: number;
  readonly #finder = new SteadyFinder();
  #peakA: number | null = null;
  #lowestV: number | null = null;
  #seconds = 0;

  /**
   * @param startCharge 0..1; null where it is not known
   * @param capacityAh of the pack
   * @param heldThrottle what the highest amps were drawn at, where no throttle was read
   */
  constructor(startCharge: number | null, capacityAh: number | null, heldThrottle = 1) {
    this.#startCharge = startCharge;
    this.#capacityAh = capacityAh;
    this.#heldThrottle = heldThrottle;
  }

  push(samples: readonly Sample[]): void {
    for (const s of samples) {
      this.#finder.push(s);
      const { batteryCurrentA: amps, batteryVoltageV: volts } = s;
      if (amps != null && !(this.#peakA !== null && this.#peakA >= amps)) this.#peakA = amps;
      if (volts != null && !(this.#lowestV !== null && this.#lowestV <= volts)) this.#lowestV = volts;
      this.#seconds = s.seconds;
    }
  }

  summary(): RunSummary {
    const found = this.#finder.end();
    const highest = max(found, (s) => s.means.batteryCurrentA) ?? 0;
    const known = found.filter(
      ({ means: { throttle, batteryCurrentA } }) =>
        throttle !== undefined || (batteryCurrentA ?? 0) >= NEAR_HIGHEST * highest
    );
    const longest = known
      .toSorted((a, b) => b.toS - b.fromS - (a.toS - a.fromS))
      .slice(0, MOST_READINGS)
      .toSorted((a, b) => a.fromS - b.fromS)
      .map((s) =>
        s.means.throttle === undefined ? { ...s, means: { ...s.means, throttle: this.#heldThrottle } } : s
      );
    return {
      readings: measurementsOf(longest, this.#startCharge, this.#capacityAh).map(readingOf),
      peakA: this.#peakA,
      lowestV: this.#lowestV,
      seconds: this.#seconds
    };
  }
}

/** A reading as a measurement that a fit takes, with the parts that were fitted where they were others. */
function measurementOf(
  r: RunReading,
  setup: SetupDocument,
  changes: readonly { path: string }[],
  environment: SetupDocument['environment'] | null
): Measurement {
  const { flutter: _flutter, speedSteady: _steady, ...m } = r;
  const touched = (part: string): boolean => changes.some((c) => c.path.startsWith(`${part}.`));
  return {
    ...m,
    source: 'run',
    ...(touched('propulsor') ? { propulsor: setup.propulsor } : {}),
    ...(touched('battery') ? { battery: setup.battery } : {}),
    ...(environment ? { environment } : {})
  };
}

/** Whether a reading holds anything that a prediction can be held against. */
const isRead = (r: RunReading): boolean =>
  [r.batteryVoltageV, r.batteryCurrentA, r.rpm, r.thrustN].some((value) => value != null);

/** Air as it was noted of a run, in the place of the setup's own; null where nothing was noted. */
export function weatherOf(
  { airTemperatureC, airPressurePa }: RunDetails,
  document: SetupDocument
): NonNullable<SetupDocument['environment']> | null {
  if (airTemperatureC == null && airPressurePa == null) return null;
  return {
    ...document.environment,
    ...(airTemperatureC == null ? {} : { airTemperatureC }),
    ...(airPressurePa == null ? {} : { altitudeM: altitudeOfPressureM(airPressurePa) })
  };
}

/** What a run read, ready to be compared and fitted. @param document of the revision that it was made with */
export function observedOf(
  run: Pick<StoredRun, 'readings' | 'details'>,
  document: SetupDocument
): Observed[] {
  const changes = run.details.changes ?? [];
  const setup = changes.length > 0 ? withChanges(document, changes) : document;
  const weather = weatherOf(run.details, document);
  return run.readings.filter(isRead).map((r) => ({
    measurement: measurementOf(r, setup, changes, weather),
    flutter: r.flutter ?? null,
    speedSteady: r.speedSteady ?? null
  }));
}

/** The highest amps of a run: of all its samples where it was recorded, else of its readings; null where none were read. */
export const highestAmps = ({ details, readings }: Pick<StoredRun, 'details' | 'readings'>): number | null =>
  details.peakA ?? max(readings, (r) => r.batteryCurrentA ?? undefined) ?? null;

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
      const { flutter: _flutter, speedSteady: _steady, ...read } = hardest ?? ({} as RunReading);
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
