import type { RunEnd, StandFault, RunBegun } from '../../core/document/run-schema.ts';
import type { StoredRun } from '../../core/document/stored.ts';
import { validateSetup } from '../../core/document/validate.ts';
import { StopRules } from '../../core/testing/record/stop-rules.ts';
import { momentsOf, type Sample, type Samples } from '../../core/testing/record/sample.ts';
import { Stand } from '../../core/testing/stand/stand.ts';
import type { Watch } from '../../core/testing/plan/stage.ts';
import type { Db } from '../db/open.ts';
import { issue } from '../../core/text/issues.ts';
import { found, invalid, notFound, refused, type Outcome } from '../outcome.ts';
import { getSetup } from '../setups.ts';
import { madeBy } from './made-by.ts';
import { createRun, getRun } from './runs.ts';
import { appendMoments, appendSamples, dropRun, endLongRun, endRun } from './samples.ts';

/** A stand gives a sample so often, ms; what was read is on the disk within half a second. */
const STEP_MS = 50;
const FLUSH = 10;
/** A run that nobody looks at is stopped after this long, ms: a closed lid must not leave a motor running. */
const ALONE_MS = 1500;
/** Before anybody looked at all, the page may take this long to come, ms; its throttle is closed until then. */
const FIRST_MS = 10_000;
/** Longest catching up after the process was held up, s; beyond it the stand waits, as a real one could not. */
const BEHIND_S = 0.5;
/** A run that names no time ends after this, s. */
const LONGEST_S = 600;
/** Runs at once. */
const MOST_LIVE = 8;
/** A file of which nothing came for this long is not read any further: its page is gone. */
const FILE_IDLE_MS = 60_000;

type Told = (event: { samples?: Sample[]; end?: RunEnd }) => void;

/** A run that goes on: its stand, its stop rules, and who looks at it. */
class LiveRun {
  readonly #db: Db;
  readonly id: number;
  readonly #stand: Stand | null;
  readonly #rules: StopRules;
  readonly #listeners = new Set<Told>();
  #throttle = 0;
  #buffer: Sample[] = [];
  #began = performance.now();
  #given = 0;
  #aloneSince = performance.now();
  #aloneMs = FIRST_MS;
  #timer: ReturnType<typeof setInterval> | null = null;
  readonly #onEnd: () => void;

  constructor(db: Db, id: number, stand: Stand | null, rules: StopRules, onEnd: () => void) {
    this.#db = db;
    this.id = id;
    this.#stand = stand;
    this.#rules = rules;
    this.#onEnd = onEnd;
    this.#timer = setInterval(() => this.#tick(), STEP_MS);
  }

  /** Whether the simulated stand gives its samples. */
  get isStand(): boolean {
    return this.#stand !== null;
  }

  set throttle(to: number) {
    this.#throttle = to;
  }

  listen(told: Told): () => void {
    this.#listeners.add(told);
    this.#aloneMs = ALONE_MS;
    return () => {
      this.#listeners.delete(told);
      this.#aloneSince = performance.now();
    };
  }

  #tell(event: Parameters<Told>[0]): void {
    for (const told of this.#listeners) told(event);
  }

