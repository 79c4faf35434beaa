import { channel, type WatchedChannel } from '../../registry/channels.ts';
import { chosenSchool } from '../../document/schools.ts';
import { joinList } from '../../text/join-list.ts';
import { airOf } from '../../powertrain/heat-run.ts';
import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import { show, showMinutes } from '../../units/show.ts';
import { feltBy } from './limits.ts';
import type { Feel } from '../../document/run-schema.ts';
import { FEEL_WORDS, warmer, type LogEntry } from './log-entry.ts';
import { watchValue } from './plan-text.ts';
import { isBeyond, type Last, type Next, type Stage, type Stopped, type Watch } from './stage.ts';
import { nextFlight, toldBy } from './time-ladder.ts';

/** A reading so far above its band that the next step is not skipped to: the whole band's half beyond its end. */
const ABOVE_SHARE = 0.5;

/** A run that lasted less than this share of its time was none. */
const WHOLE_SHARE = 0.6;

/** What a meter showed of a watched figure; null where it was not read. */
function readOf(e: LogEntry, quantity: WatchedChannel, series: number): number | null {
  if (quantity !== 'cellVoltageV') return e[quantity] ?? null;
  return e.batteryVoltageV == null ? null : e.batteryVoltageV / series;
}

const step = (
  stage: Stage | null,
  why: string,
  seconds: number | null = null,
  timerS: number | null = null
): Next => ({
  stage: stage?.id ?? null,
  why,
  seconds,
  timerS,
  asks: null,
  stopped: null
});

/** The plan stops: no stage comes next, whatever is pressed; what to look for, and what lets it go on. */
const stop = (why: string, stopped: Stopped): Next => ({ ...step(null, `stop: ${why}`), stopped });

/** The same stage, until something is told of it. */
const ask = (stage: Stage, asks: Next['asks'], why: string): Next => ({ ...step(stage, why), asks });

const LOOK_HOT =
  'the propeller or screw (too large, or rubbing), a dragging bearing, a shaft out of line, blocked cooling, timing, and the pack’s volts under load';
const goOn = (before: Stage | undefined): string =>
  before && before.kind !== 'bare'
    ? `Log “${before.title}” once more with amps and warmth, from cold parts: inside its limits, the plan goes on from there. Or change to a smaller propeller or screw, fewer cells, or parts that stand more`
    : 'Change to a smaller propeller or screw, fewer cells, or parts that stand more, then begin again with the lightest load';

/** Cells of a stage: its own count where it is run on fewer. */
export const seriesOf = (s: SetupAnalysis, stage: Stage): number =>
  (stage.changes.find((c) => c.path === 'battery.series')?.value as number | undefined) ??
  s.setup.battery.series;

/** The most that a reading says the next stage's current will be, A: the prediction in the proportion that was read. */
function drawnAt(next: Stage, ratio: number): Watch | null {
  const amps = next.watch.find((w) => w.quantity === 'batteryCurrentA');
  return amps && isBeyond(amps, amps.expected * ratio) ? amps : null;
}

/** A figure that an entry passed its end of, at its own stage. */
interface Passed {
  readonly quantity: WatchedChannel;
  readonly words: string;
}

/** What of an entry lies beyond where its stage ends. */
const passedBy = (s: SetupAnalysis, stage: Stage, e: LogEntry): Passed[] =>
  stage.watch.flatMap((w) => {
    const value = readOf(e, w.quantity, seriesOf(s, stage));
    return value !== null && isBeyond(w, value)
      ? [
          {
            quantity: w.quantity,
            words: `${channel(w.quantity).name} ${watchValue(w.quantity, value)}, stop at ${watchValue(w.quantity, w.stopAt as number)}`
          }
        ]
      : [];
  });

/** A reading below its band by this factor is far outside. (m) */
const FAR_BELOW = 1.5;
const BELOW: readonly WatchedChannel[] = ['batteryCurrentA', 'rpm', 'thrustN'];

/** The first figure of an entry that lies far below what its stage can be; null where none does. */
function farBelow(s: SetupAnalysis, stage: Stage, e: LogEntry): Passed | null {
  if (e.throttle != null && Math.abs(e.throttle - stage.throttle) > 0.02) return null;
  for (const w of stage.watch) {
    const value = BELOW.includes(w.quantity) && w.band ? readOf(e, w.quantity, seriesOf(s, stage)) : null;
    if (value !== null && w.band && value < w.band[0] / FAR_BELOW)
      return {
        quantity: w.quantity,
        words: `${channel(w.quantity).name} ${watchValue(w.quantity, value)} where ${watchValue(w.quantity, w.band[0])} to ${watchValue(w.quantity, w.band[1])} is predicted`
      };
  }
  return null;
}

