import { call } from '../../api/client.ts';
import type { RunBegun, RunDetails, RunReading } from '../../core/document/run-schema.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredRun, StoredSetup } from '../../core/document/stored.ts';
import type { Stage } from '../../core/testing/plan/stage.ts';
import { nowIso } from '../format/dates.ts';
import { outbox } from '../offline/outbox.svelte.ts';
import { LiveRun } from './live-run.svelte.ts';

/** A stage's throttle is held no longer than so many times the stage's seconds. */
const HELD_TIMES = 2;

/** How a stage is run: where readings come from, at which throttle, and when it ends by itself at the latest, s. */
type Running = Pick<RunBegun, 'source' | 'stage' | 'details' | 'stand'> & {
  readonly throttle: number;
  readonly longestS: number;
};

/** The runs of a setup: those that were logged, the one that goes on, and how one is begun, logged and taken out. */
export abstract class RunRecorder {
  stored = $state.raw<StoredSetup>() as StoredSetup;
  /** Newest first. */
  runs = $state.raw<readonly StoredRun[]>([]);
  live = $state.raw<LiveRun | null>(null);
  problem = $state('');
  /** Draws the stand's hidden truth, so that the same one can be had again; a new one each time where it is null. */
  seed: number | null = null;

  constructor(stored: StoredSetup, runs: readonly StoredRun[]) {
    this.stored = stored;
    this.runs = runs;
  }

  /** Reads the log anew, and works out what follows from it. */
  abstract reload(): Promise<void>;

  get going(): boolean {
    return this.live !== null && this.live.end === null;
  }

  /** What work gives; null where it failed, which is then said. */
  protected async ask<R>(work: () => Promise<R>): Promise<R | null> {
    try {
      return await work();
    } catch (error) {
      this.problem = (error as Error).message;
      return null;
    }
  }

  /** Reads the list of runs; whether the server answered. */
  protected async list(): Promise<boolean> {
    const { id, craftId } = this.stored;
    const listed = await call('listRuns', { id: craftId, query: { setup: String(id) } });
    if (listed.ok) this.runs = listed.value;
    else this.problem = listed.message;
    return listed.ok;
  }

  /** The setups that runs were made with, in their order; null where one could not be read. */
  protected async documentsOf(runs: readonly StoredRun[]): Promise<SetupDocument[] | null> {
    const wholes = await Promise.all(runs.map((run) => call('readRun', { id: run.id })));
    const documents = wholes.flatMap((w) => (w.ok ? [w.value.document] : []));
    return documents.length === runs.length ? documents : null;
  }

  /** Begins a run of a stage; null where it could not be begun, which is then said. @param ended called once, however it ends */
  protected async begin(
    stage: Stage,
    { throttle, ...running }: Running,
    ended: () => void
  ): Promise<StoredRun | null> {
    this.problem = '';
    const begun = await call('beginRun', {
      id: this.stored.id,
      body: {
        title: stage.title,
        changes: [...stage.changes],
        held: { throttle, seconds: HELD_TIMES * stage.seconds },
        stops: stage.watch.flatMap(({ quantity, stopAt }) => (stopAt === null ? [] : [{ quantity, stopAt }])),
        startCharge: 1,
        ...running
      }
    });
    if (!begun.ok) {
      this.problem = begun.message;
      return null;
    }
    this.live = new LiveRun(begun.value, ended);
    return begun.value;
  }

  /**
   * Logs readings that were typed; where the server is out of reach they are kept on this device and sent later.
   * @returns its id; `kept` where it waits here; null where it was refused, which is then said
   */
  protected async log(
    title: string,
    readings: RunReading[],
    details: RunDetails
  ): Promise<number | 'kept' | null> {
    const logged = await outbox.send(
      'logRun',
      {
        id: this.stored.id,
        body: { title, heldAt: nowIso(), readings, details: { ...details, source: 'typed' } }
      },
      `The run “${title}” of ${this.stored.document.name ?? 'this setup'}`
    );
    this.problem = logged.ok ? '' : [logged.message, ...logged.errors.map((e) => e.message)].join(' ');
    if (logged.ok) return logged.value.id;
    return logged.kept === undefined ? null : 'kept';
  }

  /** Takes a run out of the log, or puts it back; whether that was done. */
  async mark(id: number, deleted: boolean): Promise<boolean> {
    const done = deleted ? await call('deleteRun', { id, body: {} }) : await call('restoreRun', { id });
    if (!done.ok) this.problem = done.message;
    await this.reload();
    return done.ok;
  }

  end(): void {
    this.live?.leave();
  }
}
