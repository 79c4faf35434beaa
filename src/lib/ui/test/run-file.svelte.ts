import type { RunDetails } from '../../core/document/run-schema.ts';
import { addsUp, type UnitContext } from '../../core/registry/channels.ts';
import { call } from '../../api/client.ts';
import { recalled, signatureOf, type FileColumn, type Mapping } from '../../core/testing/files/mapping.ts';
import type { RunFileState } from '../../core/testing/files/read-run-file.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import { columnFigures, doubtsOf, type Doubt, type DoubtWay } from '../../core/testing/files/doubts.ts';
import type { ExpectedFigures } from '../../core/testing/files/expected-figures.ts';
import { unitContextOf } from '../../core/testing/files/unit-context.ts';
import { askWorker } from '../../workers/client.ts';
import { RunFileReading } from '../../workers/run-file-client.ts';
import type { FileLook } from '../../workers/run-file.worker.ts';

/** A file of a meter on its way into the log: looked at, read through, kept or left. */
export class RunFile {
  /** What units need of the setup; the poles of a motor that does not tell them may be corrected. */
  context = $state.raw<UnitContext>() as UnitContext;
  readonly #setupId: number;
  readonly #setup: SetupDocument;
  /** What the figures can be; null until it is worked out. */
  expected = $state.raw<ExpectedFigures | null>(null);
  /** Doubts that were answered by keeping what was read. */
  accepted = $state.raw<readonly string[]>([]);
  readonly #reading = new RunFileReading();
  file = $state.raw<File | null>(null);
  look = $state.raw<FileLook | null>(null);
  /** What reading it through found; null while that goes on. */
  found = $state.raw<RunFileState | null>(null);
  /** What it is at, in words; empty while it is at nothing. */
  busy = $state('');
  share = $state(0);
  rows = $state(0);
  problem = $state('');
  /** What the hardest draw was at, where the file holds no throttle. */
  heldThrottle = $state(1);
  /** Whether the columns were read as they were the last time. */
  wasRemembered = $state(false);
  #turn = 0;
  #runId: number | null = null;

  constructor(setupId: number, setup: SetupDocument) {
    this.#setupId = setupId;
    this.#setup = setup;
    this.context = unitContextOf(setup);
  }

  /** What of the file cannot be as it was read: nothing is kept before each is answered. */
  readonly doubts = $derived.by((): Doubt[] => {
    const { mapping, found, expected } = this;
    if (!mapping || !found || !expected || found.rows === 0) return [];
    return doubtsOf(mapping, found.sample, found.seconds, expected, this.context, this.accepted);
  });

  /** Least, middle and greatest of each column, as they are written. */
  readonly figures = $derived.by(() => {
    const { mapping, found, look } = this;
    if (!mapping || !look) return [];
    const rows = found && found.sample.length > 0 ? found.sample : look.rows;
    return columnFigures(rows, mapping.columns.length, mapping.decimal);
  });

  /** Answers a doubt: the file is read anew where that changes how. */
  async answer(doubt: Doubt, way: DoubtWay): Promise<void> {
    if (Object.keys(way.change).length > 0) await this.change(way.change);
    else this.accepted = [...this.accepted, doubt.id];
  }

  /** Corrects the poles that electrical rpm is divided by. */
  async setPoles(poles: number): Promise<void> {
    this.context = { ...this.context, poles };
    await this.check();
  }

  get mapping(): Mapping | null {
    return this.look?.mapping ?? null;
  }
  /** Whether a column tells this. */
  has(role: string): boolean {
    return this.mapping?.columns.some((c) => c.role === role) ?? false;
  }

