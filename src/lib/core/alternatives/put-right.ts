import type { CheckOutcome } from '../checks/finding.ts';
import type { Change } from '../document/change.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { type Also, type Drive, drivesAround } from './drive-options.ts';
import { type Excused, type Trial, Bench, isExcused } from './trials.ts';
import { type Fails, isBetter, failsOf, isFailing } from '../checks/fails.ts';
import { effortOf, lossOf, partsOf } from './effort.ts';
import type { Check } from '../checks/check.ts';
import { carried, settledSizes, isCarried } from './electrics.ts';
import { refitted } from './refitted.ts';
import { show } from '../units/show.ts';
import type { Rung } from '../checks/candidates.ts';
import { isShopPart, shopWords } from './shop-words.ts';
import { unsettledOf } from '../checks/unsettled.ts';
import { joinList } from '../text/join-list.ts';
import { CHECKS } from '../checks/all-checks.ts';
import { reasonOf } from '../yardstick/reason.ts';
import { type Cannot, cannotOf } from './cannot.ts';

/** What becomes of a check. */
interface Effect {
  readonly id: string;
  readonly title: string;
  readonly unit: string;
  readonly direction: CheckOutcome['direction'];
  readonly before: number | null;
  readonly after: number | null;
  readonly findingBefore: CheckOutcome['finding'] | null;
  readonly findingAfter: CheckOutcome['finding'] | null;
}

/** Changes that put a whole setup right, or as far right as they can. */
export interface PutRight {
  /** The steps and what comes of them in one line. */
  readonly text: string;
  readonly steps: string[];
  readonly outcome: string[];
  /** Why it is offered, in a line, by what such craft are judged by. */
  readonly why: string;
  readonly changes: Change[];
  /** Every check whose finding changes. */
  readonly effects: Effect[];
  /** Checks that stay over. */
  readonly stillOver: string[];
  /** Checks that were over and stay so no worse, where that is excused. */
  readonly asBefore?: string[];
}

/** What a mending goes by beside the limits. */
export interface Aim {
  /** Paths of figures that stay as they are, or names of parts: what a change was made for. */
  readonly keeps?: readonly string[];
  /** Changes that are tried beside those of the parts. */
  readonly also?: (s: SetupAnalysis) => Also[];
  /** Checks that may stay over as far as they are, each with its value. */
  readonly excused?: Excused;
  /** Whether the fewest steps that leave nothing over are wanted, margins aside; else what makes everything hold. */
  readonly fewest?: boolean;
}

/** What would put a setup right, best first; where nothing makes everything hold, what stands in the way. */
export interface Mending {
  readonly putRight: PutRight[];
  readonly cannot: Cannot[];
}

/** Most that are offered. */
const OFFERED = 3;

/** Drives that are judged, and round a setup fitted anew; drives for which ESC, pack and leads are made to suit, and those that are settled: bounds on the work. */
const MOST_DRIVES = 120;

const MOST_FURTHER = 36;

const MOST_COMPLETED = 6;

const MOST_SETTLED = 3;

/** A drive that is tried: how far it goes from what is there, and what it loses of what the craft is for. */
interface Start {
  readonly trial: Trial;
  readonly cost: number;
  readonly loss: number;
}

interface Found extends Start {
  readonly fails: Fails;
}

/** What a solution asks of the user, and the margins that stay used up. */
const askedOf = ({ trial, fails, cost, loss }: Found, bench: Bench, aim: Aim): number =>
  marginCost(aim) * fails.tight + FAR * cost + effortOf(bench, trial, loss);

/** What it weighs how far a drive goes from what is there. (m) */
const FAR = 0.25;

const marginCost = (aim: Aim): number => (aim.fewest ? 0.02 : 1);

const isWhole = ({ fails }: Found): boolean => fails.over + fails.tight === 0;

/** The better of two comes first: fewer over, then what lets fewer fail than before in all, then what asks less. */
const orderFrom =
  (bench: Bench, before: Fails, aim: Aim) =>
  (a: Found, b: Found): number => {
    const fewer = ({ fails }: Found): number => Number(fails.over + fails.tight < before.over + before.tight);
    return (
      a.fails.over - b.fails.over ||
      (aim.fewest ? 0 : fewer(b) - fewer(a)) ||
      askedOf(a, bench, aim) - askedOf(b, bench, aim)
    );
  };

