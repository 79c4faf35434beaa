import { DRIVE_PARTS } from '../registry/parts.ts';
import { briefOfCraft, type Brief } from '../brief/brief.ts';
import { runChecks } from '../checks/run-checks.ts';
import type { SetupDocument } from '../document/schema.ts';
import { validateAgainst, validateSetup } from '../document/validate.ts';
import { firstSketch } from '../alternatives/first-sketch.ts';
import { shoppingLines } from '../alternatives/shopping.ts';
import { badRequest, type BadRequest } from '../predict/answer-predict.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { issue, type Issue } from '../text/issues.ts';
import { Assembler } from './assembler.ts';
import { candidateOf, type Candidate } from './candidate.ts';
import { frontierOf } from './frontier.ts';
import { nearestCandidates, nearMissOf, type NearMiss } from './nearest.ts';
import { axesFor, measureOf } from '../yardstick/by-purpose.ts';
import type { Gives } from '../yardstick/gives.ts';
import type { Axis, Yardstick } from '../yardstick/objectives.ts';
import { scoreOf, type Measure } from '../yardstick/worth.ts';
import { openingsOf, type Opening } from './purchase-options.ts';
import { relaxationsOf, type Relaxation } from './constraint-relief.ts';
import {
  MOST_COMBINATIONS,
  searchRequestSchema,
  type SearchBrief,
  type SearchLimits,
  type SearchRequest,
  type SearchShelf
} from './search-request.ts';
import { SearchResult } from './search-result.ts';
import { rejectionsOf, SearchRun, type SearchOutcome, type SearchShare } from './search-run.ts';
import { spaceOf, type LeftOut, type SearchPart, type SearchParts, type Space } from './space.ts';
import type { Rejection } from './verdict.ts';

/** A search that was checked: everything that its threads need to know. */
export interface SearchJob {
  readonly brief: SearchBrief;
  readonly parts: SearchParts;
  readonly limits: SearchLimits;
  readonly measure: Measure;
  readonly axes: readonly [Axis, Axis];
  readonly top: number;
  /** Cells that were chosen for the craft: what is asked of a shop is for them. */
  readonly cells?: number | null;
}

/** One workable combination in the answer. */
export interface Ranked {
  readonly setup: SetupDocument;
  readonly objectives: Gives;
  readonly score: number;
  readonly findings: { readonly tight: readonly string[]; readonly over: readonly string[] };
}

/** What nothing on the shelf is, and the brief wants: a setup from the catalogue, with what to ask a shop for. */
export interface Ideal {
  readonly setup: SetupDocument;
  /** Titles of what even it does not meet. */
  readonly over: readonly string[];
  readonly shopping: readonly string[];
}

/** The answer of the contract. */
export interface SearchAnswer {
  readonly examined: number;
  readonly workable: number;
  readonly leftOut: readonly LeftOut[];
  readonly yardstick: Yardstick;
  readonly axes: readonly [Axis, Axis];
  readonly ranked: readonly Ranked[];
  /** Places in `ranked` of those that no workable combination beats on both axes. */
  readonly frontier: readonly number[];
  readonly rejected: Partial<Record<Rejection, number>>;
  readonly nearest: readonly Omit<NearMiss, 'combination' | 'changes' | 'gives'>[];
  readonly relaxations: readonly Relaxation[];
  readonly buy: readonly Pick<Opening, 'part' | 'text' | 'opens' | 'better' | 'onShelf'>[];
  readonly ideal: Ideal | null;
}

/** How many are listed where nothing is said, and how many near misses and things to buy. */
const TOP = 50;
const NEAREST = 8;
const BUY = 8;

type Checked<T> = { ok: true; value: T } | { ok: false; errors: BadRequest };

