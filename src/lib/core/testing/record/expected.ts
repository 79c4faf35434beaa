import type { SetupDocument } from '../../document/schema.ts';
import { withChanges } from '../../document/change.ts';
import { analysisOf } from '../../analysis/setup-analysis.ts';
import type { Band } from '../../powertrain/bands.ts';
import { airOf, fullThrottle, heatRun } from '../../powertrain/heat-run.ts';
import type { Stage } from '../plan/stage.ts';
import { warmBand } from '../plan/watch-at.ts';
import type { RibbonChannel } from '../../registry/channels.ts';
import type { Sample } from './sample.ts';

/** What is expected at each throttle, and of the motor's warmth with time, 10 to 90 %. */
export interface Expected {
  /** Throttles of the bands, 0..1 rising. */
  readonly throttle: readonly number[];
  readonly bands: Readonly<Record<Exclude<RibbonChannel, 'motorC'>, readonly Band[]>>;
  /** Warmth of the motor's case at the stage's throttle; null where its mass is not known. */
  readonly heat: { readonly seconds: readonly number[]; readonly bands: readonly Band[] } | null;
}

const THROTTLES = [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1] as const;
/** The motor's warmth is followed for so much longer than the stage. */
const BEYOND = 1.5;
const LEAST_S = 30;

const joined = (a: Band, b: Band): Band => [Math.min(a[0], b[0]), Math.max(a[1], b[1])];

/**
 * What a run of a stage is expected to show: bands at each throttle from a full pack, standing; of a boat from standing to
 * under way, as it gathers way. The motor's case from the air's temperature on.
 */
export function expectedOf(
  document: SetupDocument,
  schools: Readonly<Record<string, string>>,
  stage: Pick<Stage, 'changes' | 'throttle' | 'seconds'>
): Expected {
  const setup = stage.changes.length > 0 ? withChanges(document, stage.changes) : document;
  const s = analysisOf(setup, { bands: true, schools });
  const { series } = s.setup.battery;
  const speeds = s.boat ? [0, s.boat.topSpeedMs] : [0];
  const points = speeds.flatMap((speedMs) =>
    THROTTLES.map((throttle) => ({ throttle, speedMs, stateOfCharge: 1 }))
  );
  const solved = s.at(points);
  const over = (of: (p: (typeof solved)[number]) => Band): Band[] =>
    THROTTLES.map((_, k) =>
      speeds.map((_s, at) => of(solved[at * THROTTLES.length + k])).reduce((a, b) => joined(a, b))
    );
  const mass = s.motorMassKg;
  const airC = airOf(s.model);
  const seconds = Math.max(BEYOND * stage.seconds, LEAST_S);
  const heat =
    mass === null
      ? null
      : heatRun(s.model, s.powertrain, mass, s.supply, [
          { ...fullThrottle(seconds, s.boat?.topSpeedMs ?? 0), throttle: stage.throttle }
        ]);
  return {
    throttle: THROTTLES,
    bands: {
      batteryCurrentA: over((p) => p.band?.batteryCurrentA ?? [p.batteryCurrentA, p.batteryCurrentA]),
      cellVoltageV: over((p) => {
        const [low, high] = p.band?.batteryVoltageV ?? [p.batteryVoltageV, p.batteryVoltageV];
        return [low / series, high / series];
      }),
      rpm: over((p) => p.band?.rpm ?? [p.rpm, p.rpm])
    },
    heat: heat && {
      seconds: heat.steps.map((step) => step.seconds),
      bands: heat.steps.map((step) => warmBand(step.caseC, airC))
    }
  };
}

/** A band between two of a rising list; the end's beyond it. */
function between(at: readonly number[], bands: readonly Band[], x: number): Band {
  const next = at.findIndex((v) => v >= x);
  if (next <= 0) return next === 0 ? bands[0] : bands[bands.length - 1];
  const share = (x - at[next - 1]) / (at[next] - at[next - 1]);
  const [a, b] = [bands[next - 1], bands[next]];
  return [a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])];
}

/** What is expected of a figure at a moment of a run; null where nothing is. */
export function expectedAt(e: Expected, ribbon: RibbonChannel, sample: Sample): Band | null {
  if (ribbon === 'motorC') return e.heat && between(e.heat.seconds, e.heat.bands, sample.seconds);
  return sample.throttle == null ? null : between(e.throttle, e.bands[ribbon], sample.throttle);
}