const quickFirst = (a: Check, b: Check): number => Number(a.slow ?? false) - Number(b.slow ?? false);

/** Most margins used up among as many drives as are completed, of those with so many over; infinite where they are fewer. */
function tightOfEnough(judged: readonly { fails: Fails }[], over: number): number {
  const tight = judged
    .flatMap(({ fails }) => (fails.over === over ? [fails.tight] : []))
    .sort((a, b) => a - b);
  return tight[MOST_COMPLETED - 1] ?? Infinity;
}

/** The drives whose own checks are best, the nearest first of as many fails. */
function promising(
  bench: Bench,
  drives: readonly Drive[],
  checks: Check[],
  aim: Aim,
  most = MOST_DRIVES
): Start[] {
  const judged: Found[] = [];
  let least = Infinity;
  // of as many over, the fewest tight that enough drives have
  let fewest = Infinity;
  let whole = 0;
  for (const drive of drives.slice(0, most)) {
    if (whole >= MOST_COMPLETED) break;
    const trial = bench.try(drive.rungs);
    if (!trial) continue;
    const fails = trial.failsOf(checks, least, fewest);
    if (fails === null) continue;
    if (fails.over < least) fewest = Infinity;
    least = fails.over;
    judged.push({ trial, cost: drive.cost, loss: lossOf(bench, trial), fails });
    if (fails.over === 0 && (aim.fewest || fails.tight === 0)) whole++;
    if (!aim.fewest) fewest = tightOfEnough(judged, least);
  }
  return judged
    .filter(({ fails }) => fails.over === least)
    .sort(
      (a, b) =>
        marginCost(aim) * (a.fails.tight - b.fails.tight) + FAR * (a.cost - b.cost) + (a.loss - b.loss)
    )
    .slice(0, MOST_COMPLETED);
}

/** What a trial exchanges, as one word; leads and plugs go along with anything. */
const kindOf = (trial: Trial): string => {
  const parts = partsOf(trial).sort();
  const others = parts.filter((part) => part !== 'wiring');
  return (others.length > 0 ? others : parts).join();
};

/** Thrust, or a boat's rpm, from which two ways are not the same, share. */
const OTHERWISE = 0.05;

/** Whether a way exchanges all that another does and more, and comes to the same: it is no other way then. */
const isMore = (way: Trial, other: Trial): boolean => {
  const [more, less] = [partsOf(way), partsOf(other)];
  if (more.length <= less.length || !less.every((part) => more.includes(part))) return false;
  const [a, b] = [way.situation.worst, other.situation.worst];
  const gain = way.situation.kind === 'boat' ? a.rpm / b.rpm : a.thrustN / b.thrustN;
  return Math.abs(gain - 1) < OTHERWISE;
};

/** Whether less fails than before: where the fewest steps are wanted, fewer over. */
const helps = (fails: Fails, before: Fails, aim: Aim): boolean =>
  aim.fewest ? fails.over < before.over : isBetter(fails, before);

/**
 * Drives as far right as ESC, pack and leads make them, where they are better than the setup as it stands. All are judged without
 * bands; of those the best are settled with them. It ends when as many ways as are offered make everything hold.
 */
function completed(bench: Bench, before: Fails, starts: readonly Start[], aim: Aim): Found[] {
  const rough = starts
    .map(({ trial: start, ...of }): Found => {
      const trial = carried(bench, start, aim.fewest);
      return { ...of, trial, fails: failsOf(trial.failing) };
    })
    // bands only add to what fails: what is no better without them is no better
    .filter(({ trial, fails }) => trial.changes.length > 0 && helps(fails, before, aim))
    .sort(orderFrom(bench, before, aim));
  const found: Found[] = [];
  const whole = new Set<string>();
  const kinds = new Map<string, number>();
  for (const one of rough) {
    if (whole.size >= OFFERED || found.length >= MOST_SETTLED) break;
    const kind = kindOf(one.trial);
    // two of a kind are enough: the nearest may fail by its band
    if ((kinds.get(kind) ?? 0) >= 2 || whole.has(kind)) continue;
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
    const trial = aim.fewest ? one.trial : settledSizes(bench, one.trial);
    const fails = failsOf(trial.counted);
    if (!helps(fails, before, aim) || trial.overWhenWeighed.length > 0) continue;
    if (aim.fewest && found.some((f) => f.fails.over === 0 && isMore(trial, f.trial))) continue;
    const settled = { ...one, trial, fails };
    found.push(settled);
    if (aim.fewest ? fails.over === 0 : isWhole(settled)) whole.add(kind);
  }
  return found;
}

