import { screwDiametersM } from '../../standard-sizes/screws.ts';
import type { Change } from '../../document/change.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { Bench } from '../../alternatives/trials.ts';
import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';

/** A setup that loads the powertrain less than the one that is tested, and what makes it. */
export interface Gentler {
  readonly title: string;
  readonly s: SetupAnalysis;
  readonly changes: readonly Change[];
  /** Throttle that it is run at; full where it is left out. */
  readonly throttle?: number;
}

/**
 * Cell counts that there are packs for, below the wanted one: those of the shelf, and that of the setup before. Nobody has a
 * pack of eight cells because a step of eight would be gentle.
 * @param owned cell counts of the owned packs, `cellsOwned`; null where nobody said
 */
function cellSteps(from: number, to: number, owned: readonly number[] | null): number[] {
  if (to <= from) return [];
  const there = new Set([from, ...(owned ?? [])]);
  const below = [...there].filter((n) => n >= from && n < to).sort((a, b) => a - b);
  // at the most three on the way: the first, the last and one between
  return below.length <= MOST_CELL_STEPS
    ? below
    : [below[0], below[Math.floor(below.length / 2)], below[below.length - 1]];
}
const MOST_CELL_STEPS = 3;

/** Throttles at which a boat is run first where neither fewer cells nor a smaller screw can be fitted. Common practice, no source. */
const GENTLE_THROTTLES = [0.5, 0.75] as const;

/** Screws from three quarters of the wanted one up; none where it was measured by itself. */
function smallerScrews(s: SetupAnalysis): { title: string; changes: Change[] }[] {
  const p = s.setup.propulsor;
  if (s.kind !== 'boat' || p.kind === 'propeller' || p.kind === 'ducted-fan' || p.coefficients) return [];
  return screwDiametersM(p.diameterM, 0.76, 0.88, 2).map((diameterM) => ({
    title: `${Math.round(1000 * diameterM)} mm screw`,
    changes: [
      { path: 'propulsor.diameterM', value: diameterM },
      {
        path: 'propulsor.pitchM',
        value: Number(((s.powertrain.pitchM / p.diameterM) * diameterM).toFixed(4))
      }
    ]
  }));
}

/**
 * What is fitted before the setup itself, the lightest load first: the smallest screw on fewer cells, then on all, then larger
 * ones; a boat that has none of these is run at part throttle first.
 * @param owned cell counts of the owned packs; null where nobody said
 */
export function gentler(
  before: SetupDocument | null,
  s: SetupAnalysis,
  owned: readonly number[] | null = null
): Gentler[] {
  const { battery } = s.setup;
  const cells = cellSteps(before?.battery.series ?? battery.series, battery.series, owned);
  const screws = smallerScrews(s);
  const smallest = screws[0]?.changes ?? [];
  const bench = new Bench(s, []);
  // a step that no document could hold is left out
  const step = (title: string, changes: readonly Change[]): Gentler[] => {
    const trial = bench.try([{ text: title, changes }]);
    return trial ? [{ title, s: trial.asLookedAt, changes }] : [];
  };
  const steps = [
    ...cells.flatMap((series) =>
      step(`${series} cells${screws.length > 0 ? `, ${screws[0].title}` : ''}`, [
        { path: 'battery.series', value: series },
        ...smallest
      ])
    ),
    ...screws.flatMap(({ title, changes }) => step(title, changes))
  ];
  return steps.length > 0 || s.kind !== 'boat'
    ? steps
    : GENTLE_THROTTLES.map((throttle) => ({
        title: `${Math.round(100 * throttle)} % throttle`,
        s,
        changes: [],
        throttle
      }));
}
