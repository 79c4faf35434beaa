import { DRIVE_PARTS, type DrivePart } from '../registry/parts.ts';
import { FIXABLE_PARTS, type FixablePart } from '../registry/parts.ts';
import { fittedDocument } from './fitted-setup.ts';
import type { CheckResult } from '../checks/finding.ts';
import { runChecks } from '../checks/run-checks.ts';
import type { Change } from '../document/change.ts';
import { type SetupDocument } from '../document/schema.ts';
import type { StoredPart } from '../document/stored.ts';
import { ESTIMATED, fitAround } from './fit-around.ts';
import { suitsCraft } from './first-propulsor.ts';
import { figuresOf } from '../yardstick/gives.ts';
import { TO_BUY } from '../yardstick/bought.ts';
import { reasonOf } from '../yardstick/reason.ts';
import { MARGIN_USED, scoreOf } from '../yardstick/worth.ts';
import { withShelfPart } from '../shelf/measured.ts';
import { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { failsOf, isBetter, isFailing, type Fails } from '../checks/fails.ts';
import { Bench, type Trial } from './trials.ts';
import { carried } from './electrics.ts';
import { lostOf } from './lost.ts';
import { exchange } from './refitted.ts';
import { shopWords } from './shop-words.ts';

/** A part of the shelf as far as a fitting needs it. */
export type ShelfPart = Pick<StoredPart, 'kind' | 'name' | 'document' | 'measured'>;

/** A predicted figure with its band of 10 to 90 %, SI. */
export interface BandedFigure {
  readonly value: number;
  readonly band: readonly [number, number] | null;
}

/** What a setup comes to in its worst case, full throttle and standing on a full pack: A, N, rpm, kg; and what fails. */
export interface WorstCase {
  readonly currentA: BandedFigure;
  /** Null afloat, where thrust does not carry the craft. */
  readonly thrustN: BandedFigure | null;
  readonly rpm: BandedFigure;
  readonly massKg: number;
  /** Titles of the checks that are over, and of those that are tight. */
  readonly over: readonly string[];
  readonly tight: readonly string[];
}

/** One part of a fitted setup in a shop's words, and whose it is. */
export interface OfferedPart {
  readonly part: FixablePart;
  readonly text: string;
  /** `yours` from the shelf, `as it is` where it stays, `to buy` else. */
  readonly from: 'yours' | 'as it is' | 'to buy';
}

/** One way to choose every part that is free. */
export interface Fitting {
  readonly parts: readonly OfferedPart[];
  /** How many of them are still to be bought. */
  readonly toBuy: number;
  /** Everything that changes, to be applied to the setup that was fitted. */
  readonly changes: readonly Change[];
  readonly sources: NonNullable<SetupDocument['sources']>;
  readonly outcome: WorstCase;
  /** Whether margins are left, or just enough, or something stays over. */
  readonly holds: 'comfortable' | 'just enough' | 'not whole';
  /** Why it is offered, in a line. */
  readonly why: string;
}

/** The setup as it stands beside the best ways to fit what is free, best first. */
export interface Fittings {
  readonly now: WorstCase;
  readonly held: readonly FixablePart[];
  readonly offers: readonly Fitting[];
}

/** Most that are offered, and bounds on the work: owned motors tried, owned parts tried in the place of a fitted one. */
const OFFERED = 4;
const MOST_MOTORS = 8;
const MOST_PARTS = 4;
/** Ways that owned parts are tried in: the best of those fitted. */
const MOST_WAYS = 7;
/** How many fitted setups are judged whole, with bands. */
const MOST_JUDGED = 8;

const banded = (value: number, band?: readonly [number, number]): BandedFigure => ({
  value,
  band: band ?? null
});

/** What a setup comes to, by what its checks find. */
export function outcomeOf(s: SetupAnalysis, results: readonly CheckResult[] = runChecks(s)): WorstCase {
  const { worst } = s;
  const titles = (finding: string): string[] =>
    results.filter((r) => r.finding === finding).map((r) => r.title);
  return {
    currentA: banded(worst.batteryCurrentA, worst.band?.batteryCurrentA),
    thrustN: s.kind === 'boat' ? null : banded(worst.thrustN, worst.band?.thrustN),
    rpm: banded(worst.rpm, worst.band?.rpm),
    massKg: s.setup.craft.massKg,
    over: titles('over'),
    tight: titles('tight')
  };
}

/** How far a part of the shelf is from a fitted one by its decisive figure, in logarithms; null where it cannot take its place. */
function farness(part: ShelfPart, fitted: SetupDocument): number | null {
  const log = (a: number | null | undefined, b: number | null | undefined): number | null =>
    a == null || b == null || a <= 0 || b <= 0 ? null : Math.abs(Math.log(a / b));
  switch (part.kind) {
    case 'propulsor': {
      const p = part.document as SetupDocument['propulsor'];
      return suitsCraft(p, fitted) ? log(p.diameterM, fitted.propulsor.diameterM) : null;
    }
    case 'battery': {
      const b = part.document as SetupDocument['battery'];
      const cells = log(b.series, fitted.battery.series);
      const size = log(b.capacityAh, fitted.battery.capacityAh);
      return cells === null || size === null ? null : 3 * cells + size;
    }
    case 'esc':
      return log((part.document as { continuousA?: number }).continuousA, fitted.esc?.continuousA);
    case 'motor':
      return log((part.document as { massKg?: number }).massKg ?? 0.1, fitted.motor.massKg ?? 0.1);
    default:
      return null;
  }
}

/** Owned parts of a kind that may take the place of a fitted one, the most alike first. */
const alike = (
  shelf: readonly ShelfPart[],
  kind: DrivePart,
  fitted: SetupDocument,
  most: number
): ShelfPart[] =>
  shelf
    .flatMap((part) => {
      const far = part.kind === kind ? farness(part, fitted) : null;
      return far === null ? [] : [{ part, far }];
    })
    .sort((a, b) => a.far - b.far)
    .slice(0, most)
    .map(({ part }) => part);

interface Found {
  readonly trial: Trial;
  /** Parts that come from the shelf. */
  readonly owned: ReadonlyMap<DrivePart, ShelfPart>;
}

const noWorse = (a: Fails, b: Fails): boolean => a.over <= b.over && a.over + a.tight <= b.over + b.tight;

/** A trial with owned parts in the place of fitted ones, where that lets no more fail. */
function withOwned(
  bench: Bench,
  start: Found,
  free: readonly DrivePart[],
  shelf: readonly ShelfPart[]
): Found {
  let { trial } = start;
  const owned = new Map(start.owned);
  for (const part of free.filter((p) => p !== 'motor' && !owned.has(p))) {
    const others = trial.rungs.filter((r) => !r.changes[0].path.startsWith(`${part}.`));
    let best: { trial: Trial; part: ShelfPart; fails: Fails } | null = null;
    for (const candidate of alike(shelf, part, trial.situation.setup, MOST_PARTS)) {
      const { setup } = bench.before;
      const rung = exchange(part, setup, withShelfPart(setup, candidate));
      const next = bench.try(rung.changes.length === 0 ? others : [...others, rung]);
      if (!next) continue;
      const fails = failsOf(next.failing);
      if (best ? isBetter(fails, best.fails) : noWorse(fails, failsOf(trial.failing)))
        best = { trial: next, part: candidate, fails };
    }
    if (best) {
      trial = best.trial;
      owned.set(part, best.part);
    }
  }
  return { trial, owned };
}

/** Names of the parts that a setup has, as one word: two ways that come to the same are one. */
const sameAs = (found: Found): string =>
  JSON.stringify(DRIVE_PARTS.map((part) => shopWords(part, found.trial.situation.setup)));

/** Where each figure comes from once a fitting is taken: fitted ones are estimated, owned ones as the shelf has them. */
function sourcesAfter(before: SetupDocument, found: Found): NonNullable<SetupDocument['sources']> {
  const touched = new Set(found.trial.changes.map((c) => c.path.split('.')[0]));
  let setup = before;
  for (const part of DRIVE_PARTS.filter((p) => touched.has(p))) {
    const owned = found.owned.get(part);
    if (owned) setup = withShelfPart(setup, owned);
    else {
      const kept = Object.entries(setup.sources ?? {}).filter(([path]) => !path.startsWith(`${part}.`));
      const made = ESTIMATED[part].map((path) => [path, 'estimated'] as const);
      setup = { ...setup, sources: Object.fromEntries([...kept, ...made]) };
    }
  }
  return setup.sources ?? {};
}

/** The part of a fitted setup, and whether it stays, is on the shelf, or is to be bought. */
function partsOf(before: SetupDocument, after: SetupDocument, found: Found): OfferedPart[] {
  return FIXABLE_PARTS.flatMap((part): OfferedPart[] => {
    const changed = found.trial.changes.some((c) => c.path.startsWith(`${part}.`));
    if (part === 'wiring' && !changed) return [];
    const owned = part === 'wiring' ? undefined : found.owned.get(part);
    const text = shopWords(part, after);
    return [
      {
        part,
        text: owned ? `${owned.name}: ${text}` : text,
        from: owned ? 'yours' : changed ? 'to buy' : 'as it is'
      }
    ];
  });
}

/** Ways to fit the free parts: anew, round each part that may stay, and round each owned motor. */
function starts(bench: Bench, free: readonly DrivePart[], shelf: readonly ShelfPart[]): Found[] {
  const { setup, schools } = bench.before;
  const held = DRIVE_PARTS.filter((part) => !free.includes(part));
  const fit = (
    base: SetupDocument,
    stay: readonly FixablePart[],
    owned: ReadonlyMap<DrivePart, ShelfPart>
  ): Found[] => {
    const fitted = fitAround(base, {
      fixed: ['wiring', ...stay],
      schools,
      effort: stay.length > held.length ? 'quick' : 'whole'
    });
    const rungs = free.map((part) => exchange(part, setup, fitted)).filter((rung) => rung.changes.length > 0);
    const trial = bench.try(rungs);
    return trial ? [{ trial, owned }] : [];
  };
  const anew = fit(setup, held, new Map());
  const kept = free.flatMap((part) => fit(setup, [...held, part], new Map()));
  const motors = free.includes('motor')
    ? alike(shelf, 'motor', anew[0]?.trial.situation.setup ?? setup, MOST_MOTORS)
    : [];
  return [
    ...motors.flatMap((motor) =>
      fit(withShelfPart(setup, motor), [...held, 'motor'], new Map([['motor' as const, motor]]))
    ),
    ...kept,
    ...anew
  ];
}

/** How much better than what is there a way has to be to be offered, where no fewer are over. (m) */
const BETTER = 0.02;
/** Most of what the brief wants, or of what there is now where that is less, that a fitting may lose, in logarithms. */
const MOST_LOST = -Math.log(0.8);

interface Judged {
  readonly fitting: Fitting;
  readonly lost: number;
  /** What it is worth by what such craft are judged by, less the margins that it uses up and the parts that are to be bought. */
  readonly worth: number;
}

/** What is better first: fewer over, then what is worth more. */
const better = (a: Judged, b: Judged): number =>
  a.fitting.outcome.over.length - b.fitting.outcome.over.length || b.worth - a.worth;

/** What a situation is worth, margins that are used up counted against it. */
function worthOf(bench: Bench, s: SetupAnalysis, tight: number): number {
  const figures = figuresOf(s, { briefKg: bench.before.document.craft.massKg });
  return scoreOf(figures, bench.measure) - MARGIN_USED * tight;
}

/** A way to fit as the document that it would be. */
function judgedOf(bench: Bench, found: Found): Judged {
  const s = bench.before;
  const wanted = { changes: [...found.trial.changes], sources: sourcesAfter(s.document, found) };
  const after = new SetupAnalysis(fittedDocument(s.document, wanted), s.look);
  const parts = partsOf(s.setup, after.setup, found);
  const toBuy = parts.filter((p) => p.from === 'to buy').length;
  const lost = lostOf(s, after);
  const outcome = outcomeOf(after);
  return {
    fitting: {
      ...wanted,
      parts,
      toBuy,
      outcome,
      holds: outcome.over.length > 0 ? 'not whole' : outcome.tight.length > 0 ? 'just enough' : 'comfortable',
      why: reasonOf(after)
    },
    lost,
    worth: worthOf(bench, after, outcome.tight.length) - TO_BUY * toBuy
  };
}

/**
 * The best ways to choose every part that is not held, to be looked at before one is taken: what is owned comes before what
 * is to be bought, only shapes that suit the craft, and none that is worse than what is there: fewer over, or as many and worth
 * more by what such craft are judged by. Each is judged as the document that it would be.
 * @param shelf the parts that are owned
 */
export function fittingsOf(s: SetupAnalysis, shelf: readonly ShelfPart[]): Fittings {
  const held = (s.setup.fixed ?? []) as readonly FixablePart[];
  const free = DRIVE_PARTS.filter((part) => !held.includes(part));
  const results = runChecks(s);
  const now = outcomeOf(s, results);
  const bench = new Bench(s, results);
  const worthNow = worthOf(bench, s, now.tight.length);
  const merit = ({ trial, owned }: Found, { tight }: Fails): number =>
    trial.score - MARGIN_USED * tight + TO_BUY * owned.size;
  const promising = starts(bench, free, shelf)
    .map((found) => ({ found, worth: merit(found, { over: 0, tight: 0 }) }))
    .sort((a, b) => b.worth - a.worth)
    .slice(0, MOST_WAYS)
    .map(({ found }) => found);
  const ways = promising
    // of two ways that come to the same, the one with owned parts stands first
    .flatMap((start) => [withOwned(bench, start, free, shelf), start])
    .map((found) => ({ ...found, trial: carriedFree(bench, found) }))
    .filter((found) => found.trial.changes.length > 0);
  const seen = new Set<string>();
  const distinct = ways
    .filter((found) => {
      const key = sameAs(found);
      return seen.has(key) ? false : seen.add(key);
    })
    .map((found) => ({ found, fails: failsOf(found.trial.failing) }))
    .filter(
      ({ found, fails }) =>
        fails.over <= now.over.length &&
        found.trial.overWhenWeighed.length === 0 &&
        lostOf(s, found.trial.situation) <= MOST_LOST
    )
    .sort((a, b) => a.fails.over - b.fails.over || merit(b.found, b.fails) - merit(a.found, a.fails));
  return {
    now,
    held,
    offers: distinct
      .slice(0, MOST_JUDGED)
      .map(({ found }) => judgedOf(bench, found))
      .filter(
        ({ fitting: { outcome }, lost, worth }) =>
          lost <= MOST_LOST &&
          (outcome.over.length < now.over.length ||
            (outcome.over.length === now.over.length && worth > worthNow + BETTER))
      )
      .sort(better)
      .slice(0, OFFERED)
      .map(({ fitting }) => fitting)
  };
}

/** What carries the current made to suit, where that exchanges nothing that comes from the shelf. */
function carriedFree(bench: Bench, { trial, owned }: Found): Trial {
  if (!trial.failing.some(isFailing)) return trial;
  const next = carried(bench, trial);
  const touches = (part: DrivePart): boolean =>
    next.rungs.some((r) => !trial.rungs.includes(r) && r.changes.some((c) => c.path.startsWith(`${part}.`)));
  return [...owned.keys()].some(touches) ? trial : next;
}