/** Drives round a situation that leave alone what is to stay. */
const around = (bench: Bench, s: SetupAnalysis, aim: Aim): Drive[] =>
  drivesAround(s, aim.also?.(s), (rung) => bench.isFree(rung));

/** Solutions round the setup fitted anew: as it comes, and with the nearest changes of the best of them. */
function afresh(bench: Bench, before: Fails, checks: Check[], aim: Aim, leastOver: number): Found[] {
  const drives = refitted(bench.before, aim.keeps);
  const starts = drives.flatMap((drive) => {
    const trial = bench.try(drive.rungs);
    return trial ? [{ trial, cost: drive.cost, loss: lossOf(bench, trial) }] : [];
  });
  const found = completed(bench, before, starts, aim).sort(orderFrom(bench, before, aim));
  const [best] = found;
  // what is no better than the nearest changes is followed no further
  if (!best || best.fails.over === 0 || best.fails.over > leastOver) return found;
  const further = around(bench, best.trial.situation, aim).map((d) => ({
    rungs: [...best.trial.rungs, ...d.rungs],
    cost: best.cost + d.cost
  }));
  return [
    ...found,
    ...completed(bench, before, promising(bench, further, checks, aim, MOST_FURTHER).slice(0, 2), aim)
  ];
}

/** Most parts that are exchanged for what leaves a limit passed, and the most that may be lost for it: nobody rebuilds a craft for that. (m) */
const MOST_FOR_LESS = 2;

const MOST_LOSS_FOR_LESS = 2;

/** Whether a solution is worth telling: it leaves nothing over, or it is a small step towards that. */
const isWorthwhile = ({ trial, fails, loss }: Found): boolean =>
  fails.over === 0 ||
  (partsOf(trial).filter((part) => part !== 'wiring').length <= MOST_FOR_LESS && loss <= MOST_LOSS_FOR_LESS);

/** Solutions that are better than the setup as it stands, best first, no two that exchange the same parts. */
function solutions(bench: Bench, before: Fails, checks: Check[], aim: Aim): Found[] {
  const drives = around(bench, bench.before, aim);
  const near = completed(bench, before, promising(bench, drives, checks, aim), aim);
  const found = near.some((f) => f.fails.over === 0)
    ? near
    : [
        ...near,
        ...afresh(bench, before, checks, aim, Math.min(before.over, ...near.map((f) => f.fails.over)))
      ];
  const kinds = new Set<string>();
  return found
    .filter(isWorthwhile)
    .sort(orderFrom(bench, before, aim))
    .filter(({ trial }) => {
      const kind = kindOf(trial);
      return kinds.has(kind) ? false : kinds.add(kind);
    });
}

/** "2 % less thrust", what a change costs or gives; nothing where it is less than one per cent. */
function moved(before: SetupAnalysis, after: SetupAnalysis): string[] {
  const out: string[] = [];
  const say = (was: number, is: number, what: string): void => {
    const percent = 100 * (is / was - 1);
    if (was > 0 && Math.abs(percent) >= 1)
      out.push(`${show(Math.abs(percent), 2)} % ${percent < 0 ? 'less' : 'more'} ${what}`);
  };
  if (before.kind === 'boat') say(before.worst.rpm, after.worst.rpm, 'rpm');
  else say(before.worst.thrustN, after.worst.thrustN, 'thrust');
  say(before.worst.batteryCurrentA, after.worst.batteryCurrentA, 'current');
  if (before.kind !== 'boat') say(before.setup.craft.massKg, after.setup.craft.massKg, 'weight');
  return out;
}

/** What is changed, part by part: as the one step says it, or as the part is called that several steps made. */
function stepsOf(trial: Trial): string[] {
  const touching = (part: string): Rung[] =>
    trial.rungs.filter((r) => r.changes[0]?.path.split('.')[0] === part);
  return partsOf(trial).map((part) => {
    const rungs = touching(part);
    return rungs.length === 1 || !isShopPart(part)
      ? rungs[rungs.length - 1].text
      : shopWords(part, trial.situation.setup);
  });
}

