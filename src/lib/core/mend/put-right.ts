import { checkOf, CHECKS } from '../checks/all-checks.ts';
import type { Rung } from '../checks/candidates.ts';
import type { Check, Give } from '../checks/check.ts';
import type { CheckResult } from '../checks/finding.ts';
import { unsettledOf } from '../checks/unsettled.ts';
import type { Change } from '../document/change.ts';
import { partWord } from '../document/part-words.ts';
import type { FixablePart } from '../document/schema.ts';
import type { Situation } from '../situation/situation.ts';
import type { Band } from '../train/bands.ts';
import { listed } from '../text/listed.ts';
import { show, showUnit } from '../units/show.ts';
import {
  Bench,
  failsOf,
  isBetter,
  isExcused,
  isFailing,
  type Excused,
  type Fails,
  type Trial
} from '../remedy/bench.ts';
import { drivesAround, type Also, type Drive } from './drives.ts';
import { carried, isCarried } from './electrics.ts';
import { lostOf } from './lost.ts';
import { refitted } from './refitted.ts';
import { isShopPart, shopWords } from './shop-words.ts';

/** What becomes of a check. */
export interface Effect {
  readonly id: string;
  readonly title: string;
  readonly unit: string;
  readonly direction: CheckResult['direction'];
  readonly before: number | null;
  readonly after: number | null;
  readonly findingBefore: CheckResult['finding'] | null;
  readonly findingAfter: CheckResult['finding'] | null;
}

/** Changes that put a whole setup right, or as far right as they can. */
export interface PutRight {
  /** The steps and what comes of them in one line. */
  readonly text: string;
  readonly steps: string[];
  readonly outcome: string[];
  readonly changes: Change[];
  /** Every check whose finding changes. */
  readonly effects: Effect[];
  /** Checks that stay over. */
  readonly stillOver: string[];
  /** Checks that were over and stay so no worse, where that is excused. */
  readonly asBefore?: string[];
}

/** A check that stays beyond its limit, and why. */
export interface Cannot {
  readonly id: string;
  readonly sentence: string;
}