  /** Does one thing at a time; what is overtaken by a newer one says nothing. */
  async #do(word: string, work: (isStill: () => boolean) => Promise<void>): Promise<void> {
    const turn = ++this.#turn;
    this.busy = word;
    this.share = this.rows = 0;
    this.problem = '';
    try {
      await work(() => turn === this.#turn);
    } catch (error) {
      if (turn === this.#turn) this.problem = (error as Error).message;
    }
    if (turn === this.#turn) this.busy = '';
  }
  readonly #told =
    (turn: number) =>
    (share: number, rows: number): void => {
      if (turn === this.#turn) [this.share, this.rows] = [share, rows];
    };

  /** Takes a file: guesses how it is written, recalls how such columns were read, and reads it through. */
  async choose(file: File, delimiter?: string): Promise<void> {
    this.file = file;
    this.look = this.found = null;
    this.wasRemembered = false;
    this.accepted = [];
    await this.#do('looking at it …', async (isStill) => {
      const look = await this.#reading.look(file, delimiter);
      if (!isStill()) return;
      if (!look) {
        this.problem = `“${file.name}” is no text: a table of a meter is wanted, as CSV.`;
        return;
      }
      const signature = signatureOf(look.mapping.columns);
      const known = await call('recallColumns', { query: { signature } });
      const columns = known.ok ? known.value.columns?.columns : undefined;
      const mapping = recalled(look.mapping, columns);
      this.wasRemembered = mapping !== look.mapping;
      this.look = { ...look, mapping };
      this.expected ??= await askWorker('quick', (w) => w.expectedFigures(this.#setup));
    });
    await this.check();
  }

  /** Reads it through as it is said to be written. */
  async check(): Promise<void> {
    const { file, look } = this;
    if (!file || !look) return;
    this.found = null;
    await this.#do('reading it through …', async (isStill) => {
      const found = await this.#reading.check(file, look, this.context, this.#told(this.#turn));
      if (isStill()) this.found = found;
    });
  }

  /** Says what is otherwise than was guessed, and reads it anew. */
  async change(changed: Partial<Mapping>): Promise<void> {
    if (!this.look) return;
    this.look = { ...this.look, mapping: { ...this.look.mapping, ...changed } };
    if (this.busy !== '') this.#reading.end();
    await this.check();
  }
  setColumn(at: number, column: FileColumn): Promise<void> {
    const columns = (this.mapping?.columns ?? []).map((c, k) =>
      k === at
        ? column
        : // a role belongs to one column
          column.role !== null && c.role === column.role && !addsUp(column.role)
          ? { ...c, role: null, unit: '' }
          : c
    );
    return this.change({ columns });
  }

  /** Keeps it as a run of the log. @returns its id; null where nothing was kept */
  async keep(details: RunDetails): Promise<number | null> {
    const { file, look, found } = this;
    if (!file || !look || !found || found.rows === 0) return null;
    let kept: number | null = null;
    await this.#do('keeping it …', async () => {
      const begun = await call('beginRun', {
        id: this.#setupId,
        body: {
          title: file.name.replace(/\.\w+$/, '').slice(0, 120) || 'a file',
          source: 'file',
          heldAt: found.heldAt,
          stage: details.stage ?? null,
          changes: details.changes ?? null,
          details: {
            ...details,
            file: file.name.slice(0, 200),
            heldThrottle: this.has('throttle') ? null : this.heldThrottle
          }
        }
      });
      if (!begun.ok) throw new Error(begun.message);
      this.#runId = begun.value.id;
      try {
        await this.#reading.send(file, look, this.context, begun.value.id, this.#told(this.#turn));
        const ended = await call('stopRun', { id: begun.value.id, body: {} });
        if (!ended.ok) throw new Error(ended.message);
        kept = begun.value.id;
        this.#runId = null;
      } catch (error) {
        await this.#drop();
        throw error;
      }
      await call('rememberColumns', {
        body: {
          signature: signatureOf(look.mapping.columns),
          columns: look.mapping.columns.map(({ title, role, unit }) => ({ title, role, unit }))
        }
      });
    });
    if (kept !== null) this.leave();
    return kept;
  }

  /** What was stored of it is thrown away. */
  async #drop(): Promise<void> {
    const id = this.#runId;
    this.#runId = null;
    if (id !== null) await call('deleteRun', { id, body: {} });
  }

  /** Ends what it is at; nothing of it stays stored. */
  async cancel(): Promise<void> {
    this.#turn++;
    this.busy = '';
    this.#reading.end();
    await this.#drop();
    this.problem = 'Cancelled; nothing of it was kept.';
  }

  /** Lets go of the file. */
  leave(): void {
    this.#turn++;
    this.#reading.end();
    this.file = this.look = this.found = null;
    this.busy = this.problem = '';
  }
}