/** How warm a run left the parts, and whether that was told: a probe that shows little may sit in the wrong place. */
function warmthOf(s: SetupAnalysis, e: LogEntry, school: string): { feel: Feel | null; told: boolean } {
  const byProbe = feltBy(e, school, airOf(s.model));
  const measured = school === 'thermometer' && e.motorC != null;
  // stone cold by a thermometer is motor and ESC both; by any other school a hand says it
  const whole = measured && e.escC != null;
  const probe = byProbe === 'cold' && !whole ? 'warm' : byProbe;
  return { feel: warmer(probe, e.feel ?? null), told: e.feel != null || measured };
}

/**
 * The stage that comes after what was logged, and why. The order of common practice: stone cold leaves out a step on the
 * water and goes on in the air, warm goes one step on, hot repeats a shorter run once cold, too hot to hold or beyond a
 * limit goes back a step, and where that was run already there is no further. A step that the readings so far say would
 * pass a limit is not taken, and none before it is told how warm the last one left the parts. After a stop at a limit the
 * figure that passed it is read before anything heavier.
 * @param school of `touch-temperature`, by which a thermometer's reading is judged
 */
export function nextOf(
  s: SetupAnalysis,
  stages: readonly Stage[],
  log: readonly LogEntry[],
  school?: string,
  last: Last | null = null
): Next {
  const e = log[log.length - 1] as LogEntry | undefined;
  if (!e) return step(stages[0], `nothing has been logged yet: begin without the propulsor`);
  const at = stages.findIndex((stage) => stage.id === e.stage);
  const stage = stages[at];
  if (stage.kind === 'time') return afterFlight(s, stage, e);
  const chosen = chosenSchool('touch-temperature', school ? { 'touch-temperature': school } : s.schools);
  const { feel, told } = warmthOf(s, e, chosen.id);
  const beyond = passedBy(s, stage, e);
  if (stage.kind === 'bare') return afterBare(stages, feel, told);
  if (beyond.length > 0)
    return back(stages, at, log, `beyond a limit (${joinList(beyond.map((p) => p.words))})`);
  const far = farBelow(s, stage, e);
  if (far)
    return ask(
      stage,
      far.quantity,
      `${far.words}: far less than it can be. Find out why before anything heavier: a meter that reads low or in another unit, throttle that is not what it says, another propeller or pack than the one named`
    );
  if (feel === 'too-hot') return back(stages, at, log, `too hot to hold, by “${chosen.title}”`);
  // a run that was broken off is run again, whole, whatever it left warm
  const short = e.seconds != null && e.seconds < WHOLE_SHARE * stage.seconds;
  if (!told && !short) return ask(stage, 'warmth', WARMTH);
  if (feel === 'hot') return again(stages, at, log);
  if (short)
    return step(
      stage,
      `${showMinutes(e.seconds as number)} of ${showMinutes(stage.seconds)} say little of how warm it gets: run it whole`
    );
  const unread = unreadSince(s, stages, log);
  if (unread)
    return ask(
      stage,
      unread,
      `${channel(unread).name} passed a limit before: read ${channel(unread).name} at this step before a heavier one`
    );
  return onward(s, stages, at, e, feel, last);
}

const WARMTH =
  'how warm did it leave motor, ESC, both sets of wires and pack? Hold a hand to each: a heavier step opens once that is told';

/**
 * A figure that passed its end at an earlier entry and that the last one leaves out: what was not read says nothing of it. Null
 * where there is none.
 */
function unreadSince(
  s: SetupAnalysis,
  stages: readonly Stage[],
  log: readonly LogEntry[]
): WatchedChannel | null {
  const stageOf = (e: LogEntry): Stage | undefined => stages.find((x) => x.id === e.stage);
  const last = log[log.length - 1];
  const own = stageOf(last);
  for (const e of log.slice(0, -1).toReversed()) {
    const at = stageOf(e);
    const [unread] = at
      ? passedBy(s, at, e).filter(
          ({ quantity }) => own === undefined || readOf(last, quantity, seriesOf(s, own)) === null
        )
      : [];
    if (unread) return unread.quantity;
  }
  return null;
}

function afterBare(stages: readonly Stage[], feel: Feel | null, told: boolean): Next {
  if (feel === 'hot' || feel === 'too-hot')
    return stop(
      'a motor that gets hot without a load has a fault (a dragging bearing, a short in the winding, wrong timing): find it before anything is fitted',
      {
        look: 'a bearing or bell that drags when it is turned by hand, magnets that touch, two leads that touch, the ESC’s timing',
        goOn: 'Once it is found, run it up without a load again and log how warm it was'
      }
    );
  if (!told) return ask(stages[0], 'warmth', 'how warm is the motor? Without a load it stays cold');
  return step(stages[1], 'it turns as it should: fit the lightest load');
}