  #tick(): void {
    const now = performance.now();
    if (this.#listeners.size === 0 && now - this.#aloneSince > this.#aloneMs)
      return this.end({ rule: 'left' });
    if (!this.#stand) return;
    const due = (now - this.#began) / STEP_MS - this.#given;
    if (due * STEP_MS > 1000 * BEHIND_S) this.#began += (due - 1) * STEP_MS;
    const steps = Math.min(Math.floor(due), (1000 * BEHIND_S) / STEP_MS);
    const samples: Sample[] = [];
    for (let k = 0; k < steps; k++) {
      this.#given++;
      const sample = this.#stand.step(STEP_MS / 1000, this.#throttle);
      samples.push(sample);
      const reason = this.#rules.push(sample);
      if (reason) {
        this.#take(samples);
        return this.end({ ...reason });
      }
    }
    if (samples.length > 0) this.#take(samples);
  }

  /** What a meter read: kept at once; ends the run where a limit is passed, as far as the sample that passed it. */
  push(samples: readonly Sample[]): void {
    const taken: Sample[] = [];
    for (const sample of samples) {
      taken.push(sample);
      const reason = this.#rules.push(sample);
      if (!reason) continue;
      this.#take(taken);
      return this.end({ ...reason });
    }
    this.#take(taken);
    this.#flush();
  }

  /** Samples that arrived: kept, and on the disk soon. */
  #take(samples: Sample[]): void {
    this.#buffer.push(...samples);
    this.#tell({ samples });
    if (this.#buffer.length >= FLUSH) this.#flush();
  }

  #flush(): void {
    const samples = this.#buffer;
    this.#buffer = [];
    try {
      appendMoments(this.#db, this.id, samples);
    } catch (error) {
      console.error('iskarn: samples of a run could not be stored:', (error as Error).message);
      this.end({ rule: 'broken-off' });
    }
  }

  /** Ends the run once. */
  end(end: RunEnd): void {
    if (this.#timer) clearInterval(this.#timer);
    this.#timer = null;
    this.#onEnd();
    try {
      if (this.#buffer.length > 0) appendMoments(this.#db, this.id, this.#buffer);
      this.#buffer = [];
      endRun(this.#db, this.id, end);
    } catch (error) {
      console.error('iskarn: a run could not be ended in its log:', (error as Error).message);
    }
    this.#tell({ end });
  }
}

const live = new Map<number, LiveRun>();

/** Files that are being read, each with what throws it away when nothing more comes of it. */
const files = new Map<number, ReturnType<typeof setTimeout>>();

/** A file goes on being read: the time until it is given up begins anew. */
function awaitFile(db: Db, id: number): void {
  clearTimeout(files.get(id));
  const timer = setTimeout(() => {
    files.delete(id);
    try {
      dropRun(db, id);
    } catch (error) {
      console.error('iskarn: a file that was read half could not be thrown away:', (error as Error).message);
    }
  }, FILE_IDLE_MS);
  timer.unref();
  files.set(id, timer);
}
function closeFile(id: number): boolean {
  clearTimeout(files.get(id));
  return files.delete(id);
}

/** Begins a live run of a setup as it is now. */
export function beginRun(db: Db, setupId: number, begun: RunBegun, heldAt: string): Outcome<StoredRun> {
  const setup = getSetup(db, setupId);
  if (!setup.ok) return setup;
  if (live.size + files.size >= MOST_LIVE)
    return refused('nothing-to-do', 'Too many runs go on at once; stop one first.');
  const when = begun.heldAt == null ? new Date(heldAt) : new Date(begun.heldAt);
  if (Number.isNaN(when.getTime()))
    return invalid([issue('heldAt', 'no-date', { value: begun.heldAt ?? '' })]);
  const { changes, stand: order } = begun;
  const made = madeBy(setup.value.document, changes);
  if (!made.ok) return made;
  const document = made.value;
  const checked = validateSetup(document);
  if (!checked.ok) return invalid(checked.errors);
  const seed = order?.seed ?? Math.floor(Math.random() * 2 ** 32);
  const fault = (order?.fault ?? null) as StandFault | null;
  const startCharge = begun.startCharge ?? (begun.source === 'stand' ? 1 : null);
  const stand =
    begun.source === 'stand'
      ? new Stand({ setup: checked.value, seed, fault, stateOfCharge: startCharge ?? 1 })
      : null;
  const watch = (begun.stops ?? []).map((s): Watch => ({ ...s, expected: 0, band: null }));
  const id = createRun(db, {
    setupId,
    heldAt: when.toISOString(),
    title: begun.title,
    verdict: '',
    readings: [],
    state: 'live',
    details: {
      ...begun.details,
      source: begun.source,
      stage: begun.stage ?? null,
      changes: changes ?? null,
      startCharge,
      stand: stand ? { seed, fault } : null
    }
  });
  if (begun.source === 'file') {
    awaitFile(db, id);
    return getRun(db, id);
  }
  const rules = new StopRules(
    watch,
    document.battery.series,
    begun.longestS ?? LONGEST_S,
    begun.held ?? null
  );
  live.set(id, new LiveRun(db, id, stand, rules, () => live.delete(id)));
  return getRun(db, id);
}

const goesOn = (id: number): Outcome<LiveRun> => {
  const run = live.get(id);
  return run ? found(run) : notFound('run that goes on');
};

/** Sets the throttle of a run on the simulated stand. */
export function setThrottle(id: number, throttle: number): Outcome<{ id: number }> {
  const run = goesOn(id);
  if (!run.ok) return run;
  run.value.throttle = throttle;
  return found({ id });
}

/** Samples of a run that a page reads: of a meter as they come, or of a file. They are on the disk when this returns. */
export function takeSamples(db: Db, id: number, samples: Samples): Outcome<{ stored: number }> {
  const run = live.get(id);
  if (run) {
    if (run.isStand)
      return refused('nothing-to-do', 'This run is of the simulated stand; it reads by itself.');
    run.push(momentsOf(samples));
    return found({ stored: samples.seconds.length });
  }
  if (!files.has(id)) return notFound('run that goes on');
  awaitFile(db, id);
  return appendSamples(db, id, samples);
}

/** Throws a file away that is still being read; null where it is none. */
export function cancelFile(db: Db, id: number): Outcome<{ id: number; revision: number }> | null {
  if (!closeFile(id)) return null;
  dropRun(db, id);
  return found({ id, revision: 0 });
}

/** Stops a run; one that has ended already stays as it is. A file that is read to its end becomes a run of the log. */
export function stopRun(db: Db, id: number): Outcome<StoredRun> | Promise<Outcome<StoredRun>> {
  if (closeFile(id)) return endLongRun(db, id);
  const run = live.get(id);
  if (run) run.end({ rule: 'stopped' });
  else {
    const stored = getRun(db, id);
    if (stored.ok && stored.value.state === 'live') return endRun(db, id, { rule: 'stopped' });
  }
  return getRun(db, id);
}

/** A run as it goes on, as server-sent events: `samples` twenty a second, `end` once. */
export function followRun(id: number): Outcome<Response> {
  const run = goesOn(id);
  if (!run.ok) return run;
  const encoder = new TextEncoder();
  let leave: () => void = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      controller.enqueue(encoder.encode(': open\n\n'));
      leave = run.value.listen(({ samples, end }) => {
        try {
          if (samples)
            controller.enqueue(encoder.encode(`event: samples\ndata: ${JSON.stringify(samples)}\n\n`));
          if (end) {
            controller.enqueue(encoder.encode(`event: end\ndata: ${JSON.stringify(end)}\n\n`));
            controller.close();
          }
        } catch {
          // whoever looked has gone away
          leave();
        }
      });
    },
    cancel: () => leave()
  });
  return found(
    new Response(body, {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
    })
  );
}
