import type { RunReading } from '../../document/run-schema.ts';
import { targetsOf } from '../../brief/targets.ts';
import { withChanges } from '../../document/change.ts';
import type { Propulsor, SetupDocument } from '../../document/schema.ts';
import type { StoredRun } from '../../document/stored.ts';
import { shopWords } from '../../alternatives/shop-words.ts';
import { analysisOf } from '../../analysis/setup-analysis.ts';
import { show } from '../../units/show.ts';
import { GRAVITY_MS2 } from '../../units/constants.ts';
import { mostCurrentA } from '../plan/limits.ts';

/** One throttle of a run in a series. SI; null where it was not read. */
export interface SeriesPoint {
  readonly throttle: number;
  readonly volts: number | null;
  readonly amps: number | null;
  readonly watts: number | null;
  readonly thrustN: number | null;
  readonly rpm: number | null;
  readonly motorC: number | null;
  /** Thrust per watt, N/W. */
  readonly perWatt: number | null;
  /** What the propulsor would advance without slip, m/s. */
  readonly pitchSpeedMs: number | null;
}

/** One run of a series: its propulsor, what it read at each throttle, and whether its amps are allowed. */
export interface SeriesRow {
  readonly runId: number;
  readonly propulsor: Propulsor;
  readonly words: string;
  readonly points: readonly SeriesPoint[];
  /** The hardest throttle. */
  readonly full: SeriesPoint;
  /** The lowest of what the parts' labels allow, A; null where none says. */
  readonly mostA: number | null;
  readonly over: boolean;
  /** Whether it gives the thrust that the brief asks; null where nothing is asked or nothing was read. */
  readonly enough: boolean | null;
}

/** Several runs of one motor side by side, in the order of their thrust, and which is the best for the brief. */
export interface Series {
  readonly rows: readonly SeriesRow[];
  readonly best: { readonly runId: number; readonly why: string } | null;
  /** Thrust that the brief asks of the craft, N; null where it asks none. */
  readonly wantedN: number | null;
}

const SECONDS_IN_MINUTE = 60;

function pointOf(r: RunReading, propulsor: Propulsor): SeriesPoint {
  const { batteryVoltageV: volts = null, batteryCurrentA: amps = null, thrustN = null, rpm = null } = r;
  const watts = volts !== null && amps !== null ? volts * amps : null;
  return {
    throttle: r.throttle,
    volts,
    amps,
    watts,
    thrustN,
    rpm,
    motorC: r.motorC ?? null,
    perWatt: thrustN !== null && watts ? thrustN / watts : null,
    pitchSpeedMs:
      rpm !== null && propulsor.pitchM != null ? (rpm / SECONDS_IN_MINUTE) * propulsor.pitchM : null
  };
}

/** Thrust that the brief asks of the whole craft, N. */
function wantedOf(setup: SetupDocument, schools: Readonly<Record<string, string>>): number | null {
  const target = targetsOf(setup, schools).find((t) => t.id === 'thrust');
  if (!target) return null;
  return setup.craft.kind === 'multirotor' ? target.low * (setup.count ?? 1) : target.low;
}

/**
 * A series as its table shows it. The best for the brief: of those whose amps are allowed and whose thrust is enough, for
 * speed the highest pitch speed, else the most thrust per watt; where none is enough, the one that comes nearest; on the
 * water, where no thrust is read, the highest speed per watt.
 * @param documents of each run, as it was made
 */
export function seriesOf(
  setup: SetupDocument,
  schools: Readonly<Record<string, string>>,
  runs: readonly StoredRun[],
  documents: readonly SetupDocument[]
): Series {
  const wantedN = wantedOf(setup, schools);
  const rows = runs
    .flatMap((run, k): SeriesRow[] => {
      const made = withChanges(documents[k], run.details.changes ?? []);
      const points = run.readings
        .map((r) => pointOf(r, made.propulsor))
        .toSorted((a, b) => a.throttle - b.throttle);
      const full = points[points.length - 1];
      if (!full) return [];
      const mostA = mostCurrentA(analysisOf(made, { schools }));
      const peak = Math.max(run.details.peakA ?? 0, full.amps ?? 0);
      return [
        {
          runId: run.id,
          propulsor: made.propulsor,
          words: shopWords('propulsor', made),
          points,
          full,
          mostA,
          over: mostA !== null && peak > mostA,
          enough: wantedN === null || full.thrustN === null ? null : full.thrustN >= wantedN
        }
      ];
    })
    .toSorted((a, b) => (b.full.thrustN ?? b.full.watts ?? 0) - (a.full.thrustN ?? a.full.watts ?? 0));
  return { rows, best: bestOf(setup, rows, wantedN), wantedN };
}

const grams = (newton: number): string => `${show((1000 * newton) / GRAVITY_MS2)} g`;

function bestOf(setup: SetupDocument, rows: readonly SeriesRow[], wantedN: number | null): Series['best'] {
  const allowed = rows.filter((r) => !r.over);
  if (allowed.length === 0) return null;
  const most = (of: readonly SeriesRow[], value: (r: SeriesRow) => number | null): SeriesRow | null =>
    of.reduce<SeriesRow | null>(
      (best, r) =>
        value(r) !== null && (best === null || (value(r) as number) > (value(best) as number)) ? r : best,
      null
    );
  const said = (row: SeriesRow | null, why: string): Series['best'] => row && { runId: row.runId, why };
  const enough = allowed.filter((r) => r.enough);
  if (wantedN !== null && enough.length === 0) {
    const nearest = most(allowed, (r) => r.full.thrustN);
    if (nearest)
      return said(nearest, `none gives the ${grams(wantedN)} that are wanted; this one comes nearest`);
  }
  const of = enough.length > 0 ? enough : allowed;
  const given = wantedN === null ? '' : `gives the ${grams(wantedN)} that are wanted, and `;
  if (setup.craft.purpose === 'speed') {
    const fastest = most(of, (r) => r.full.pitchSpeedMs);
    if (fastest) return said(fastest, `${given}has the highest pitch speed`);
  }
  const sparing = most(of, (r) => r.full.perWatt);
  if (sparing) return said(sparing, `${given}has the most thrust per watt`);
  const quickest = most(of, (r) => (r.full.watts && r.full.rpm ? r.full.pitchSpeedMs : null));
  return said(quickest, 'has the highest pitch speed of those whose amps are allowed');
}
