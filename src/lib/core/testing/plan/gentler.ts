import { screwDiametersM } from '../../catalogue/screws.ts';
import type { Change } from '../../document/change.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { Bench } from '../../remedy/bench.ts';
import type { Situation } from '../../situation/situation.ts';

/** A setup that loads the train less than the one that is tested, and what makes it. */
export interface Gentler {
  readonly title: string;
  readonly s: Situation;
  readonly changes: readonly Change[];
}

/** Cell counts from the present to the wanted one: two steps at a time where there are many between. */
function cellSteps(from: number, to: number): number[] {
  if (to <= from) return [];
  const step = Math.max(Math.ceil((to - from) / 3), 1);
  const between = [];
  for (let n = from + step; n < to; n += step) between.push(n);
  return between;
}

/** Screws from three quarters of the wanted one up; none where it was measured by itself. */
function smallerScrews(s: Situation): { title: string; changes: Change[] }[] {
  const p = s.setup.propulsor;
  if (s.kind !== 'boat' || p.kind === 'propeller' || p.kind === 'ducted-fan' || p.coefficients) return [];
  return screwDiametersM(p.diameterM, 0.76, 0.88, 2).map((diameterM) => ({
    title: `${Math.round(1000 * diameterM)} mm screw`,
    changes: [
      { path: 'propulsor.diameterM', value: diameterM },
      { path: 'propulsor.pitchM', value: Number(((s.train.pitchM / p.diameterM) * diameterM).toFixed(4)) }
    ]
  }));
}

/** What is fitted before the setup itself, the lightest load first: the smallest screw on fewer cells, then on all, then larger ones. */
export function gentler(before: SetupDocument | null, s: Situation): Gentler[] {
  const { battery } = s.setup;
  const cells = cellSteps(before?.battery.series ?? battery.series, battery.series);
  const screws = smallerScrews(s);
  const smallest = screws[0]?.changes ?? [];
  const bench = new Bench(s, []);
  // a step that no document could hold is left out
  const step = (title: string, changes: readonly Change[]): Gentler[] => {
    const trial = bench.try([{ text: title, changes }]);
    return trial ? [{ title, s: trial.asLookedAt, changes }] : [];
  };
  return [
    ...cells.flatMap((series) =>
      step(`${series} cells${screws.length > 0 ? `, ${screws[0].title}` : ''}`, [
        { path: 'battery.series', value: series },
        ...smallest
      ])
    ),
    ...screws.flatMap(({ title, changes }) => step(title, changes))
  ];
}
