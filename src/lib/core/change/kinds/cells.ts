import { alteredBy } from '../altered.ts';
import type { CellsChange } from '../change-request.ts';
import type { ChangeKind } from './change-kind.ts';

const counted = (series: number): string => `${series} cell${series === 1 ? '' : 's'}`;

/** More or fewer cells in series, of the same make and capacity; everything else stays. */
export const cellsKind: ChangeKind<CellsChange> = {
  sentence: ({ battery }, { series }) =>
    series === battery.series
      ? `${counted(series)} as now`
      : `${counted(series)} instead of ${battery.series}`,
  alter: (before, { series }) =>
    series === before.battery.series
      ? { setup: before, said: [] }
      : alteredBy(before, [{ path: 'battery.series', value: series }]),
  keeps: ['battery.series']
};
