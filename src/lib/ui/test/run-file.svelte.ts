import { call } from '../../api/client.ts';
import type { RunDetails } from '../../core/document/stored.ts';
import { recalled, signatureOf, type Column, type Mapping } from '../../core/testing/files/mapping.ts';
import type { RunFileState } from '../../core/testing/files/read-run-file.ts';
import type { UnitContext } from '../../core/testing/files/roles.ts';
import { RunFileReading } from '../../workers/run-file-client.ts';
import type { FileLook } from '../../workers/run-file.worker.ts';

/** A file of a meter on its way into the log: looked at, read through, kept or left. */
export class RunFile {
  readonly #context: UnitContext;
  readonly #setupId: number;
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

  constructor(setupId: number, context: UnitContext) {
    this.#setupId = setupId;
    this.#context = context;
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
    });
    await this.check();
  }

  /** Reads it through as it is said to be written. */
  async check(): Promise<void> {
    const { file, look } = this;
    if (!file || !look) return;
    this.found = null;
    await this.#do('reading it through …', async (isStill) => {
      const found = await this.#reading.check(file, look, this.#context, this.#told(this.#turn));
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
  setColumn(at: number, column: Column): Promise<void> {
    const columns = (this.mapping?.columns ?? []).map((c, k) =>
      k === at
        ? column
        : // a role belongs to one column
          column.role !== null && c.role === column.role
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
        await this.#reading.send(file, look, this.#context, begun.value.id, this.#told(this.#turn));
        const ended = await call('stopRun', { id: begun.value.id, body: {} });
        if (!ended.ok) throw new Error(ended.message);
        kept = begun.value.id;
        this.#runId = null;
      } catch (error) {
        await this.#drop();
        throw error;
      }
      await call('rememberColumns', {
        body: { signature: signatureOf(look.mapping.columns), columns: look.mapping.columns }
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