/** What stays over and is excused. */
const asBeforeOf = (trial: Trial): CheckOutcome[] =>
  trial.settled.filter((r) => r.finding === 'over' && !trial.counted.includes(r));

/** What comes of a solution: "everything holds" where everything that decides is known, "2 % less thrust". */
function outcomeOf({ trial, fails }: Found, before: SetupAnalysis): string[] {
  const failing = trial.counted.filter(isFailing);
  const asBefore = asBeforeOf(trial);
  const unsettled = unsettledOf(trial.settled);
  const verdict =
    failing.length === 0
      ? unsettled.length === 0
        ? 'everything holds'
        : `nothing that is known is over; ${joinList(unsettled.map((u) => u.what))} is not known`
      : fails.over === 0
        ? `nothing over, ${joinList(failing.map((r) => r.title))} tight`
        : `${joinList(failing.filter((r) => r.finding === 'over').map((r) => r.title))} still over`;
  const stays = asBefore.length > 0 ? [`${joinList(asBefore.map((r) => r.title))} over as before`] : [];
  return [verdict, ...stays, ...moved(before, trial.situation)];
}

function effectsOf(before: readonly CheckOutcome[], after: readonly CheckOutcome[]): Effect[] {
  const was = new Map(before.map((r) => [r.id, r]));
  const is = new Map(after.map((r) => [r.id, r]));
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((id) => {
    const [a, b] = [was.get(id), is.get(id)];
    if (a?.finding === b?.finding) return [];
    const { title, unit, direction } = (b ?? a) as CheckOutcome;
    return {
      id,
      title,
      unit,
      direction,
      before: a?.value ?? null,
      after: b?.value ?? null,
      findingBefore: a?.finding ?? null,
      findingAfter: b?.finding ?? null
    };
  });
}

/**
 * What would put a whole setup right. Every drive near the present one (propulsor, cells, motor, gear; one, two or three of
 * them changed) is judged by every check that ESC, pack and leads cannot mend; for the best of them those are made to suit;
 * each is then judged whole, with bands where the setup is looked at with bands. Offered is only what fails less than the
 * setup as it stands, and never more over: pressing what is offered cannot go in circles.
 * @param results findings of the setup as it stands
 * @param aim what it keeps to beside the limits; everything is to hold where nothing is said
 */
export function mendingOf(s: SetupAnalysis, results: readonly CheckOutcome[], aim: Aim = {}): Mending {
  const counted = results.filter((r) => !isExcused(r, aim.excused ?? new Map()));
  const before = failsOf(counted);
  if (before.over + (aim.fewest ? 0 : before.tight) === 0) return { putRight: [], cannot: [] };
  const bench = new Bench(s, results, aim.keeps, aim.excused);
  const start = bench.try([]);
  const carriedIds = new Set(
    CHECKS.map((check) => start?.resultOf(check) ?? null)
      .filter((r): r is CheckOutcome => r !== null && isCarried(r, s, bench))
      .map((r) => r.id)
  );
  const failing = new Set(results.filter(isFailing).map((r) => r.id));
  const found = solutions(
    bench,
    before,
    // what fails now is likely to fail in most that is tried
    CHECKS.filter((check) => !carriedIds.has(check.id))
      .sort(quickFirst)
      .sort((a, b) => Number(failing.has(b.id)) - Number(failing.has(a.id))),
    aim
  );
  const putRight = found.slice(0, OFFERED).map((f): PutRight => {
    const [steps, outcome] = [stepsOf(f.trial), outcomeOf(f, s)];
    return {
      text: `${joinList(steps)}: ${outcome.join(', ')}`,
      steps,
      outcome,
      why: reasonOf(f.trial.situation),
      changes: [...f.trial.changes],
      effects: effectsOf(results, f.trial.settled),
      stillOver: f.trial.counted.filter((r) => r.finding === 'over').map((r) => r.id),
      ...(aim.excused ? { asBefore: asBeforeOf(f.trial).map((r) => r.id) } : {})
    };
  });
  const left = (found[0]?.trial.counted ?? counted).filter((r) =>
    aim.fewest ? r.finding === 'over' : isFailing(r)
  );
  return { putRight, cannot: left.map((r) => ({ id: r.id, sentence: cannotOf(r, s, aim.keeps ?? []) })) };
}
