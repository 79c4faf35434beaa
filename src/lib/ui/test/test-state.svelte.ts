import type { RunDetails, RunReading, StandFault } from '../../core/document/run-schema.ts';
import type { CalibrationPlaces } from '../../api/schemas/setups.ts';
import { call } from '../../api/client.ts';
import type { MakersRow } from '../../core/document/makers-row.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredRun, StoredSetup } from '../../core/document/stored.ts';
import type { RunsLearnt } from '../../core/testing/learn.ts';
import type { Quality } from '../../core/testing/quality.ts';
import type { Planned } from '../../core/testing/planned.ts';
import type { Stage } from '../../core/testing/plan/stage.ts';
import type { Expected } from '../../core/testing/record/expected.ts';
import { unitContextOf } from '../../core/testing/files/unit-context.ts';
import { askWorker } from '../../workers/client.ts';
import { lookAtRun, type LookedRun } from './look-at-run.ts';
import { Meter } from './meter.svelte.ts';
import { RunRecorder } from './run-recorder.svelte.ts';

/** Newest runs whose readings are counted. */
const MOST_JUDGED = 24;

/** Seconds by which a stage may be overrun before its run ends by itself. */
const OVERRUN_S = 15;
/** Seconds of throttle up and down on a bench run that the stage's own seconds do not count. */
const RAMP_S = 10;

/** The test of a setup: its plan, the run that goes on, the log, and what the runs teach. */
export class TestState extends RunRecorder {
  readonly #schools: Readonly<Record<string, string>>;
  readonly #rows: readonly MakersRow[];
  readonly #before: SetupDocument | null;
  /** Cell counts of the owned packs. */
  readonly #owned: readonly number[] | null;
  planned = $state.raw<Planned>() as Planned;
  /** The stage that was chosen; the plan's next one while none was. */
  chosen = $state<string | null>(null);
  fault = $state<StandFault | null>(null);
  expected = $state.raw<Expected | null>(null);
  /** The meter that readings come from; null until that is chosen. */
  meter = $state.raw<Meter | null>(null);
  looked = $state.raw<LookedRun | null>(null);
  learnt = $state.raw<RunsLearnt | null>(null);
  /** Runs that are learnt from, by id. */
  picked = $state.raw<readonly number[]>([]);
  learning = $state(false);
  /** Whether the maker's table of the motor counts beside the runs. */
  withTable = $state(false);
  /** Where the calibration stands, while it is asked from where it is to be removed; null else. */
  places = $state.raw<CalibrationPlaces | null>(null);
  /** Parts of the shelf that what was learnt went to, by name. */
  fittedParts = $state.raw<readonly string[]>([]);
  /** How often readings lay inside their band; null until it is worked out. */
  quality = $state.raw<Quality | null>(null);

  constructor(
    stored: StoredSetup,
    planned: Planned,
    before: SetupDocument | null,
    runs: readonly StoredRun[],
    schools: Readonly<Record<string, string>>,
    rows: readonly MakersRow[],
    owned: readonly number[] | null
  ) {
    super(stored, runs);
    this.#owned = owned;
    this.planned = planned;
    this.#before = before;
    this.#schools = schools;
    this.#rows = rows;
  }

  /** Rows of the motor's tables on the shelf. */
  get printed(): number {
    return this.#rows.length;
  }

  get stages(): readonly Stage[] {
    return this.planned.plan?.stages ?? [];
  }
  /** The stage that is looked at; the next one by default, the last one where the plan is done, none where it stopped. */
  readonly stage = $derived.by((): Stage | null => {
    const id = this.chosen ?? this.planned.plan?.next.stage;
    const found = this.stages.find((s) => s.id === id);
    // nothing comes next after a stop, least of all the last and heaviest
    if (found || this.planned.plan?.next.stopped) return found ?? null;
    return this.stages[this.stages.length - 1] ?? null;
  });

  /** Where the plan stopped, and no stage is looked at. */
  readonly stopped = $derived(this.chosen === null ? (this.planned.plan?.next.stopped ?? null) : null);

