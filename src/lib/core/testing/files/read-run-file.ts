import {
  RECORDED_CHANNELS,
  type RecordedChannel,
  TELLING_CHANNELS,
  type UnitContext
} from '../../registry/channels.ts';
import type { IssueCode, ValuesOf } from '../../text/issues.ts';
import { rowError, type RowError } from '../../text/row-error.ts';
import { MOST_IN_BLOCK } from '../record/block.ts';
import { type Samples } from '../record/sample.ts';
import { rowCellsOf } from './dialect.ts';
import type { Mapping } from './mapping.ts';
import { numberOf } from './number-of.ts';
import { columnReadings, rowReader, type ColumnReading, type RowReader } from './row-reader.ts';
import { timeOf } from './time-of.ts';

/** Faults that are told one by one; the rest are counted. */
const MOST_TOLD = 50;
/** Most characters of a line, and most rows of a file. */
const LONGEST_LINE = 20_000;
const MOST_ROWS = 5_000_000;
const DAY_S = 86_400;
/** Moments are told to the millisecond. */
const rounded = (seconds: number): number => Number(seconds.toFixed(3));
/** Counts of seconds above this began in 1970. */
const SINCE_1970_S = 1e9;
const MOST_SINCE_1970_S = 1e11;

/** What was read of a file so far. */
export interface RunFileState {
  readonly rows: number;
  readonly lines: number;
  /** Faults in all, and the first of them by line. A row with one is left out. */
  readonly faults: number;
  readonly errors: readonly RowError[];
  readonly seconds: number;
  /** When its first row was, ISO 8601, where the file tells a date. */
  readonly heldAt: string | null;
  /** Channels that were read at least once. */
  readonly channels: readonly RecordedChannel[];
  /** Rows as they are written, spread over the file, with those of the greatest figures; only of a file that was read to its end. */
  readonly sample: readonly (readonly string[])[];
}

/** Rows that are kept to look at, twice as many while they are gathered; and letters of a cell of them. */
const SAMPLED = 240;
const SAMPLED_CELL = 40;

/**
 * Reads a table of a meter piece by piece, as a run's samples in SI: no more than a block of rows and the rest of a line is
 * ever held. A row that cannot be read is told by its line and left out; a file that cannot be one ends at once.
 */
export class RunFileReader {
  readonly #mapping: Mapping;
  readonly #row: RowReader;
  readonly #time: (ColumnReading & { readonly isTime: boolean }) | null;
  /** Place of the last column that is read. */
  readonly #wanted: number;
  readonly #emit: (samples: Samples) => void;
  #rest = '';
  #line = 0;
  #rows = 0;
  #faults = 0;
  readonly #errors: RowError[] = [];
  #start = NaN;
  #lastS = -Infinity;
  #dayS = 0;
  #heldAt: string | null = null;
  #stopped = false;
  #count = 0;
  #seconds = new Float64Array(MOST_IN_BLOCK);
  readonly #columns: Partial<Record<RecordedChannel, Float64Array>> = {};
  readonly #met = new Set<RecordedChannel>();
  /** Every so many rows one is kept to look at; half of them are let go when there are too many. */
  #sample: string[][] = [];
  #every = 1;
  readonly #greatest = new Map<RecordedChannel, { value: number; cells: string[] }>();
  #ended = false;

  /** @param emit is given blocks of samples as they are full */
  constructor(mapping: Mapping, context: UnitContext, emit: (samples: Samples) => void) {
    this.#mapping = mapping;
    this.#emit = emit;
    const readings = columnReadings(mapping, context);
    this.#row = rowReader(mapping, context);
    this.#time = readings.find((r) => r.role === 'seconds') ?? null;
    this.#wanted = readings.at(-1)?.at ?? 0;
  }

  get state(): RunFileState {
    return {
      rows: this.#rows,
      lines: this.#line,
      faults: this.#faults,
      errors: this.#errors,
      seconds: this.#lastS > 0 ? this.#lastS : 0,
      heldAt: this.#heldAt,
      channels: RECORDED_CHANNELS.filter((c) => this.#met.has(c)),
      sample: this.#ended ? [...this.#sample, ...[...this.#greatest.values()].map((g) => g.cells)] : []
    };
  }

  /** Whether nothing more is read, since the file cannot be a run's. */
  get isStopped(): boolean {
    return this.#stopped;
  }

  #fault<C extends IssueCode>(column: string, code: C, values: ValuesOf<C>): void {
    this.#faults++;
    if (this.#errors.length < MOST_TOLD) this.#errors.push(rowError(this.#line, column, code, values));
  }

  #stop<C extends IssueCode>(code: C, values: ValuesOf<C>): void {
    this.#fault('', code, values);
    this.#stopped = true;
  }

