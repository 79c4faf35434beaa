import { lighterPropulsors, pitches } from '../checks/propulsor-candidates.ts';
import { firstGears, otherKv, outputLimits, type Ladder } from '../checks/candidates.ts';
import type { Change } from '../document/change.ts';
import { Bench } from './trials.ts';
import { effortOf } from './effort.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';

/** One way to bring the current back to what it was. */
export interface BackTo {
  /** What is turned: "a smaller propeller", "less pitch". */
  readonly by: string;
  readonly text: string;
  readonly changes: readonly Change[];
  readonly currentA: number;
  readonly thrustN: number;
}

/** Smaller diameters first, of about the same pitch. */
function smallerOnly(s: SetupAnalysis): Ladder {
  const { diameterM } = s.setup.propulsor;
  return lighterPropulsors(s).filter((rung) =>
    rung.changes.some((c) => c.path === 'propulsor.diameterM' && (c.value as number) < 0.999 * diameterM)
  );
}

/** The same diameter with less pitch: propellers as they are sold, screws in steps. */
function lessPitch(s: SetupAnalysis): Ladder {
  if (s.setup.propulsor.kind !== 'propeller') return pitches(s, 'down');
  const { diameterM } = s.setup.propulsor;
  return lighterPropulsors(s).filter((rung) =>
    rung.changes.every(
      (c) => c.path !== 'propulsor.diameterM' || Math.abs((c.value as number) / diameterM - 1) < 1e-3
    )
  );
}

/** The first of a ladder that draws no more than an amount; null where none does. */
function firstBelow(
  bench: Bench,
  by: string,
  ladder: Ladder,
  mostA: number
): (BackTo & { effort: number }) | null {
  for (const rung of ladder) {
    const trial = bench.try([rung]);
    if (!trial) continue;
    const { batteryCurrentA: currentA, thrustN } = trial.situation.worst;
    if (currentA <= mostA)
      return {
        by,
        text: rung.text,
        changes: trial.changes,
        currentA,
        thrustN,
        effort: effortOf(bench, trial)
      };
  }
  return null;
}

/** Room for a rounding of sizes: a size that draws two per cent more than before is back. */
const ABOUT = 1.02;
/** Growth from which the current is worth bringing back. (m) */
const GROWN = 1.08;

/**
 * What brings the current back to what it was before a change, one of each kind: a smaller propulsor, less pitch, a lower KV,
 * a gear, an output limit; what asks least of the user first. Nothing where the current has not grown.
 */
export function waysBack(before: SetupAnalysis, after: SetupAnalysis): BackTo[] {
  const mostA = ABOUT * before.worst.batteryCurrentA;
  if (after.worst.batteryCurrentA <= GROWN * before.worst.batteryCurrentA) return [];
  const word = after.setup.propulsor.kind === 'propeller' ? 'propeller' : 'screw';
  const volts = before.setup.battery.series / after.setup.battery.series;
  const ways: readonly (readonly [string, Ladder])[] = [
    [`a smaller ${word}`, smallerOnly(after)],
    ['less pitch', lessPitch(after)],
    ['a lower KV', otherKv(after, 'lower')],
    ['a gear', firstGears(after)],
    ['an output limit', outputLimits(after, volts < 1 ? [Math.floor(100 * volts) / 100] : [])]
  ];
  const bench = new Bench(after, []);
  return ways
    .flatMap(([by, ladder]) => firstBelow(bench, by, ladder, mostA) ?? [])
    .sort((a, b) => a.effort - b.effort)
    .map(({ effort: _effort, ...way }) => way);
}