  /** Newest run of a stage. */
  runOf(stage: string): StoredRun | null {
    return this.runs.find((r) => r.details.stage === stage && r.state === 'ended') ?? null;
  }

  /** The stage whose strips are shown: that of the run that is looked at, or the chosen one. */
  readonly drawnStage = $derived.by((): Stage | null => {
    const id = this.looked?.run.details.stage;
    return this.stages.find((s) => s.id === id) ?? this.stage;
  });

  /** Works out what the stage whose strips are shown is expected to show. */
  async expect(): Promise<void> {
    const { drawnStage: stage, stored } = this;
    this.expected = null;
    if (!stage || stage.kind === 'bare' || stage.kind === 'time') return;
    const made = await this.ask(() =>
      askWorker('thorough', (w) => w.expectedOf(stored.document, this.#schools, stage))
    );
    if (stage === this.drawnStage) this.expected = made;
  }

  /** Begins a run of the chosen stage on the simulated stand, or records one that a meter reads. */
  async start(from: 'stand' | 'serial' = 'stand'): Promise<void> {
    const { stage } = this;
    if (!stage || this.going) return;
    this.looked = null;
    this.learnt = null;
    const run = await this.begin(
      stage,
      {
        source: from,
        stage: stage.id,
        throttle: stage.throttle,
        longestS:
          stage.seconds + (stage.kind === 'run' && stage.throttle < 1 ? OVERRUN_S : RAMP_S) + OVERRUN_S,
        stand: from === 'stand' ? { fault: this.fault, seed: this.seed } : null
      },
      () => {
        this.meter?.release();
        if (this.live) void this.#ended(this.live.run.id);
      }
    );
    if (run && from === 'serial') this.meter?.record(run.id, (why) => (this.problem = why));
  }

  /** A run that came from elsewhere is in the log. */
  async kept(id: number): Promise<void> {
    this.chosen = null;
    await this.#ended(id);
  }

  async #ended(id: number): Promise<void> {
    await this.reload();
    await this.look(id);
  }

  /** Reads the log anew, and plans by it. */
  async reload(): Promise<void> {
    if (!(await this.list())) return;
    await this.plan();
    void this.judge();
  }

  /** Works out how often readings lay inside their band, of the newest runs. */
  async judge(): Promise<void> {
    const runs = this.runs.filter((run) => run.readings.length > 0).slice(0, MOST_JUDGED);
    const documents = await this.documentsOf(runs);
    if (documents)
      this.quality = await this.ask(() => askWorker('thorough', (w) => w.qualityOf(runs, documents)));
  }

  async plan(): Promise<void> {
    const { stored, runs } = this;
    const made = await this.ask(() =>
      askWorker('thorough', (w) => w.planned(stored.document, this.#schools, runs, this.#before, this.#owned))
    );
    if (made) this.planned = made;
  }

  /** Logs readings that were typed. */
  async type(readings: RunReading[], details: RunDetails): Promise<boolean> {
    const { stage } = this;
    const logged = await this.log(stage?.title ?? 'readings', readings, {
      ...details,
      stage: stage?.id ?? null,
      changes: stage ? [...stage.changes] : null
    });
    if (logged === null || logged === 'kept') return logged === 'kept';
    await this.reload();
    await this.look(logged);
    return true;
  }

  /** Notes a stage that reads nothing: a set-up without propulsor, a flight for the timer. The plan goes on from it. */
  async pass(details: RunDetails): Promise<void> {
    const blank = { batteryVoltageV: null, batteryCurrentA: null, rpm: null, thrustN: null };
    const { stage } = this;
    const logged = await this.log(
      stage?.title ?? 'a stage',
      [{ throttle: stage?.throttle ?? 1, speedMs: 0, ...blank }],
      { ...details, stage: stage?.id ?? null }
    );
    if (logged === null || logged === 'kept') return;
    this.chosen = null;
    await this.reload();
  }

  /** Looks at a run: its curve, and beside its prediction. */
  async look(id: number): Promise<void> {
    const looked = await this.ask(() => lookAtRun(id, this.#rows));
    if (!looked) return;
    this.looked = looked;
    this.picked = looked.run.readings.length > 0 ? [id] : [];
    this.learnt = null;
  }

  /** Notes something of the run that is looked at, and plans by it. */
  async note(details: RunDetails): Promise<void> {
    const { looked } = this;
    if (!looked) return;
    const { id, revision } = looked.run;
    const edited = await call('editRun', { id, body: { details, revision } });
    if (!edited.ok) {
      this.problem = edited.message;
      return;
    }
    this.looked = { ...looked, run: edited.value };
    this.chosen = null;
    await this.reload();
  }

  /** Notes something of a run that is not looked at, and plans by it. */
  async tell(run: StoredRun, details: RunDetails): Promise<void> {
    const edited = await call('editRun', { id: run.id, body: { details, revision: run.revision } });
    this.problem = edited.ok ? '' : edited.message;
    this.chosen = null;
    await this.reload();
  }

  override async mark(id: number, deleted: boolean): Promise<boolean> {
    if (deleted && this.looked?.run.id === id) this.looked = null;
    return super.mark(id, deleted);
  }

  pick(id: number, on: boolean): void {
    this.picked = on ? [...this.picked, id] : this.picked.filter((p) => p !== id);
    this.learnt = null;
  }

  /** Fits the setup to the runs that are picked; nothing is stored. */
  async learn(): Promise<void> {
    const runs = this.runs.filter((run) => this.picked.includes(run.id));
    this.learning = true;
    const documents = await this.documentsOf(runs);
    if (documents === null) this.problem = 'A run could not be read.';
    else {
      this.learnt = await this.ask(() =>
        askWorker('thorough', (w) =>
          w.learnFromRuns(this.stored.document, runs, documents, this.withTable ? this.#rows : [])
        )
      );
      if (!this.learnt && !this.problem)
        this.problem = 'These runs hold no amps, volts, rpm or thrust to learn from.';
    }
    this.learning = false;
  }

  /** Stores what was learnt with the setup; an edit like any other, which Match undoes. */
  async useLearnt(): Promise<boolean> {
    const { learnt } = this;
    const { revision } = this.stored;
    if (!learnt) return false;
    const { setup } = learnt;
    this.fittedParts = [];
    const stored = await this.#store(
      setup,
      `calibrated by ${this.picked.length} ${this.picked.length === 1 ? 'run' : 'runs'}`,
      revision
    );
    if (stored) {
      // the parts on the shelf carry it on to every setup they go into
      const given = await call('fitParts', { id: this.stored.id, body: {} });
      if (given.ok) this.fittedParts = given.value.fitted;
    }
    return stored;
  }

  /** Asks where the calibration stands, before it is removed. */
  async askForget(): Promise<void> {
    const places = await call('readCalibration', { id: this.stored.id });
    if (places.ok) this.places = places.value;
    else this.problem = places.message;
  }

  /** Removes the calibration from this setup, or from everything that carries it. */
  async forget(from: 'here' | 'everywhere'): Promise<boolean> {
    const done = await call('removeCalibration', {
      id: this.stored.id,
      body: { from, revision: this.stored.revision }
    });
    this.places = null;
    if (!done.ok) {
      this.problem = done.message;
      return false;
    }
    this.stored = done.value.setup;
    this.learnt = null;
    await this.plan();
    await this.expect();
    return true;
  }

  async #store(document: StoredSetup['document'], label: string, revision: number): Promise<boolean> {
    const edited = await call('editSetup', { id: this.stored.id, body: { document, label, revision } });
    if (!edited.ok) {
      this.problem = edited.message;
      return false;
    }
    this.stored = edited.value;
    this.learnt = null;
    await this.plan();
    await this.expect();
    return true;
  }

  /** Takes readings from a meter on a port. */
  useMeter(): void {
    this.meter ??= new Meter(unitContextOf(this.stored.document));
  }

  override end(): void {
    void this.meter?.disconnect();
    super.end();
  }
}
