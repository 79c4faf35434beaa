import Papa from 'papaparse';
import type { Chart } from './chart.ts';
import type { UnitChoice } from '../units/quantity.ts';
import { panelsOf } from './chart-view.ts';

/** A chart as CSV text in the user's units, units in the header row; five digits. */
export function chartCsv(chart: Chart, choice: UnitChoice): string {
  const view = panelsOf(chart, choice, []);
  const lines = view.panels.flatMap((p) => p.lines.map((l) => ({ ...l, unit: p.unit })));
  return Papa.unparse({
    fields: [
      view.xTitle,
      ...lines.flatMap((l) => [
        `${l.title} [${l.unit}]`,
        ...(l.bands ? [`${l.title} 10 %`, `${l.title} 90 %`] : [])
      ])
    ],
    data: view.x.map((x, k) =>
      [x, ...lines.flatMap((l) => [l.y[k], ...(l.bands?.[k] ?? [])])].map((v) =>
        Number.isFinite(v) ? v.toPrecision(5) : ''
      )
    )
  });
}
