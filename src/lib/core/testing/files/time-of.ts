const DAY_S = 86_400;
/** Days as they are written: year first, or day first with points or strokes. */
const YEAR_FIRST = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/;
const YEAR_LAST = /^(\d{1,2})[-/.](\d{1,2})[-/.](\d{4})$/;
const CLOCK = /^(?:(\d+):)?(\d{1,3}):(\d{1,2}(?:[.,]\d+)?)$/;

/** Days since 1970 of a date; NaN where it is none. */
function dayOf(text: string): number {
  const first = YEAR_FIRST.exec(text);
  const last = YEAR_LAST.exec(text);
  const [year, a, b] = first ? [first[1], first[2], first[3]] : last ? [last[3], last[2], last[1]] : [];
  if (year === undefined || a === undefined || b === undefined) return NaN;
  // a month above twelve: month and day the other way round
  const [month, day] = last && Number(a) > 12 ? [b, a] : [a, b];
  const ms = Date.UTC(Number(year), Number(month) - 1, Number(day));
  return new Date(ms).getUTCMonth() === Number(month) - 1 ? ms / 1000 / DAY_S : NaN;
}

/** A time as it is written: of day, of a date, or both; minutes and seconds where there are but two figures. */
export interface Time {
  readonly seconds: number;
  /** Whether a date is part of it: then it counts from 1970 as if the clock were at Greenwich. */
  readonly dated: boolean;
}

/** Reads a time of day or a date. Null where it is none. */
export function timeOf(cell: string): Time | null {
  const text = cell.trim().replace(/(Z|[+-]\d\d:?\d\d)$/, '');
  const [, date, clock] = /^(?:([\d/.-]{8,10})(?:[T ]+|$))?(.*)$/.exec(text) ?? [];
  const m = clock ? CLOCK.exec(clock.trim()) : null;
  if (clock && !m) {
    const figure = Number(clock.replace(',', '.'));
    return date === undefined && clock.trim() !== '' && Number.isFinite(figure)
      ? { seconds: figure, dated: false }
      : null;
  }
  const ofDay = m ? 3600 * Number(m[1] ?? 0) + 60 * Number(m[2]) + Number(m[3].replace(',', '.')) : 0;
  if (date === undefined) return m ? { seconds: ofDay, dated: false } : null;
  const day = dayOf(date);
  return Number.isNaN(day) ? null : { seconds: DAY_S * day + ofDay, dated: true };
}
