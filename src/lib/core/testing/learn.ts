import { NINETIETH } from '../numeric/ninetieth.ts';
import { measurementsOfTable } from '../calibration/fit-makers-table.ts';
import { calibrate } from '../calibration/calibrate.ts';
import type { SetupDocument } from '../document/schema.ts';
import type { MakersRow } from '../document/makers-row.ts';
import type { StoredRun } from '../document/stored.ts';
import { validateSetup } from '../document/validate.ts';
import { FACTOR_TITLES } from '../powertrain/sensitivity.ts';
import { FITTED_FACTORS, type FactorName } from '../model/tolerance.ts';
import { interpretSetup } from '../model/interpret.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import { observedOf } from './record/run-readings.ts';
import { learnDrag } from './speed/learn-drag.ts';
import { withDrag } from './speed/with-drag.ts';

/** One unknown before and after a fit: its factor on the label's figure, and how surely it is known. */
interface LearntFactor {
  readonly id: FactorName;
  readonly title: string;
  readonly factor: number;
  /** Half of the 10 to 90 % band, relative. */
  readonly within: { readonly before: number; readonly after: number };
  readonly unresolved: boolean;
}

/** What runs teach of a setup: the calibrated document, and what changed by it. */
export interface RunsLearnt {
  readonly setup: SetupDocument;
  readonly factors: readonly LearntFactor[];
  /** Amps at full throttle, standing, from a full pack, with their band. */
  readonly current: { readonly before: ReadWithBand; readonly after: ReadWithBand };
  /** What steady speeds tell of the craft's drag, and its top speed by it; null where none was read. */
  readonly drag: LearntSpeed | null;
  readonly readings: number;
  readonly notes: readonly string[];
  /** The reading that would tell what could not be told. */
  readonly further: string | null;
}
/** A craft's drag as speeds tell it: its factor on the estimate, and the top speed before and after, m/s. */
interface LearntSpeed {
  readonly factor: number;
  readonly within: { readonly before: number; readonly after: number };
  readonly topSpeed: { readonly before: ReadWithBand; readonly after: ReadWithBand } | null;
}
export interface ReadWithBand {
  readonly value: number;
  readonly band: Band;
}

/** Rows of a maker's table that count, at most: a fit names no more than so many propellers. */
const MOST_PRINTED = 20;

/** What a further reading would separate, by what is still mixed up. Common sense of the circuit. */
function furtherFor(unresolved: readonly string[]): string | null {
  const has = (...names: FactorName[]): boolean => names.every((n) => unresolved.includes(n));
  if (has('thrust')) return 'a reading of the thrust would tell the blades’ thrust';
  if (has('kv', 'power') || has('kv', 'motorResistance'))
    return 'rpm beside the amps would part KV from the propulsor; so would a run with another propeller';
  if (has('noLoadCurrent')) return 'a run without the propulsor would tell the no-load current';
  if (has('motorResistance'))
    return 'a run at half throttle beside one at full would tell the resistance under load';
  if (has('inductance')) return 'a run at half throttle would tell what part throttle costs beyond the sums';
  if (has('batteryResistance')) return 'the resting volts before a run would tell the pack’s resistance';
  return null;
}

const fullThrottleA = (setup: SetupDocument): ReadWithBand => {
  const [p] = analysisOf(setup, { bands: true }).at([{ throttle: 1, speedMs: 0, stateOfCharge: 1 }]);
  return {
    value: p.batteryCurrentA,
    band: p.band?.batteryCurrentA ?? [p.batteryCurrentA, p.batteryCurrentA]
  };
};

/** Top speed from a full pack; null for a craft that has none. */
function topSpeedOf(setup: SetupDocument): ReadWithBand | null {
  const s = analysisOf(setup, { bands: true });
  const answer = s.boat ?? s.level;
  const value = answer?.topSpeedMs;
  return value == null ? null : { value, band: answer?.band?.topSpeedMs ?? [value, value] };
}

/**
 * Fits a setup to runs, each with the parts it was made with. Null where none of them read anything, or the document is no
 * longer sound. An earlier calibration is replaced: the runs that are chosen are the ones that count.
 * @param documents of each run, as it was made
 * @param table rows of the motor's maker that count beside the runs; a printed row counts for less than a reading
 */
export function learnFromRuns(
  setup: SetupDocument,
  runs: readonly StoredRun[],
  documents: readonly SetupDocument[],
  table: readonly MakersRow[] = []
): RunsLearnt | null {
  const checked = validateSetup(setup);
  if (!checked.ok) return null;
  const observed = runs.flatMap((run, k) =>
    observedOf(run, documents[k]).map((o) => ({
      ...o,
      measurement: {
        ...o.measurement,
        propulsor: o.measurement.propulsor ?? documents[k].propulsor,
        battery: o.measurement.battery ?? documents[k].battery
      }
    }))
  );
  const measurements = [
    ...observed.map((o) => o.measurement),
    ...measurementsOfTable(table).slice(0, MOST_PRINTED)
  ];
  if (measurements.length === 0) return null;
  const { calibration: _earlier, ...bare } = checked.value;
  const fit = calibrate({ setup: checked.value, measurements });
  const before = interpretSetup(bare as SetupDocument).relativeSd;
  const speeds = observed.filter((o) => o.speedSteady !== false).map((o) => o.measurement);
  const moved = learnDrag(withDrag(fit.setup, null), speeds);
  const drag = moved?.drag ?? null;
  const learnt = moved?.setup ?? fit.setup;
  const [topBefore, topAfter] = drag ? [topSpeedOf(setup), topSpeedOf(learnt)] : [null, null];
  const { factors, relativeSd } = learnt.calibration as {
    factors: Record<FactorName, number>;
    relativeSd: Record<FactorName, number>;
  };
  return {
    setup: learnt,
    drag: drag && {
      factor: drag.factor,
      within: { before: NINETIETH * drag.priorSd, after: NINETIETH * drag.relativeSd },
      topSpeed: topBefore && topAfter && { before: topBefore, after: topAfter }
    },
    factors: FITTED_FACTORS.map((id) => ({
      id,
      title: FACTOR_TITLES[id],
      factor: factors[id] ?? 1,
      within: { before: NINETIETH * before[id], after: NINETIETH * (relativeSd[id] ?? before[id]) },
      unresolved: fit.unresolved.includes(id)
    })),
    current: { before: fullThrottleA(setup), after: fullThrottleA(learnt) },
    readings: fit.residuals.length,
    notes: fit.notes,
    further: furtherFor(fit.unresolved)
  };
}