/** What a mending goes by beside the limits. */
export interface Aim {
  /** Paths of figures that stay as they are, or names of parts: what a change was made for. */
  readonly keeps?: readonly string[];
  /** Changes that are tried beside those of the parts. */
  readonly also?: (s: Situation) => Also[];
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
/** Drives that are judged, and drives for which ESC, pack and leads are made to suit: bounds on the work. */
const MOST_DRIVES = 900;
const MOST_COMPLETED = 12;
/** What a changed ESC, pack rating or lead weighs beside the drive's cost. (m) */
const ELECTRIC_COST = 1;
/** What it weighs to lose what the craft is for, for each e-fold: half of the thrust weighs as much as exchanging three parts. (m) */
const LOST_COST = 16;

interface Found {
  readonly trial: Trial;
  readonly fails: Fails;
  readonly cost: number;
}

/** Parts that a trial exchanges, each by the first of its changes: a gear goes with its motor. */
const partsOf = (trial: Trial): string[] => [
  ...new Set(trial.rungs.map((r) => r.changes[0].path.split('.')[0]))
];

/** What a solution asks of the user: a part to exchange, a margin that stays used up, how far it goes. (m) */
const effort = ({ trial, fails, cost }: Found, aim: Aim): number =>
  partsOf(trial).length + marginCost(aim) * fails.tight + FAR * cost;
const FAR = 0.25;
const marginCost = (aim: Aim): number => (aim.fewest ? 0.02 : 1);

const isWhole = ({ fails }: Found): boolean => fails.over + fails.tight === 0;

/** The better of two comes first: fewer over, then what lets fewer fail than before in all, then what asks less. */
const orderFrom =
  (before: Fails, aim: Aim) =>
  (a: Found, b: Found): number => {
    const fewer = ({ fails }: Found): number => Number(fails.over + fails.tight < before.over + before.tight);
    return (
      a.fails.over - b.fails.over ||
      (aim.fewest ? 0 : Number(isWhole(b)) - Number(isWhole(a)) || fewer(b) - fewer(a)) ||
      effort(a, aim) - effort(b, aim)
    );
  };

const quickFirst = (a: Check, b: Check): number => Number(a.slow ?? false) - Number(b.slow ?? false);

/** The drives whose own checks are best, the nearest first of as many fails. */
function promising(
  bench: Bench,
  drives: readonly Drive[],
  checks: Check[],
  aim: Aim
): { trial: Trial; cost: number }[] {
  const judged: { trial: Trial; cost: number; fails: Fails }[] = [];
  let least = Infinity;
  let whole = 0;
  for (const drive of drives.slice(0, MOST_DRIVES)) {
    if (whole >= MOST_COMPLETED) break;
    const trial = bench.try(drive.rungs);
    if (!trial) continue;
    const fails = trial.failsOf(checks, least);
    if (fails.over > least) continue;
    least = fails.over;
    judged.push({ trial, cost: drive.cost + LOST_COST * lostOf(bench.before, trial.situation), fails });
    if (fails.over === 0 && (aim.fewest || fails.tight === 0)) whole++;
  }
  return judged
    .filter(({ fails }) => fails.over === least)
    .sort((a, b) => marginCost(aim) * (a.fails.tight - b.fails.tight) + FAR * (a.cost - b.cost))
    .slice(0, MOST_COMPLETED);
}

/** What a trial exchanges, as one word. */
const kindOf = (trial: Trial): string => partsOf(trial).sort().join();

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
 * Drives as far right as ESC, pack and leads make them, where they are better than the setup as it stands. It ends when as
 * many ways as are offered make everything hold.
 */
function completed(
  bench: Bench,
  before: Fails,
  starts: readonly { trial: Trial; cost: number }[],
  aim: Aim
): Found[] {
  const found: Found[] = [];
  const whole = new Set<string>();
  for (const { trial: start, cost } of starts) {
    if (whole.size >= OFFERED) break;
    const trial = carried(bench, start, aim.fewest);
    // bands only add to what fails: what is no better without them is no better
    if (trial.changes.length === 0 || !helps(failsOf(trial.failing), before, aim)) continue;
    const fails = failsOf(trial.counted);
    if (!helps(fails, before, aim) || trial.overWhenWeighed.length > 0) continue;
    const one = { trial, fails, cost: cost + ELECTRIC_COST * (trial.rungs.length - start.rungs.length) };
    if (aim.fewest && found.some((f) => f.fails.over === 0 && isMore(trial, f.trial))) continue;
    found.push(one);
    if (aim.fewest ? fails.over === 0 : isWhole(one)) whole.add(kindOf(trial));
  }
  return found;
}

/** Drives round a situation that leave alone what is to stay. */
const around = (bench: Bench, s: Situation, aim: Aim): Drive[] =>
  drivesAround(s, aim.also?.(s), (rung) => bench.isFree(rung));

/** Solutions round the setup fitted anew: as it comes, and with the nearest changes of the best of them. */
function afresh(bench: Bench, before: Fails, checks: Check[], aim: Aim): Found[] {
  const drives = refitted(bench.before, aim.keeps);
  const starts = drives.flatMap((drive) => {
    const trial = bench.try(drive.rungs);
    return trial ? [{ trial, cost: drive.cost + LOST_COST * lostOf(bench.before, trial.situation) }] : [];
  });
  const found = completed(bench, before, starts, aim).sort(orderFrom(before, aim));
  const [best] = found;
  if (!best || best.fails.over === 0) return found;
  const further = around(bench, best.trial.situation, aim).map((d) => ({
    rungs: [...best.trial.rungs, ...d.rungs],
    cost: best.cost + d.cost
  }));
  return [...found, ...completed(bench, before, promising(bench, further, checks, aim), aim)];
}

/** Solutions that are better than the setup as it stands, best first, no two that exchange the same parts. */
function solutions(bench: Bench, before: Fails, checks: Check[], aim: Aim): Found[] {
  const drives = around(bench, bench.before, aim);
  const near = completed(bench, before, promising(bench, drives, checks, aim), aim);
  const found = near.some((f) => f.fails.over === 0)
    ? near
    : [...near, ...afresh(bench, before, checks, aim)];
  const kinds = new Set<string>();
  return found.sort(orderFrom(before, aim)).filter(({ trial }) => {
    const kind = kindOf(trial);
    return kinds.has(kind) ? false : kinds.add(kind);
  });
}

/** "2 % less thrust", what a change costs or gives; nothing where it is less than one per cent. */
function moved(before: Situation, after: Situation): string[] {
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
const asBeforeOf = (trial: Trial): CheckResult[] =>
  trial.settled.filter((r) => r.finding === 'over' && !trial.counted.includes(r));

/** What comes of a solution: "everything holds" where everything that decides is known, "2 % less thrust". */
function outcomeOf({ trial, fails }: Found, before: Situation): string[] {
  const failing = trial.counted.filter(isFailing);
  const asBefore = asBeforeOf(trial);
  const unsettled = unsettledOf(trial.settled);
  const verdict =
    failing.length === 0
      ? unsettled.length === 0
        ? 'everything holds'
        : `nothing that is known is over; ${listed(unsettled.map((u) => u.what))} is not known`
      : fails.over === 0
        ? `nothing over, ${listed(failing.map((r) => r.title))} tight`
        : `${listed(failing.filter((r) => r.finding === 'over').map((r) => r.title))} still over`;
  const stays = asBefore.length > 0 ? [`${listed(asBefore.map((r) => r.title))} over as before`] : [];
  return [verdict, ...stays, ...moved(before, trial.situation)];
}

function effectsOf(before: readonly CheckResult[], after: readonly CheckResult[]): Effect[] {
  const was = new Map(before.map((r) => [r.id, r]));
  const is = new Map(after.map((r) => [r.id, r]));
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((id) => {
    const [a, b] = [was.get(id), is.get(id)];
    if (a?.finding === b?.finding) return [];
    const { title, unit, direction } = (b ?? a) as CheckResult;
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

const GIVES: Readonly<Record<Exclude<Give, 'room'>, string>> = {
  weight: 'the weight',
  time: 'the wanted time',
  speed: 'the wanted speed',
  leads: 'the length of the leads'
};

/** What would have to give for a limit that nothing meets: what the user holds, the room, the weight, the wish itself. */
function whatWouldGive(result: CheckResult, s: Situation, aim: Aim): string {
  const { craft, fixed = [] } = s.setup;
  const held = (fixed as readonly FixablePart[]).map(
    (part) => `the ${partWord(part, s.setup.propulsor.kind)}`
  );
  // a submerged screw is as large as its power asks, not as the room is
  const bounded = craft.largestPropM != null && s.setup.propulsor.kind !== 'submerged-screw';
  const gives = [
    ...(aim.keeps?.length ? ['the change itself'] : []),
    ...(held.length > 0 ? [`something that is held (${held.join(', ')})`] : []),
    ...(checkOf(result.id)?.gives ?? [])
      .filter((g) => g !== 'room' || bounded)
      .map((g) =>
        g === 'room' ? `the room for the ${partWord('propulsor', s.setup.propulsor.kind)}` : GIVES[g]
      )
  ];
  return gives.length > 0
    ? `${listed(gives)} would have to give`
    : 'its working says what would have to give';
}

/** Why a check cannot be met: the best value of what was tried, the limit, and what would have to give. */
function cannotOf(result: CheckResult, s: Situation, aim: Aim): string {
  const limit = result.reason === 'margin' ? result.marginLimit : result.limit;
  if (result.value === null || limit === null) return `${result.title}: ${result.sentence}.`;
  const way = result.direction === 'below' ? 'at most' : 'at least';
  const best = `${result.title}: ${showUnit(result.value, result.unit)} in the best of what was tried, ${way} ${showUnit(limit, result.unit)}`;
  if (result.reason !== 'band') return `${best}; ${whatWouldGive(result, s, aim)}.`;
  const edge = (result.band as Band)[result.direction === 'below' ? 1 : 0];
  return `${best}, but its band reaches ${showUnit(edge, result.unit)}: measured figures in place of estimated ones would settle it.`;
}

/**
 * What would put a whole setup right. Every drive near the present one (propulsor, cells, motor, gear; one, two or three of
 * them changed) is judged by every check that ESC, pack and leads cannot mend; for the best of them those are made to suit;
 * each is then judged whole, with bands where the setup is looked at with bands. Offered is only what fails less than the
 * setup as it stands, and never more over: pressing what is offered cannot go in circles.
 * @param results findings of the setup as it stands
 * @param aim what it keeps to beside the limits; everything is to hold where nothing is said
 */
export function mendingOf(s: Situation, results: readonly CheckResult[], aim: Aim = {}): Mending {
  const counted = results.filter((r) => !isExcused(r, aim.excused ?? new Map()));
  const before = failsOf(counted);
  if (before.over + (aim.fewest ? 0 : before.tight) === 0) return { putRight: [], cannot: [] };
  const bench = new Bench(s, results, aim.keeps, aim.excused);
  const start = bench.try([]);
  const carriedIds = new Set(
    CHECKS.map((check) => start?.resultOf(check) ?? null)
      .filter((r): r is CheckResult => r !== null && isCarried(r, s, bench))
      .map((r) => r.id)
  );
  const found = solutions(
    bench,
    before,
    CHECKS.filter((check) => !carriedIds.has(check.id)).sort(quickFirst),
    aim
  );
  const putRight = found.slice(0, OFFERED).map((f): PutRight => {
    const [steps, outcome] = [stepsOf(f.trial), outcomeOf(f, s)];
    return {
      text: `${listed(steps)}: ${outcome.join(', ')}`,
      steps,
      outcome,
      changes: [...f.trial.changes],
      effects: effectsOf(results, f.trial.settled),
      stillOver: f.trial.counted.filter((r) => r.finding === 'over').map((r) => r.id),
      ...(aim.excused ? { asBefore: asBeforeOf(f.trial).map((r) => r.id) } : {})
    };
  });
  const left = (found[0]?.trial.counted ?? counted).filter((r) =>
    aim.fewest ? r.finding === 'over' : isFailing(r)
  );
  return { putRight, cannot: left.map((r) => ({ id: r.id, sentence: cannotOf(r, s, aim) })) };
}
