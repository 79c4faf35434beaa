import type { Advice, SearchJob } from '../../core/search/answer-search.ts';
import { firstOfEach, Found } from '../../core/search/found.ts';
import { frontierOf } from '../../core/search/frontier.ts';
import { takenFrom } from '../../core/search/candidate.ts';
import type { SearchBrief, SearchLimits } from '../../core/search/search-request.ts';
import type { Axis, Yardstick } from '../../core/yardstick/objectives.ts';
import { goalsOf } from '../../core/yardstick/goals.ts';
import { measureBy, type Measure } from '../../core/yardstick/worth.ts';
import type { Progress } from '../../core/search/search-run.ts';
import { craftWithin, setupOf, spaceOf, type SearchParts, type Space } from '../../core/search/space.ts';
import { axesFor, yardstickFor } from '../../core/yardstick/by-purpose.ts';
import { airframeOf, chosenCells, findBriefOf, searchedLimits, wishesOf } from '../../core/search/wishes.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import { MOST_COMBINATIONS } from '../../core/search/search-request.ts';
import { PageSearch, type Seen } from '../../workers/search-client.ts';
import type { SavedSearchDocument } from '../../core/search/saved-search.ts';

/** A frame drawn in the field of points: from and to on both axes, SI. */
export interface Frame {
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
}

/** How many of the ranked are listed, and the shortest time between two rankings while a search runs, ms. */
const LISTED = 200;
const RERANK_MS = 250;
/** The same where thousands are ranked: the page has more to do than to order them. */
const RERANK_MANY_MS = 1200;
const MANY = 5000;
/** How long an edit of the wishes waits for the next, ms. */
const SETTLE_MS = 120;

/** What is searched for, what was found, and what is looked at. */
export class FindState {
  /** Id of the setup that the search starts from. */
  readonly setupId: number;
  readonly setup: SetupDocument;
  readonly #schools: Readonly<Record<string, string>>;
  /** Weight of the airframe; null where it is not known. */
  readonly airframe: { readonly kg: number; readonly given: boolean } | null;
  /** Whether the all-up weight follows the parts. */
  byParts = $state(true);
  readonly parts: SearchParts;
  limits = $state.raw<SearchLimits>({});
  yardstick = $state.raw<Yardstick>({});
  axes = $state.raw<[Axis, Axis]>(['thrustToWeight', 'time']);
  frame = $state.raw<Frame | null>(null);
  /** Number of the combination that is looked at; null where none is. */
  chosen = $state.raw<number | null>(null);
  /** Combinations compared in place, by number, at most three. */
  compared = $state.raw<readonly number[]>([]);
  progress = $state.raw<Progress | null>(null);
  /** Grows whenever more was found: the list of what was found is no signal itself. */
  version = $state(0);
  rejected = $state.raw<Float64Array | null>(null);
  /** How many break nothing else among what is seen at full throttle. */
  alone = $state.raw<Float64Array | null>(null);
  advice = $state.raw<Advice | null>(null);
  advising = $state(false);
  problem = $state('');
  seconds = $state(0);
  running = $state(false);
  /** Whether a wish was changed and the search for it has not begun yet. */
  pending = $state(false);
  space = $state.raw<Space | null>(null);
  found = $state.raw(new Found());
  /** Whether the list shows one of those that differ in ESC and supply only. */
  grouped = $state(true);
  #search: PageSearch | null = null;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #told = 0;
  /** How many were found when the list was last made. */
  #shown = 0;
  #started = 0;

  constructor(setupId: number, setup: SetupDocument, parts: SearchParts, schools: Record<string, string>) {
    const { limits } = wishesOf(setup, schools);
    this.setupId = setupId;
    this.setup = setup;
    this.#schools = schools;
    this.airframe = airframeOf(setup);
    this.parts = parts;
    this.limits = limits;
    this.yardstick = this.usual;
    this.axes = axesFor(setup.craft);
  }

