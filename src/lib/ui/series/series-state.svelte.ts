import type { RunReading } from '../../core/document/run-schema.ts';
import { call } from '../../api/client.ts';
import type { Propulsor } from '../../core/document/schema.ts';
import type { StoredRun, StoredSetup } from '../../core/document/stored.ts';
import type { SeriesStage } from '../../core/testing/series/series-stage.ts';
import type { Series } from '../../core/testing/series/series.ts';
import { askWorker } from '../../workers/client.ts';
import { LiveRun } from '../test/live-run.svelte.ts';

/** A stage's throttle is held no longer than so many times its seconds; a run ends after so many more. */
const HELD_TIMES = 2;
const OVERRUN_S = 20;
const EMPTY: Series = { rows: [], best: null, wantedN: null };

/** A series of runs with one motor: what is still to be run, the run that goes on, and what was read side by side. */
export class SeriesState {
  readonly stored: StoredSetup;
  readonly #schools: Readonly<Record<string, string>>;
  name = $state('');
  runs = $state.raw<readonly StoredRun[]>([]);
  /** Propulsors that are still to be run. */
  pending = $state.raw<readonly Propulsor[]>([]);
  chosen = $state.raw<Propulsor | null>(null);
  at = $state.raw<SeriesStage | null>(null);
  series = $state.raw<Series>(EMPTY);
  live = $state.raw<LiveRun | null>(null);
  problem = $state('');
  /** Draws the stand's hidden truth; a new one each time where it is null. */
  seed: number | null = null;

  constructor(stored: StoredSetup, runs: readonly StoredRun[], schools: Readonly<Record<string, string>>) {
    this.stored = stored;
    this.#schools = schools;
    this.runs = runs;
    this.name = this.names[0] ?? 'first series';
  }

  /** Names of the series there are, the newest first. */
  get names(): string[] {
    return this.runs.flatMap((run) => run.details.series ?? []).filter((n, k, all) => all.indexOf(n) === k);
  }
  readonly #own = $derived(this.runs.filter((run) => run.details.series === this.name));
  get going(): boolean {
    return this.live !== null && this.live.end === null;
  }
  get #draft(): string {
    return `iskarn-series-${this.stored.id}`;
  }

  /** What was listed to be run and not yet run is there again after a reload. */
  recall(): void {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(this.#draft) ?? '[]');
      this.pending = Array.isArray(kept)
        ? (kept as Propulsor[]).filter((p) => typeof p?.diameterM === 'number')
        : [];
    } catch {
      this.pending = [];
    }
  }
  #remember(): void {
    localStorage.setItem(this.#draft, JSON.stringify(this.pending));
  }

  add(propulsor: Propulsor): void {
    this.pending = [...this.pending, propulsor];
    this.#remember();
    if (!this.chosen) void this.choose(propulsor);
  }
  remove(propulsor: Propulsor): void {
    this.pending = this.pending.filter((p) => p !== propulsor);
    this.#remember();
    if (this.chosen === propulsor) this.chosen = this.at = null;
  }

  /** Looks at the run of a propulsor: what to watch, or why it is not put on the bench. */
  async choose(propulsor: Propulsor): Promise<void> {
    this.chosen = propulsor;
    this.at = null;
    try {
      const at = await askWorker('thorough', (w) =>
        w.seriesStage(this.stored.document, this.#schools, propulsor)
      );
      if (this.chosen === propulsor) this.at = at;
    } catch (error) {
      this.problem = (error as Error).message;
    }
  }

  /** Puts the runs of this series side by side. */
  async compare(): Promise<void> {
    const own = this.#own.filter((run) => run.readings.length > 0);
    if (own.length === 0) {
      this.series = EMPTY;
      return;
    }
    const wholes = await Promise.all(own.map((run) => call('readRun', { id: run.id })));
    const documents = wholes.flatMap((w) => (w.ok ? [w.value.document] : []));
    if (documents.length < own.length) {
      this.problem = 'A run could not be read.';
      return;
    }
    try {
      this.series = await askWorker('thorough', (w) =>
        w.seriesOf(this.stored.document, this.#schools, own, documents)
      );
    } catch (error) {
      this.problem = (error as Error).message;
    }
  }

  async reload(): Promise<void> {
    const listed = await call('listRuns', {
      id: this.stored.craftId,
      query: { setup: String(this.stored.id) }
    });
    if (listed.ok) this.runs = listed.value;
    else this.problem = listed.message;
    await this.compare();
  }

  /** Begins the run of the chosen propulsor on the simulated stand. */
  async start(): Promise<void> {
    const { at, chosen } = this;
    if (!at?.stage || !chosen || this.going) return;
    this.problem = '';
    const { stage } = at;
    const begun = await call('beginRun', {
      id: this.stored.id,
      body: {
        title: stage.title,
        source: 'stand',
        changes: [...stage.changes],
        details: { series: this.name },
        held: { throttle: 1, seconds: HELD_TIMES * stage.seconds },
        longestS: stage.seconds + OVERRUN_S,
        stops: stage.watch.flatMap(({ quantity, stopAt }) => (stopAt === null ? [] : [{ quantity, stopAt }])),
        startCharge: 1,
        stand: { seed: this.seed }
      }
    });
    if (!begun.ok) {
      this.problem = begun.message;
      return;
    }
    this.live = new LiveRun(begun.value, () => void this.#ran(chosen));
  }

  /** Logs what a meter showed of the chosen propulsor. */
  async type(readings: RunReading[]): Promise<boolean> {
    const { at, chosen } = this;
    if (!at?.stage || !chosen) return false;
    const logged = await call('logRun', {
      id: this.stored.id,
      body: {
        title: at.stage.title,
        readings,
        details: { source: 'typed', series: this.name, changes: [...at.stage.changes] }
      }
    });
    if (!logged.ok) {
      this.problem = [logged.message, ...logged.errors.map((e) => e.message)].join(' ');
      return false;
    }
    await this.#ran(chosen);
    return true;
  }

  async #ran(propulsor: Propulsor): Promise<void> {
    await this.reload();
    if (!this.series.rows.some((row) => row.runId === this.runs[0]?.id)) return;
    this.remove(propulsor);
    const [next] = this.pending;
    if (next) await this.choose(next);
  }

  async take(id: number, deleted: boolean): Promise<void> {
    const done = deleted ? await call('deleteRun', { id, body: {} }) : await call('restoreRun', { id });
    if (!done.ok) this.problem = done.message;
    await this.reload();
  }

  end(): void {
    this.live?.leave();
  }
}