  /** Takes the next piece of the text. */
  push(text: string): void {
    if (this.#stopped) return;
    const whole = this.#rest + text;
    // files of old instruments end their lines with a carriage return alone
    const ending = whole.includes('\n') ? '\n' : '\r';
    let from = 0;
    for (;;) {
      const to = whole.indexOf(ending, from);
      if (to < 0 || (ending === '\r' && to === whole.length - 1)) break;
      this.#takeLine(whole.slice(from, whole[to - 1] === '\r' && to > from ? to - 1 : to));
      from = to + 1;
      if (this.#stopped) return;
    }
    this.#rest = whole.slice(from);
    if (this.#rest.length > LONGEST_LINE) {
      this.#line++;
      this.#stop('long-line', { most: LONGEST_LINE });
    }
  }

  /** Takes what is left: the last line and the last block. */
  end(): RunFileState {
    if (!this.#stopped && this.#rest.trim() !== '') this.#takeLine(this.#rest.replace(/\r$/, ''));
    this.#rest = '';
    this.#flush();
    this.#ended = true;
    if (!this.#stopped && this.#rows === 0 && this.#faults === 0) this.#fault('', 'no-rows', {});
    if (this.#rows > 0 && !TELLING_CHANNELS.some((c) => this.#met.has(c)))
      this.#fault('', 'tells-nothing', {});
    return this.state;
  }

  #takeLine(line: string): void {
    this.#line++;
    if (this.#line < this.#mapping.firstLine || line.trim() === '' || line.startsWith('#')) return;
    if (line.length > LONGEST_LINE) return this.#stop('long-line', { most: LONGEST_LINE });
    if (line.includes('\0')) return this.#fault('', 'zero-bytes', {});
    const cells = rowCellsOf(line, this.#mapping);
    if (cells.length <= this.#wanted)
      return this.#fault('', 'short-row', { count: cells.length, wanted: this.#mapping.columns.length });
    if (this.#rows >= MOST_ROWS) return this.#stop('many-rows', { most: MOST_ROWS });
    this.#keep(cells);
    this.#takeRow(cells);
  }

  /** Keeps every so many rows to look at. */
  #keep(cells: readonly string[]): void {
    if (this.#line % this.#every !== 0) return;
    this.#sample.push(cells.map((c) => c.slice(0, SAMPLED_CELL)));
    if (this.#sample.length < 2 * SAMPLED) return;
    this.#sample = this.#sample.filter((_, k) => k % 2 === 0);
    this.#every *= 2;
  }

  /** Seconds from the first row; NaN where it has none, which is told. */
  #timeOf(cells: readonly string[]): number {
    const time = this.#time;
    if (!time) return this.#rows / this.#mapping.rateHz;
    const cell = cells[time.at];
    if (time.isTime) {
      const read = timeOf(cell);
      if (!read) {
        this.#fault(time.title, 'no-time-of-day', { cell });
        return NaN;
      }
      let seconds = read.seconds + this.#dayS;
      // past midnight a clock begins anew
      if (!read.dated && this.#start + this.#lastS - seconds > DAY_S / 2) {
        this.#dayS += DAY_S;
        seconds += DAY_S;
      }
      if (read.dated && this.#rows === 0) this.#heldAt = new Date(1000 * read.seconds).toISOString();
      if (Number.isNaN(this.#start)) this.#start = seconds;
      return seconds - this.#start;
    }
    const figure = numberOf(cell, this.#mapping.decimal);
    if (figure === null || !Number.isFinite(figure)) {
      this.#fault(time.title, 'no-number', { cell });
      return NaN;
    }
    const since = figure * time.factor;
    if (this.#rows === 0 && since > SINCE_1970_S && since < MOST_SINCE_1970_S)
      this.#heldAt = new Date(1000 * since).toISOString();
    if (Number.isNaN(this.#start)) this.#start = figure;
    // counts since 1970 are long: the start is taken away before anything is scaled
    return (figure - this.#start) * time.factor;
  }

  #takeRow(cells: readonly string[]): void {
    const read = this.#row(cells);
    if (!read.ok) return this.#fault(read.column, read.code, read.values as never);
    const { values } = read;
    const held = [this.#start, this.#dayS] as const;
    const seconds = this.#timeOf(cells);
    if (Number.isNaN(seconds)) return;
    if (seconds < this.#lastS) {
      [this.#start, this.#dayS] = held;
      return this.#fault('', 'time-back', { from: rounded(this.#lastS), to: rounded(seconds) });
    }
    this.#lastS = seconds;
    this.#rows++;
    const at = this.#count++;
    this.#seconds[at] = seconds;
    for (const c of RECORDED_CHANNELS) {
      const value = values[c];
      if (value === undefined) continue;
      this.#met.add(c);
      const most = this.#greatest.get(c);
      if (most === undefined || Math.abs(value) > most.value)
        this.#greatest.set(c, {
          value: Math.abs(value),
          cells: cells.map((x) => x.slice(0, SAMPLED_CELL))
        });
      (this.#columns[c] ??= new Float64Array(MOST_IN_BLOCK).fill(NaN))[at] = value;
    }
    if (this.#count === MOST_IN_BLOCK) this.#flush();
  }

  #flush(): void {
    if (this.#count === 0) return;
    const channels: Partial<Record<RecordedChannel, Float64Array>> = {};
    for (const c of RECORDED_CHANNELS) {
      const column = this.#columns[c];
      if (!column) continue;
      channels[c] = column.slice(0, this.#count);
      column.fill(NaN);
    }
    this.#emit({ seconds: this.#seconds.slice(0, this.#count), channels });
    this.#count = 0;
  }
}
