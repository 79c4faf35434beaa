import type { UnitContext } from '../../core/registry/channels.ts';
import { call, mayYetSucceed } from '../../api/client.ts';
import { PATHS } from '../../api/paths.ts';
import { blockOf } from '../../core/testing/record/block.ts';
import { columnsOf, type Sample } from '../../core/testing/record/sample.ts';
import { cellsOf } from '../../core/testing/files/dialect.ts';
import { lineReader, Lines } from '../../core/testing/files/line-reader.ts';
import {
  guessMapping,
  recalled,
  signatureOf,
  type FileColumn,
  type Mapping
} from '../../core/testing/files/mapping.ts';
import type { Port } from './ports.ts';

/** Lines by which the columns are guessed, and how long they are waited for, ms. */
const HEARD = 8;
const PATIENCE_MS = 6000;
/** Samples are sent so often, ms: what was read is on the disk within a second. */
const SEND_MS = 400;
const SHOWN = 4;
const BAUD_KEY = 'iskarn-meter-baud';

/** A meter on a port: its lines, what their columns are, and where its samples go. */
export class Meter {
  readonly #context: UnitContext;
  port = $state.raw<Port | null>(null);
  baud = $state(115_200);
  mapping = $state.raw<Mapping | null>(null);
  rows = $state.raw<readonly (readonly string[])[]>([]);
  /** The newest line as it came. */
  last = $state('');
  sample = $state.raw<Sample | null>(null);
  lines = $state(0);
  busy = $state(false);
  problem = $state('');
  wasRemembered = $state(false);
  #read: ((line: string, arrivedS: number) => Sample | null) | null = null;
  #heard: string[] = [];
  #runId: number | null = null;
  #startS = 0;
  #buffer: Sample[] = [];
  #timer: ReturnType<typeof setInterval> | null = null;
  #reader: ReadableStreamDefaultReader<Uint8Array> | null = null;

  constructor(context: UnitContext) {
    this.#context = context;
  }

  /** Opens a port and listens. */
  async connect(choose: () => Promise<Port>): Promise<void> {
    this.busy = true;
    this.problem = '';
    try {
      const port = await choose();
      await port.open({ baudRate: this.baud });
      this.port = port;
      this.#heard = [];
      this.mapping = null;
      void this.#listen(port);
      setTimeout(() => {
        if (this.port === port && this.lines === 0)
          this.problem = 'Nothing comes of this port: is the meter on, and the speed right?';
      }, PATIENCE_MS);
    } catch (error) {
      this.problem = (error as Error).message;
    }
    this.busy = false;
  }

  async #listen(port: Port): Promise<void> {
    const lines = new Lines();
    const decoder = new TextDecoder();
    try {
      const reader = (this.#reader = port.readable?.getReader() ?? null);
      while (reader && this.port === port) {
        const { value, done } = await reader.read();
        if (done) break;
        for (const line of lines.push(decoder.decode(value, { stream: true }))) this.#take(line);
      }
    } catch (error) {
      this.problem = `The line to the meter broke: ${(error as Error).message}`;
    }
    if (this.port === port && !this.problem)
      this.problem = 'The meter was pulled out; what was read is kept.';
  }

  #take(line: string): void {
    this.lines++;
    this.last = line;
    if (!this.#read) {
      this.#heard.push(line);
      if (this.#heard.length >= HEARD) void this.#guess();
      return;
    }
    const sample = this.#read(line, performance.now() / 1000);
    if (!sample) return;
    this.sample = sample;
    if (this.#runId === null) return;
    if (this.#startS < 0) this.#startS = sample.seconds;
    this.#buffer.push({ ...sample, seconds: sample.seconds - this.#startS });
  }

  /** Takes up the speed at which a meter was read on this device before. */
  recallBaud(among: readonly number[]): void {
    const kept = Number(localStorage.getItem(BAUD_KEY));
    if (among.includes(kept)) this.baud = kept;
  }

  async #guess(): Promise<void> {
    // lines came: the speed is right
    localStorage.setItem(BAUD_KEY, String(this.baud));
    const heard = this.#heard;
    const guess = guessMapping(`${heard.join('\n')}\n`);
    this.rows = heard.slice(-SHOWN).map((line) => cellsOf(line, guess.delimiter));
    this.#use(guess);
    const known = await call('recallColumns', { query: { signature: signatureOf(guess.columns) } });
    const columns = known.ok ? known.value.columns : null;
    const mapping = recalled(guess, columns?.columns);
    this.wasRemembered = mapping !== guess;
    this.#use(mapping);
  }
  #use(mapping: Mapping): void {
    this.mapping = mapping;
    this.#read = lineReader(mapping, this.#context);
  }

  /** Says what a column is. It is remembered at once. */
  setColumn(at: number, column: FileColumn): void {
    const { mapping } = this;
    if (!mapping) return;
    const columns = mapping.columns.map((c, k) =>
      k === at ? column : column.role !== null && c.role === column.role ? { ...c, role: null, unit: '' } : c
    );
    this.#use({ ...mapping, columns });
    void call('rememberColumns', {
      body: { signature: signatureOf(columns), columns, baud: this.baud }
    });
  }
  setDecimal(decimal: '.' | ','): void {
    if (this.mapping) this.#use({ ...this.mapping, decimal });
  }

  /** Sends what comes from now on to a run. @param onlost called once where it can no longer be sent */
  record(runId: number, onlost: (why: string) => void): void {
    this.#runId = runId;
    this.#startS = -1;
    this.#buffer = [];
    let sending = false;
    this.#timer = setInterval(() => {
      if (sending || this.#buffer.length === 0) return;
      sending = true;
      const samples = this.#buffer.splice(0);
      void fetch(PATHS.addSamples[1].replace('{id}', String(runId)), {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: blockOf(columnsOf(samples))
      })
        .then((answer) => {
          if (mayYetSucceed(answer)) this.#buffer = [...samples, ...this.#buffer];
          else if (!answer.ok && this.#runId === runId) {
            this.release();
            if (answer.status !== 404 && answer.status !== 409)
              onlost(`The server answered ${answer.status}.`);
          }
        })
        .catch(() => {
          // the server may be back in a moment: what was read waits
          this.#buffer = [...samples, ...this.#buffer];
        })
        .finally(() => (sending = false));
    }, SEND_MS);
  }

  /** The run has ended: the meter is still listened to. */
  release(): void {
    if (this.#timer) clearInterval(this.#timer);
    this.#timer = null;
    this.#runId = null;
  }

  /** Closes the port. */
  async disconnect(): Promise<void> {
    const { port } = this;
    this.release();
    this.port = this.mapping = this.sample = null;
    this.#read = null;
    this.lines = 0;
    this.problem = '';
    await this.#reader?.cancel().catch(() => {});
    this.#reader?.releaseLock();
    this.#reader = null;
    await port?.close().catch(() => {});
  }
}
