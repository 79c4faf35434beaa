import type { RunReading } from '../../core/document/run-schema.ts';
import type { Propulsor } from '../../core/document/schema.ts';
import type { StoredRun, StoredSetup } from '../../core/document/stored.ts';
import type { SeriesStage } from '../../core/testing/series/series-stage.ts';
import type { Series } from '../../core/testing/series/series.ts';
import { askWorker } from '../../workers/client.ts';
import { RunRecorder } from '../test/run-recorder.svelte.ts';

/** Seconds by which a run may be overrun before it ends by itself. */
const OVERRUN_S = 20;
const EMPTY: Series = { rows: [], best: null, wantedN: null };

/** A series of runs with one motor: what is still to be run, the run that goes on, and what was read side by side. */
export class SeriesState extends RunRecorder {
  readonly #schools: Readonly<Record<string, string>>;
  name = $state('');
  /** Propulsors that are still to be run. */
  pending = $state.raw<readonly Propulsor[]>([]);
  chosen = $state.raw<Propulsor | null>(null);
  at = $state.raw<SeriesStage | null>(null);
  series = $state.raw<Series>(EMPTY);

  constructor(stored: StoredSetup, runs: readonly StoredRun[], schools: Readonly<Record<string, string>>) {
    super(stored, runs);
    this.#schools = schools;
    this.name = this.names[0] ?? 'first series';
  }

  /** Names of the series there are, the newest first. */
  get names(): string[] {
    return this.runs.flatMap((run) => run.details.series ?? []).filter((n, k, all) => all.indexOf(n) === k);
  }
  readonly #own = $derived(this.runs.filter((run) => run.details.series === this.name));
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
    const at = await this.ask(() =>
      askWorker('thorough', (w) => w.seriesStage(this.stored.document, this.#schools, propulsor))
    );
    if (this.chosen === propulsor) this.at = at;
  }

  /** Puts the runs of this series side by side. */
  async compare(): Promise<void> {
    const own = this.#own.filter((run) => run.readings.length > 0);
    if (own.length === 0) {
      this.series = EMPTY;
      return;
    }
    const documents = await this.documentsOf(own);
    if (documents === null) {
      this.problem = 'A run could not be read.';
      return;
    }
    const series = await this.ask(() =>
      askWorker('thorough', (w) => w.seriesOf(this.stored.document, this.#schools, own, documents))
    );
    if (series) this.series = series;
  }

  async reload(): Promise<void> {
    await this.list();
    await this.compare();
  }

  /** Begins the run of the chosen propulsor on the simulated stand. */
  async start(): Promise<void> {
    const { at, chosen } = this;
    if (!at?.stage || !chosen || this.going) return;
    await this.begin(
      at.stage,
      {
        source: 'stand',
        throttle: 1,
        longestS: at.stage.seconds + OVERRUN_S,
        details: { series: this.name },
        stand: { seed: this.seed }
      },
      () => void this.#ran(chosen)
    );
  }

  /** Logs what a meter showed of the chosen propulsor. */
  async type(readings: RunReading[]): Promise<boolean> {
    const { at, chosen } = this;
    if (!at?.stage || !chosen) return false;
    const logged = await this.log(at.stage.title, readings, {
      series: this.name,
      changes: [...at.stage.changes]
    });
    if (logged === null || logged === 'kept') return logged === 'kept';
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
}
