import type { PartKind } from '../registry/parts.ts';
import type { RunDetails, RunReading } from '../document/run-schema.ts';
import type { PartUse, Reminder } from '../document/part-life.ts';
import type { Battery, SetupDocument } from '../document/schema.ts';
import { withChanges } from '../document/change.ts';

/** A run as it counts for the parts that were in it. */
export interface RunOfPart {
  readonly heldAt: string;
  readonly details: RunDetails;
  readonly readings: readonly RunReading[];
  readonly document: SetupDocument;
}

const SECONDS_IN_HOUR = 3600;

/** How long a run lasted, s: as it was noted, else what its readings were held for together. */
const secondsOf = ({ details, readings }: RunOfPart): number =>
  details.seconds ?? readings.reduce((sum, r) => sum + (r.seconds ?? 0), 0);

/** Ampere-hours that a run took: what went back in where that is known, else what its readings drew while they were held. */
function ahOf(run: RunOfPart): number {
  const { details, readings } = run;
  if (details.chargedAh != null) return details.chargedAh;
  const held = readings.filter((r) => r.batteryCurrentA !== null && r.seconds);
  const drawn = held.reduce(
    (sum, r) => sum + ((r.batteryCurrentA as number) * (r.seconds as number)) / SECONDS_IN_HOUR,
    0
  );
  const known = held.reduce((sum, r) => sum + (r.seconds as number), 0);
  const whole = secondsOf(run);
  // what was between the steady stretches drew about as much, at the most
  return known > 0 && whole > known ? drawn * Math.min(whole / known, 2) : drawn;
}

/** Whether a run was a flight, or on the water: said so, or the stage was one. */
const isFlight = ({ details: d }: RunOfPart): boolean =>
  d.flown ?? (d.stage === 'time' || (d.stage ?? '').startsWith('hover'));

/** Whether a part by this name was in a run. */
export function wasIn(kind: PartKind, name: string, run: RunOfPart): boolean {
  const made = run.details.changes?.length ? withChanges(run.document, run.details.changes) : run.document;
  const part = kind === 'receiver-supply' ? made.receiverSupply : made[kind];
  return (part as { name?: string } | null | undefined)?.name === name;
}

/** How much a part was used in the runs that it was in. */
export const useOf = (runs: readonly RunOfPart[]): PartUse => ({
  uses: runs.length,
  flights: runs.filter(isFlight).length,
  seconds: runs.reduce((sum, run) => sum + secondsOf(run), 0),
  ah: runs.reduce((sum, run) => sum + ahOf(run), 0),
  lastAt: runs.reduce<string | null>(
    (last, run) => (last === null || run.heldAt > last ? run.heldAt : last),
    null
  )
});

/** A reminder as it stands: how much is left, and whether it is due. */
export interface ReminderDue {
  readonly due: boolean;
  /** Uses and seconds until it is due, below zero beyond it; null where it does not count them. */
  readonly usesLeft: number | null;
  readonly secondsLeft: number | null;
}

/** Whether a part is to be looked at, by what it was used since. */
export function dueOf(r: Reminder, use: PartUse): ReminderDue {
  const usesLeft = r.everyUses === null ? null : r.everyUses - (use.uses - r.seenUses);
  const secondsLeft = r.everySeconds === null ? null : r.everySeconds - (use.seconds - r.seenSeconds);
  return { due: (usesLeft ?? 1) <= 0 || (secondsLeft ?? 1) <= 0, usesLeft, secondsLeft };
}

/** Cycles of a pack: whole capacities taken from it. */
export const cyclesOf = (use: PartUse, battery: Battery): number =>
  battery.capacityAh ? use.ah / battery.capacityAh : 0;
