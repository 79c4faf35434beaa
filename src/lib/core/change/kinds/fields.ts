import { measurementSchema } from '../../calibration/schema.ts';
import type { SentenceFigure } from './change-kind.ts';

/** What the present setup was read to do: the prediction is calibrated by it first. */
export const anchorField = { anyOf: [measurementSchema, { type: 'null' }] } as const;

/** A count of cells in series. */
export const seriesField = { type: 'integer', minimum: 1, maximum: 60, title: 'cells in series' } as const;

/** A figure that may be left open. */
export const openFigure = <const T extends string>(title: T, minimum: number, maximum: number) =>
  ({ type: ['number', 'null'], minimum, maximum, title }) as const;

/** The name of a kind in a request. */
export const kindField = <const K extends string>(name: K) => ({ const: name }) as const;

/** The next whole number, at least one. */
export const nextWhole = (value: number, up: boolean): number =>
  Math.max(Math.round(value) + (up ? 1 : -1), 1);

/** The figure of the cells in a sentence. */
export const cellsFigure = <C>(value: number, take: (series: number) => C): SentenceFigure<C> => ({
  id: 'change-series',
  label: 'cells',
  quantity: 'count',
  value,
  next: nextWhole,
  set: (series) => take(Math.round(series))
});