/** Back to the step before, unless it was run already: then that is as far as these parts go. */
function back(stages: readonly Stage[], at: number, log: readonly LogEntry[], why: string): Next {
  const before = stages[at - 1];
  if (!before || before.kind === 'bare')
    return stop(
      `${why} at the first load. Find out why before it is run again; fit a smaller propulsor or fewer cells`,
      { look: LOOK_HOT, goOn: goOn(before) }
    );
  const failedBefore = log.slice(0, -1).some((e) => e.stage === stages[at].id);
  if (failedBefore && log.some((e) => e.stage === before.id))
    return stop(`${why} again. “${before.title}” is as far as these parts go`, {
      look: LOOK_HOT,
      goOn: goOn(before)
    });
  return step(before, `${why}: stop, let it cool, look for what drags or is too large, and go back a step`);
}

/** The same step once more, for half the time; hot a second time it is the last. */
function again(stages: readonly Stage[], at: number, log: readonly LogEntry[]): Next {
  const stage = stages[at];
  const last = log[log.length - 2] as LogEntry | undefined;
  if (last?.stage === stage.id && last.feel === 'hot')
    return stop(`hot again: “${stage.title}” is as far as these parts go, in short runs`, {
      look: LOOK_HOT,
      goOn: goOn(stages[at - 1])
    });
  const seconds = Math.max(Math.round(stage.seconds / 2), 1);
  return step(
    stage,
    `hot: let everything get stone cold and run it again, ${showMinutes(seconds)} only`,
    seconds
  );
}

function onward(
  s: SetupAnalysis,
  stages: readonly Stage[],
  at: number,
  e: LogEntry,
  feel: Feel | null,
  last: Last | null
): Next {
  const stage = stages[at];
  const amps = stage.watch.find((w) => w.quantity === 'batteryCurrentA');
  const sameThrottle = e.throttle == null || Math.abs(e.throttle - stage.throttle) < 0.02;
  const ratio =
    amps && e.batteryCurrentA != null && amps.expected > 0 && sameThrottle
      ? e.batteryCurrentA / amps.expected
      : 1;
  const high =
    amps?.band && ratio > (amps.band[1] + ABOVE_SHARE * (amps.band[1] - amps.expected)) / amps.expected;
  const skips = s.kind === 'boat' && feel === 'cold' && !high && stages[at + 2]?.kind === 'run';
  const next = stages[at + (skips ? 2 : 1)];
  if (!next)
    return stop(`“${stage.title}” is as far as these parts go: ${last?.why ?? 'no further step holds'}`, {
      look: 'what was read here against what was predicted: less amps than predicted open the next step',
      goOn: 'Change to a smaller propeller or screw, fewer cells, or parts that stand more; or read this step again'
    });
  const over = drawnAt(next, ratio);
  if (over) {
    const near = skips && !drawnAt(stages[at + 1], ratio) ? stages[at + 1] : null;
    const said = `at the rate of what was read, “${next.title}” would draw ${watchValue('batteryCurrentA', over.expected * ratio)}, beyond ${watchValue('batteryCurrentA', over.stopAt as number)}`;
    return near
      ? step(near, `${said}: one step only`)
      : stop(`${said}. Fit a smaller propulsor, fewer cells, or parts that stand it`, {
          look: 'a meter that reads high, a propeller or screw larger than the one named, more cells than planned',
          goOn: 'Change to a smaller propeller or screw, fewer cells, or parts that stand more; or read this step again if the reading may be wrong'
        });
  }
  const told = feel === null ? 'told' : FEEL_WORDS[feel];
  const drew = high
    ? `, but it drew ${show(100 * (ratio - 1), 2)} % more than predicted: compare before you go on`
    : '';
  if (next.kind === 'time')
    return step(next, `${told}: everything held, now find the timer${drew}`, next.seconds);
  return step(next, skips ? `${told}: leave out a step` : `${told}: one step further${drew}`);
}

/** After a flight for the timer. */
function afterFlight(s: SetupAnalysis, stage: Stage, e: LogEntry): Next {
  if (e.feel === 'too-hot')
    return stop('too hot to hold after a flight. Shorter flights, more cooling or a lighter load', {
      look: LOOK_HOT,
      goOn: 'Log a shorter flight that left everything holdable'
    });
  const told = toldBy(s, e);
  const next = nextFlight(s, e);
  if (!told || !next)
    return step(
      stage,
      'how long it was and what it left are needed: seconds, and the resting volts per cell or the ampere-hours put back',
      stage.seconds
    );
  const used = `${showMinutes(e.seconds as number)} used ${show(100 * told.usedShare, 2)} %`;
  const full = `the usable share lasts ${showMinutes(told.fullS)}`;
  if (told.belowFloor)
    return step(
      null,
      `${used} and left the cells below their floor: that was too long. Timer ${showMinutes(next.seconds)}; look at the pack before it is charged`,
      null,
      next.seconds
    );
  return next.timerS === null
    ? step(stage, `${used}: ${full}. Next ${showMinutes(next.seconds)}`, next.seconds)
    : step(null, `done: ${used}, ${full}. Timer ${showMinutes(next.timerS)}`, null, next.timerS);
}
