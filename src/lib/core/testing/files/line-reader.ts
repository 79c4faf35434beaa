import type { UnitContext } from '../../registry/channels.ts';
import type { Sample } from '../record/sample.ts';
import { cellsOf } from './dialect.ts';
import type { Mapping } from './mapping.ts';
import { numberOf } from './number-of.ts';
import { columnReadings, rowReader } from './row-reader.ts';
import { timeOf } from './time-of.ts';

/** Longest line of a meter; what is longer is noise on the wire. */
const LONGEST_LINE = 2000;

/** Lines of a meter as they come: pieces of text in, whole lines out. */
export class Lines {
  #rest = '';

  /** Takes a piece. @returns the lines that are whole now */
  push(text: string): string[] {
    const lines = (this.#rest + text).split(/\r\n|\n|\r(?!$)/);
    this.#rest = (lines.pop() ?? '').slice(-LONGEST_LINE);
    return lines.filter((line) => line.trim() !== '' && line.length <= LONGEST_LINE);
  }
}

/**
 * Reads one line of a meter on a port as a sample. Time is the meter's own where a column tells it, else when the line came.
 * @param arrivedS when the line came, s from any start
 * @returns null for a title, a comment, a line that was cut on the wire, or one whose time goes back
 */
export function lineReader(
  mapping: Mapping,
  context: UnitContext
): (line: string, arrivedS: number) => Sample | null {
  const readings = columnReadings(mapping, context);
  const row = rowReader(mapping, context);
  const time = readings.find((r) => r.role === 'seconds');
  const wanted = readings.at(-1)?.at ?? 0;
  let start = NaN;
  let last = -Infinity;
  return (line, arrivedS) => {
    const cells = cellsOf(line, mapping.delimiter);
    if (cells.length <= wanted) return null;
    const read = row(cells);
    if (!read.ok) return null;
    const told = !time
      ? arrivedS
      : time.isTime
        ? (timeOf(cells[time.at])?.seconds ?? NaN)
        : (numberOf(cells[time.at], mapping.decimal) ?? NaN);
    if (!Number.isFinite(told)) return null;
    if (Number.isNaN(start)) start = told;
    const seconds = (told - start) * (time && !time.isTime ? time.factor : 1);
    if (seconds < last) return null;
    last = seconds;
    return { seconds, ...read.values };
  };
}
