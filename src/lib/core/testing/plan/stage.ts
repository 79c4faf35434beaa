import type { Setting } from '../../document/change.ts';
import type { Band } from '../../powertrain/bands.ts';
import { channel, type WatchedChannel } from '../../registry/channels.ts';
import type { CautionId } from '../../cautions/at-test.ts';

/** One figure to watch during a stage, SI: what is expected, with its band, and where to stop. */
export interface Watch {
  readonly quantity: WatchedChannel;
  readonly expected: number;
  /** 10 to 90 %; null where nothing is known of how sure it is. */
  readonly band: Band | null;
  /** Beyond it the run ends at once; null where nothing is known to break. */
  readonly stopAt: number | null;
}

/** Whether more of a figure is worse: volts per cell alone may not fall. */
export const stopsBelow = (quantity: WatchedChannel): boolean => channel(quantity).watched === 'low';

/** Whether a reading is beyond where the run ends. */
export const isBeyond = ({ quantity, stopAt }: Watch, value: number): boolean =>
  stopAt !== null && (stopsBelow(quantity) ? value < stopAt : value > stopAt);

/** What kind of step a stage is: set-up without propulsor, a bench or water run, a hover, or flights for the timer. */
type StageKind = 'bare' | 'run' | 'hover' | 'time';

/** One stage of a test: what is fitted, what is done, what is watched. */
export interface Stage {
  readonly id: string;
  readonly kind: StageKind;
  readonly title: string;
  readonly fit: string;
  readonly do: string;
  /** Changes that make the setup of this stage of the one that is tested; none where it is that itself. */
  readonly changes: readonly Setting[];
  readonly throttle: number;
  /** Longest that the run lasts, s. */
  readonly seconds: number;
  readonly watch: readonly Watch[];
  readonly cautions: readonly CautionId[];
}

/** The stage that comes next and why; none when the plan is done, or must stop. */
export interface Next {
  readonly stage: string | null;
  readonly why: string;
  /** Longest that it should last, where that is not the stage's own: half after a hot one, the next step of the timer. */
  readonly seconds: number | null;
  /** Time the timer is set to, s, once it is known. */
  readonly timerS: number | null;
  /** What has to be told before a heavier stage opens: how warm the parts were, or a figure that was not read. */
  readonly asks: 'warmth' | WatchedChannel | null;
  /** Where the plan stopped: what to look for, and what lets it go on; null where it goes on or is done. */
  readonly stopped: Stopped | null;
}

/** Why no stage comes next, and the way on. */
export interface Stopped {
  readonly look: string;
  readonly goOn: string;
}

/** Where a plan ends before the setup itself: its last stage, and what the next would pass. */
export interface Last {
  readonly stage: string;
  readonly why: string;
}

/** A staged test of a setup, and the stage that comes next. */
export interface Plan {
  readonly stages: readonly Stage[];
  /** Null where the plan goes all the way. */
  readonly last: Last | null;
  readonly next: Next;
}
