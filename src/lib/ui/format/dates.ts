/** A day as people write it: 12 Nov 2026. Days are those of the log, whatever the reader's clock says. */
const DAY = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeZone: 'UTC' });

/** The day of a moment (ISO 8601); the text itself where it is none. */
export function day(moment: string): string {
  const at = new Date(moment);
  return Number.isNaN(at.getTime()) ? moment : DAY.format(at);
}

/** This moment, as it is stored. */
export const nowIso = (): string => new Date().toISOString();

/** A moment by the reader's own clock: 12 Nov 2026, 14:05. Only in the browser: a server has another clock. */
export const byClock = (moment: string): string =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(moment));