/** A shelf of plain documents as parts to choose from. */
export function partsOfShelf(shelf: SearchShelf): SearchParts {
  const list = <T extends { name?: string; owned?: boolean; price?: number | null }>(
    documents: readonly T[]
  ): SearchPart<Omit<T, 'owned' | 'price'>>[] =>
    documents.map(({ owned, price, ...part }) => ({
      name: part.name ?? '',
      owned: owned ?? true,
      price,
      document: part
    }));
  return {
    battery: list(shelf.battery),
    esc: list(shelf.esc),
    motor: list(shelf.motor),
    propulsor: list(shelf.propulsor),
    ...(shelf.receiverSupply ? { receiverSupply: list(shelf.receiverSupply) } : {})
  } as unknown as SearchParts;
}

const COMMON = {
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2 },
  esc: {},
  motor: { kvRpmPerVolt: 1000 },
  propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12 }
} as const;

/** Figures of parts and brief that contradict each other: each looked at in a setup of its own. */
function contradictionsOf(request: SearchRequest, shelf: SearchShelf | null): Issue[] {
  const errors: Issue[] = [];
  const look = (part: Partial<SetupDocument>, place: string, strip: string): void => {
    const checked = validateSetup({
      format: 'iskarn.setup/1',
      craft: request.brief.craft,
      ...COMMON,
      ...part
    });
    if (!checked.ok)
      errors.push(...checked.errors.map((e) => ({ ...e, path: e.path.replace(strip, place) })));
  };
  look({ ...(request.brief as Partial<SetupDocument>) }, 'brief', '');
  for (const part of DRIVE_PARTS) {
    shelf?.[part].forEach((document, k) => {
      const { owned: _owned, price: _price, ...rest } = document;
      look({ [part]: rest }, `shelf.${part}.${k}`, part);
    });
    const fixed = request.limits?.fixed?.[part];
    if (fixed) look({ [part]: fixed }, `limits.fixed.${part}`, part);
    if (errors.length > 40) break;
  }
  return errors;
}

/**
 * Checks a search request. @param stored the user's shelf, for requests that bring none @param schools of the settings; the
 * brief's own come before them
 */
export function checkSearch(
  value: unknown,
  stored: SearchParts | null,
  schools: Readonly<Record<string, string>> = {}
): Checked<SearchJob> {
  const shape = validateAgainst<SearchRequest>(searchRequestSchema, value);
  if (!shape.ok) return { ok: false, errors: badRequest(shape.errors) };
  const request = shape.value;
  const shelf = request.shelf ?? null;
  if (!shelf && !stored)
    return { ok: false, errors: badRequest([issue('shelf', 'search-without-shelf', {})]) };
  const errors = contradictionsOf(request, shelf);
  if (errors.length > 0) return { ok: false, errors: badRequest(errors) };
  const limits = request.limits ?? {};
  const brief = { ...request.brief, schools: { ...schools, ...request.brief.schools } };
  const parts = shelf ? partsOfShelf(shelf) : (stored as SearchParts);
  const { size, head } = spaceOf(brief, parts, limits);
  if (size > MOST_COMBINATIONS)
    return {
      ok: false,
      errors: badRequest([issue('shelf', 'too-many-combinations', { size, most: MOST_COMBINATIONS })])
    };
  return {
    ok: true,
    value: {
      brief,
      parts,
      limits,
      measure: measureOf(head.craft, request.rank, limits.maxMassKg, brief.schools as Record<string, string>),
      axes: request.axes ?? axesFor(brief.craft),
      top: request.top ?? TOP
    }
  };
}

/** One share of a search, done whole. */
export function searchShare(job: SearchJob, share?: SearchShare): SearchOutcome {
  return new SearchRun(spaceOf(job.brief, job.parts, job.limits), job.limits, share, job.measure).finish()
    .outcome;
}

/** The brief as a first sketch takes it. */
const sketchBriefOf = ({ brief, limits, cells }: SearchJob, { head: { craft } }: Space): Brief => ({
  ...briefOfCraft(craft, 'ideal', brief.count ?? (craft.kind === 'multirotor' ? 4 : 1)),
  series: limits.series?.length === 1 ? limits.series[0] : (cells ?? null)
});

