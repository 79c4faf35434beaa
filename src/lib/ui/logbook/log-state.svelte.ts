import type { RunDetails } from '../../core/document/run-schema.ts';
import { call } from '../../api/client.ts';
import type { StoredRun } from '../../core/document/stored.ts';
import { lookAtRun, type LookedRun } from '../test/look-at-run.ts';

/** Runs that are fetched at once. */
const PAGE = 100;

/** The log of a craft: its runs page by page, the one that is looked at, what is noted of it. */
export class LogState {
  readonly #craftId: number;
  runs = $state.raw<readonly StoredRun[]>([]);
  total = $state(0);
  looked = $state.raw<LookedRun | null>(null);
  problem = $state('');
  busy = $state(false);

  constructor(craftId: number, runs: readonly StoredRun[], total: number) {
    this.#craftId = craftId;
    this.runs = runs;
    this.total = total;
  }

  /** Fetches older runs. */
  async more(): Promise<void> {
    this.busy = true;
    const listed = await call('listRuns', {
      id: this.#craftId,
      query: { most: String(PAGE), skip: String(this.runs.length) }
    });
    if (listed.ok) {
      const known = this.runs.map((r) => r.id);
      this.runs = [...this.runs, ...listed.value.filter((r) => !known.includes(r.id))];
    } else this.problem = listed.message;
    this.busy = false;
  }

  /** Looks at a run. */
  async look(id: number): Promise<void> {
    this.problem = '';
    try {
      this.looked = await lookAtRun(id, []);
    } catch (error) {
      this.problem = (error as Error).message;
    }
  }

  /** Keeps what was noted. @returns whether it was */
  async note(edited: { title: string; verdict: string; details: RunDetails }): Promise<boolean> {
    const { looked } = this;
    if (!looked) return false;
    const { id, revision } = looked.run;
    const kept = await call('editRun', { id, body: { ...edited, revision } });
    if (!kept.ok) {
      this.problem =
        kept.status === 409
          ? 'This run was noted elsewhere meanwhile; it is shown as it stands there. Note it again.'
          : [kept.message, ...kept.errors.map((e) => e.message)].join(' ');
      if (kept.status === 409) await this.look(id);
      return false;
    }
    this.problem = '';
    this.runs = this.runs.map((r) => (r.id === id ? kept.value : r));
    const weather = (r: StoredRun): string => `${r.details.airTemperatureC} ${r.details.airPressurePa}`;
    const isOther = weather(kept.value) !== weather(looked.run);
    this.looked = { ...looked, run: kept.value };
    // the air as it was noted moves the prediction
    if (isOther) await this.look(id);
    return true;
  }

  /** Takes a run out of the log, or puts it back. */
  async mark(id: number, deleted: boolean): Promise<boolean> {
    const done = deleted ? await call('deleteRun', { id, body: {} }) : await call('restoreRun', { id });
    if (!done.ok) {
      this.problem = done.message;
      return false;
    }
    if (deleted && this.looked?.run.id === id) this.looked = null;
    const listed = await call('listRuns', {
      id: this.#craftId,
      query: { most: String(Math.max(this.runs.length, PAGE)) }
    });
    if (listed.ok) this.runs = listed.value;
    this.total += deleted ? -1 : 1;
    return true;
  }
}
