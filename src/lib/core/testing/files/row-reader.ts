import {
  type RecordedChannel,
  channel,
  addsUp,
  toSi,
  type ChannelName,
  type UnitContext
} from '../../registry/channels.ts';
import type { IssueCode, ValuesOf } from '../../text/issues.ts';
import type { Mapping } from './mapping.ts';
import { numberOf } from './number-of.ts';

/** A column that is read: where it stands, and how its figures become SI: (figure − from) × factor. */
export interface ColumnReading {
  readonly at: number;
  readonly role: ChannelName;
  readonly title: string;
  readonly factor: number;
  readonly from: number;
  /** Whether it is a time of day or a date. */
  readonly isTime: boolean;
}

/** The columns of a mapping that are read. */
export const columnReadings = (mapping: Pick<Mapping, 'columns'>, context: UnitContext): ColumnReading[] =>
  mapping.columns.flatMap(({ role, unit, title }, at): ColumnReading[] =>
    role === null
      ? []
      : [{ at, role, title, ...toSi(role, unit, context), isTime: role === 'seconds' && unit === 'time' }]
  );

type Fault = {
  readonly [C in 'no-number' | 'beyond']: {
    readonly ok: false;
    readonly column: string;
    readonly code: C;
    readonly values: ValuesOf<C>;
  };
}['no-number' | 'beyond'] & { readonly code: IssueCode };

/** What a row of cells reads, without its time; or the first cell that cannot be read. */
type RowRead = { readonly ok: true; readonly values: Partial<Record<RecordedChannel, number>> } | Fault;
export type RowReader = (cells: readonly string[]) => RowRead;

/** Pulses below their least and throttles a little above their most are no damage. */
const THROTTLE_OVER = 0.3;

/** Reads rows of a table by its mapping: every figure in SI, watts in the place of amps or volts that were not read. */
export function rowReader(mapping: Pick<Mapping, 'columns' | 'decimal'>, context: UnitContext): RowReader {
  const readings = columnReadings(mapping, context).filter((r) => r.role !== 'seconds');
  const cellColumns = readings.filter((r) => r.role === 'cellVoltageV').length;
  return (cells) => {
    const values: Partial<Record<ChannelName, number>> = {};
    for (const { at, role, title, factor, from } of readings) {
      const cell = cells[at];
      const figure = numberOf(cell, mapping.decimal);
      if (figure === null) continue;
      if (Number.isNaN(figure)) return { ok: false, column: title, code: 'no-number', values: { cell } };
      const value = (figure - from) * factor;
      if (role === 'throttle' && value > -THROTTLE_OVER && value < 1 + THROTTLE_OVER) {
        values.throttle = Math.min(Math.max(value, 0), 1);
        continue;
      }
      const [low, high] = channel(role).bounds;
      if (!(value >= low && value <= high))
        return {
          ok: false,
          column: title,
          code: 'beyond',
          values: { what: channel(role).title, cell: cell.trim() }
        };
      values[role] = addsUp(role) ? (values[role] ?? 0) + value : value;
    }
    const { electricalPowerW: watts, cellVoltageV: summedV, escCurrentA: summedA, ...read } = values;
    // all cells add up to the pack; of some of them it is as many times their mean as it has cells
    if (summedV !== undefined && read.batteryVoltageV === undefined)
      read.batteryVoltageV =
        cellColumns >= context.series ? summedV : (summedV / cellColumns) * context.series;
    if (summedA !== undefined && read.batteryCurrentA === undefined) read.batteryCurrentA = summedA;
    const { batteryVoltageV: volts, batteryCurrentA: amps } = read;
    if (watts !== undefined && amps === undefined && volts) read.batteryCurrentA = watts / volts;
    if (watts !== undefined && volts === undefined && amps) read.batteryVoltageV = watts / amps;
    return { ok: true, values: read as Partial<Record<RecordedChannel, number>> };
  };
}
