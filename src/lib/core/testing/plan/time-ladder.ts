import { CHEMISTRIES } from '../../parts/pack/chemistry.ts';
import { stateOfChargeAt } from '../../parts/pack/open-circuit.ts';
import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import { usableShareOf } from '../../powertrain/pack-limits.ts';
import type { LogEntry } from './log-entry.ts';

/** A first flight is short, s, and no more than a share of what is predicted. Common practice, no source. */
const FIRST_S = 120;
const FIRST_SHARE = 0.5;
/** The next one is at most so much longer, and aims at a share of the time that the last one tells. */
const LONGER = 2;
const TOWARDS = 0.85;
/** A flight that used so much of what may be used tells the timer. */
const TELLS_SHARE = 0.7;
/** Timers are set in steps of so many seconds, rounded down. */
const STEP_S = 5;

const down = (seconds: number): number => Math.max(Math.floor(seconds / STEP_S) * STEP_S, STEP_S);

/** Time of the first flight, s. */
export const firstFlightS = (s: SetupAnalysis): number =>
  down(Math.min(FIRST_S, FIRST_SHARE * (s.lasting('mixed')?.seconds ?? 2 * FIRST_S)));

/** What a flight left in the pack tells of the timer. */
export interface TimerAdvice {
  /** Share of the capacity that was used, 0..1. */
  readonly usedShare: number;
  /** Time that uses what may be used, s. */
  readonly fullS: number;
  /** Whether the pack rests below the floor of its chemistry. */
  readonly belowFloor: boolean;
}

/**
 * What a flight tells: used = Ah put back / capacity, or 1 − charge at the resting volts (the volts after an hour's rest are
 * those of the open circuit); the time that uses the usable share is flown × usable / used. Null where nothing was read.
 */
export function toldBy(s: SetupAnalysis, e: LogEntry): TimerAdvice | null {
  const { chemistry } = s.setup.battery;
  const start = e.stateOfCharge ?? 1;
  const usedShare =
    e.chargedAh != null
      ? e.chargedAh / s.model.capacityAh
      : e.restedCellV != null
        ? start - stateOfChargeAt(chemistry, e.restedCellV)
        : null;
  if (usedShare === null || !(usedShare > 0) || !(e.seconds != null && e.seconds > 0)) return null;
  return {
    usedShare,
    fullS: (e.seconds * usableShareOf(s.model)) / usedShare,
    belowFloor: e.restedCellV != null && e.restedCellV < CHEMISTRIES[chemistry].restingFloorV
  };
}

/** The next flight, s, and the timer where it is known: never longer than the last one tells. */
export function nextFlight(s: SetupAnalysis, e: LogEntry): { seconds: number; timerS: number | null } | null {
  const told = toldBy(s, e);
  if (!told) return null;
  const known = told.usedShare >= TELLS_SHARE * usableShareOf(s.model);
  return {
    seconds: known ? down(told.fullS) : down(Math.min(LONGER * (e.seconds as number), TOWARDS * told.fullS)),
    timerS: known ? down(told.fullS) : null
  };
}
