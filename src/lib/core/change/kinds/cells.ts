import type { FromSchema } from 'json-schema-to-ts';
import { alteredBy } from '../apply-change.ts';
import { moreCells } from '../judge-claims.ts';
import type { ChangeForm, ChangeKind } from './change-kind.ts';
import { anchorField, cellsFigure, kindField, seriesField } from './fields.ts';

const schema = {
  title: 'more or fewer cells',
  type: 'object',
  required: ['kind', 'series'],
  properties: { kind: kindField('cells'), series: seriesField, anchor: anchorField }
} as const;
type CellsChange = FromSchema<typeof schema>;

const counted = (series: number): string => `${series} cell${series === 1 ? '' : 's'}`;

/** More or fewer cells in series, of the same make and capacity; everything else stays. */
export const cellsKind = {
  schema,
  sentence: ({ battery }, { series }) =>
    series === battery.series
      ? `${counted(series)} as now`
      : `${counted(series)} instead of ${battery.series}`,
  alter: (before, { series }) =>
    series === before.battery.series
      ? { setup: before, said: [] }
      : alteredBy(before, [{ path: 'battery.series', value: series }]),
  keeps: ['battery.series'],
  reports: ['cell-curve', 'ways-back', 'cells-place'],
  claims: [moreCells]
} as const satisfies ChangeKind<CellsChange>;

export const cellsForm: ChangeForm<CellsChange> = {
  words: () => 'more or fewer cells',
  first: ({ battery }) => ({ kind: 'cells', series: Math.min(battery.series + 1, 60) }),
  pieces: (change, from) => [
    { figure: cellsFigure(change.series, (series) => ({ ...change, series })) },
    { words: `cells instead of ${from.battery.series}` }
  ]
};