  /** What is searched for: the craft without its parts, by its airframe where the weight follows them. */
  readonly brief = $derived.by((): SearchBrief => findBriefOf(this.setup, this.#schools, this.byParts));

  /** What the list is ranked by: the weights, up to the goals of the craft and of what is wished here. */
  readonly measure = $derived.by((): Measure =>
    measureBy(
      this.yardstick,
      goalsOf(craftWithin(this.brief.craft, searchedLimits(this.setup, this.limits)), this.limits.maxMassKg)
    )
  );

  /** The weights that the purpose has, by the user’s margin of what is recommended. */
  get usual(): Yardstick {
    return yardstickFor(this.setup.craft, { ...this.#schools, ...this.setup.schools });
  }

  get job(): SearchJob {
    return {
      brief: this.brief,
      parts: this.parts,
      limits: searchedLimits(this.setup, this.limits),
      measure: this.measure,
      axes: this.axes,
      top: LISTED,
      cells: chosenCells(this.setup)
    };
  }

  /** Places of the ranked, best first; within the frame where there is one. */
  readonly ranked = $derived.by((): number[] => {
    void this.version;
    const { frame, found } = this;
    const [x, y] = this.axes;
    const inside: number[] | null = frame ? [] : null;
    if (frame && inside)
      for (let k = 0; k < found.length; k++) {
        const a = found.value(k, x);
        const b = found.value(k, y);
        if (
          a !== null &&
          b !== null &&
          a >= frame.x[0] &&
          a <= frame.x[1] &&
          b >= frame.y[0] &&
          b <= frame.y[1]
        )
          inside.push(k);
      }
    this.#inFrame = inside?.length ?? found.length;
    const order = found.ranked(this.measure, this.grouped ? Infinity : LISTED, inside);
    if (!this.grouped) return order;
    const { best, sizes } = firstOfEach(order, (place) => this.#groupOf(found.combination(place)), LISTED);
    this.#alike = sizes;
    return [...best];
  });
  #alike: ReadonlyMap<number, number> | null = null;

  /** Number that combinations share which differ in ESC and supply only. */
  #groupOf(combination: number): number {
    const { space } = this;
    return space ? Math.floor(combination / (space.escs.length * space.supplies.length)) : combination;
  }

  /** How many workable ones differ from a combination in ESC and supply only. */
  alike(combination: number): number {
    void this.ranked;
    return this.grouped ? (this.#alike?.get(this.#groupOf(combination)) ?? 1) - 1 : 0;
  }

  /** How many are workable, so far. */
  get count(): number {
    void this.version;
    return this.found.length;
  }

  #inFrame = 0;
  /** How many lie in the frame; all without one. */
  get inFrame(): number {
    void this.ranked;
    return this.#inFrame;
  }

  readonly frontier = $derived.by((): number[] => {
    void this.version;
    return frontierOf(
      this.found.length,
      (k, axis) => this.found.value(k, axis),
      this.axes,
      (k) => this.found.combination(k)
    );
  });

  /** Place of a combination among what was found; −1 where it is not. */
  placeOf(combination: number): number {
    void this.version;
    return this.found.placeOf(combination);
  }

  /** The document of a combination, named: with the wishes it was found by, its all-up weight as it then is. */
  documentOf(combination: number): SetupDocument {
    return takenFrom(setupOf(this.space as Space, combination), this.airframe);
  }

  /** Sets one wish and searches anew once no other follows. */
  wish(change: Partial<SearchLimits>): void {
    this.limits = { ...this.limits, ...change };
    this.later();
  }

  later(): void {
    clearTimeout(this.#timer);
    this.pending = true;
    this.#timer = setTimeout(() => this.start(), SETTLE_MS);
  }

  /** Searches anew. */
  start(): void {
    clearTimeout(this.#timer);
    this.pending = false;
    this.#search?.end();
    this.found = new Found();
    this.chosen = null;
    this.compared = [];
    this.advice = null;
    this.rejected = null;
    this.alone = null;
    this.progress = null;
    this.problem = '';
    const space = spaceOf(this.brief, this.parts, this.job.limits);
    this.space = space;
    this.#shown = 0;
    this.version++;
    this.running = space.size > 0;
    if (space.size === 0) return;
    if (space.size > MOST_COMBINATIONS) {
      this.running = false;
      this.problem = 'These are too many combinations at once: hold a part, or leave out some cell counts.';
      return;
    }
    this.#started = performance.now();
    const search = new PageSearch(
      this.job,
      (seen) => this.#see(search, seen),
      (why) => {
        this.running = false;
        this.problem = `The search stopped: ${why}. Change a wish to start it again.`;
      }
    );
    this.#search = search;
    this.found = search.found;
  }

  #see(search: PageSearch, seen: Seen): void {
    if (search !== this.#search) return;
    this.progress = seen.progress;
    this.rejected = seen.rejected;
    this.alone = seen.alone;
    this.seconds = (performance.now() - this.#started) / 1000;
    const now = performance.now();
    const { length } = seen.found;
    // nothing is ranked anew where nothing new was found
    const due = now - this.#told > (length > MANY ? RERANK_MANY_MS : RERANK_MS) || this.#shown === 0;
    if (length !== this.#shown && (seen.isDone || due || seen.progress.phase === 'settling')) {
      this.#told = now;
      this.#shown = length;
      this.version++;
    }
    if (!seen.isDone) return;
    this.running = false;
    this.advising = true;
    void search.advise().then((advice) => {
      if (search !== this.#search) return;
      this.advice = advice;
      this.advising = false;
    });
  }

  /** Ends the search where it is; what was found stays. */
  cancel(): void {
    clearTimeout(this.#timer);
    this.#search?.end();
    this.running = false;
    this.pending = false;
    this.advising = false;
    // the stop is seen at once; what was found last is ranked after it
    if (this.#shown !== this.found.length)
      this.#timer = setTimeout(() => {
        this.#shown = this.found.length;
        this.version++;
      }, SETTLE_MS);
  }

  /** Puts a candidate beside others, or takes it away. */
  compare(combination: number): void {
    this.compared = this.compared.includes(combination)
      ? this.compared.filter((c) => c !== combination)
      : [...this.compared, combination].slice(-3);
  }

  /** What is set on the page, to be kept. */
  get saved(): SavedSearchDocument {
    return { limits: this.limits, yardstick: this.yardstick, axes: this.axes };
  }

  /** Takes up a search that was kept. */
  takeUp(document: SavedSearchDocument): void {
    this.limits = document.limits;
    this.yardstick = document.yardstick;
    this.axes = [...document.axes];
    this.frame = null;
    this.start();
  }
}
