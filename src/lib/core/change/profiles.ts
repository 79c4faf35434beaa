import type { SetupDocument } from '../document/schema.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { show } from '../units/show.ts';
import type { OutputLimitChange } from './kinds/output-limit.ts';
import { limitOf, limitPercent, realKv } from './limit.ts';

/** The output limit that belongs to one count of cells. */
export interface Profile {
  readonly series: number;
  readonly limitPercent: number;
}

/**
 * One limit per count of cells, so that each turns as fast as the wanted one: KV × cells stays. From the fewest cells that
 * are not limited to one beyond the wanted count.
 */
export function profilesOf(before: SetupDocument, change: OutputLimitChange): Profile[] {
  const kv = realKv(before);
  const series = change.series ?? before.battery.series;
  const turns = (change.wantedKvRpmPerVolt ?? limitOf(before, change) * kv) * series;
  const counts = [...new Set([before.battery.series, series])];
  const low = Math.max(Math.min(...counts, Math.floor(turns / kv)), 1);
  const high = Math.max(...counts);
  return Array.from({ length: Math.min(high - low + 1, 12) }, (_, k) => low + k).map((n) => ({
    series: n,
    limitPercent: n === series ? Math.round(100 * limitOf(before, change)) : limitPercent(turns / n, kv)
  }));
}

/** Volts by which a full cell is exceeded in the setting that counts the cells: charged a little high it must not be taken for two. */
const ABOVE_FULL_V = 0.05;

/**
 * How the limits are set and checked, as plain text in the order in which it is done; neutral words for whatever commands the
 * motors.
 */
export function limitText(before: SetupDocument, change: OutputLimitChange): string {
  const profiles = profilesOf(before, change);
  const { fullV } = CHEMISTRIES[before.battery.chemistry];
  const lowest = Math.min(...profiles.map((p) => p.limitPercent));
  const highest = Math.max(fullV, CHEMISTRIES.lihv.fullV);
  return [
    `Output limits for a motor of ${show(realKv(before), 4)} KV`,
    '',
    ...profiles.map(
      (p) =>
        `${p.series} cells: ${p.limitPercent === 100 ? 'no limit (100 %)' : `output limit ${p.limitPercent} %`}`
    ),
    `any other count of cells: output limit ${lowest} %, the lowest of all. It must never be chosen; it is there so that a pack that is counted wrongly is limited too.`,
    '',
    'In this order:',
    '1. Take the propellers off. They stay off until step 6.',
    `2. Set the highest volts of a cell by which the cells are counted to ${show(fullV + ABOVE_FULL_V)} V${before.battery.chemistry === 'lipo' ? ` (${show(highest + ABOVE_FULL_V)} V if high-voltage cells are ever flown)` : ''}: set too low, a full pack is taken for one of more cells; set too high, for one of fewer, and its limit is the wrong one.`,
    '3. Make one profile for each count of cells with its limit, and let it be chosen by the count.',
    '4. Make the profile for any other count with the lowest limit.',
    '5. Plug in one pack of each kind, full and half empty, and read which profile is chosen each time. If one is wrong, go back to step 2.',
    '6. Only then fit the propellers, tie the craft down, stand out of their plane and run it up for a few seconds with a meter.',
    '',
    'Use it downwards only: a limit makes a fast motor behave like a slower one, never a slow one like a faster.',
    'A limit of the throttle in the transmitter is not the same: the flight controller holds the attitude and can still command full power, in a gust, on landing, in a flip.',
    'Every part on the pack still sees the full volts: the limit does not lower them.'
  ].join('\n');
}