/** What the brief wants whatever is on the shelf; null where nothing sensible comes of it. */
export function idealOf(job: SearchJob, space: Space): Ideal | null {
  const { schools } = job.brief;
  const sketched = firstSketch(sketchBriefOf(job, space), schools);
  const setup: SetupDocument = {
    ...sketched,
    ...(space.head.environment ? { environment: space.head.environment } : {}),
    craft: { ...space.head.craft, massKg: sketched.craft.massKg }
  };
  const checked = validateSetup(setup);
  if (!checked.ok) return null;
  const s = analysisOf(checked.value, { schools, bands: true });
  return {
    setup: checked.value,
    over: runChecks(s)
      .filter((r) => r.finding === 'over')
      .map((r) => r.title),
    shopping: shoppingLines(s).map((l) => l.text)
  };
}

/** Everything that follows from what the shares found: near misses, what to buy, what would be ideal. */
export interface Advice {
  readonly nearest: readonly NearMiss[];
  readonly relaxations: readonly Relaxation[];
  readonly buy: readonly Opening[];
  readonly ideal: Ideal | null;
}

/** What would help: told from the nearest misses and by searching with one new part at a time. */
export function adviceOf(job: SearchJob, result: SearchResult): Advice {
  const { brief, parts, limits, measure } = job;
  const space = spaceOf(brief, parts, limits);
  const ideal = idealOf(job, space);
  if (space.size === 0) return { nearest: [], relaxations: [], buy: [], ideal };
  const assembler = new Assembler(space);
  const nearest = nearestCandidates(space, assembler, limits, result.nearest, NEAREST).map(nearMissOf);
  const { found } = result;
  const [top] = found.ranked(measure, 1);
  const best = top === undefined ? null : scoreOf((axis) => found.value(top, axis), measure);
  const buy = openingsOf(space, brief, parts, limits, measure, nearest, ideal?.setup ?? null, best);
  const relaxations = relaxationsOf(space, brief, parts, limits);
  return { nearest, relaxations, buy: buy.slice(0, BUY), ideal };
}

/** The answer of the contract from what every share found. */
export function answerOfSearch(job: SearchJob, outcomes: readonly SearchOutcome[]): SearchAnswer {
  const { brief, parts, limits, measure, axes, top } = job;
  const space = spaceOf(brief, parts, limits);
  const result = new SearchResult(outcomes);
  const { found } = result;
  const assembler = new Assembler(space);
  const order = found.ranked(measure, top);
  const onFrontier = new Set(
    frontierOf(
      found.length,
      (k, axis) => found.value(k, axis),
      axes,
      (k) => found.combination(k)
    )
  );
  const ranked = order.map((k): Ranked => {
    const c: Candidate = candidateOf(space, assembler, limits, found.combination(k));
    return {
      setup: c.setup,
      objectives: c.gives,
      score: scoreOf((axis) => found.value(k, axis), measure),
      findings: { tight: c.tight, over: c.over }
    };
  });
  const advice = adviceOf(job, result);
  return {
    examined: space.size,
    workable: found.length,
    leftOut: space.leftOut,
    yardstick: measure.yardstick,
    axes,
    ranked,
    frontier: order.flatMap((k, place) => (onFrontier.has(k) ? [place] : [])),
    rejected: rejectionsOf(result.rejected),
    nearest: advice.nearest.map(({ setup, over, by, relaxation }) => ({ setup, over, by, relaxation })),
    relaxations: advice.relaxations,
    buy: advice.buy.map(({ part, text, opens, better, onShelf }) => ({ part, text, opens, better, onShelf })),
    ideal: advice.ideal
  };
}

/** Validates and searches, in one thread: what the command line calls. */
export function answerSearch(
  value: unknown,
  stored: SearchParts | null = null
): { ok: true; answer: SearchAnswer } | { ok: false; errors: BadRequest } {
  const job = checkSearch(value, stored);
  return job.ok ? { ok: true, answer: answerOfSearch(job.value, [searchShare(job.value)]) } : job;
}
