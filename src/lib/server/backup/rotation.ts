import type { BackupName } from './names.ts';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** How far back the newest of each step of time is kept: an hour's for a day, a day's for two weeks, a week's for a quarter, a month's for two years. */
const STEPS = [
  { stepMs: HOUR_MS, backMs: DAY_MS },
  { stepMs: DAY_MS, backMs: 14 * DAY_MS },
  { stepMs: 7 * DAY_MS, backMs: 91 * DAY_MS },
  { stepMs: 30 * DAY_MS, backMs: 730 * DAY_MS }
] as const;
/** How long those are kept whole that were asked for or made before something was changed. */
const ASKED_MS = 30 * DAY_MS;
/** The newest of all are kept, whatever their age. */
const ALWAYS = 3;

/** Backups that may go at a moment: those that no rule of keeping holds. */
export function outdated(backups: readonly BackupName[], now: Date): BackupName[] {
  const newestFirst = [...backups].sort((a, b) => (a.at < b.at ? 1 : -1));
  const kept = new Set(newestFirst.slice(0, ALWAYS));
  for (const { stepMs, backMs } of STEPS) {
    const steps = new Set<number>();
    for (const b of newestFirst) {
      const age = now.getTime() - Date.parse(b.at);
      const step = Math.floor(Date.parse(b.at) / stepMs);
      if (age > backMs || steps.has(step)) continue;
      steps.add(step);
      kept.add(b);
    }
  }
  for (const b of newestFirst)
    if (b.reason !== 'daily' && now.getTime() - Date.parse(b.at) <= ASKED_MS) kept.add(b);
  return newestFirst.filter((b) => !kept.has(b));
}
