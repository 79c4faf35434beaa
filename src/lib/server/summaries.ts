import type { SetupSummary } from '../core/compare/glance.ts';
import type { Battery, SetupDocument } from '../core/document/schema.ts';
import { compute } from './compute/pool.ts';

/** A setup whose summary is wanted: its revision says whether what is kept is still of it. */
export interface SummaryRequest {
  readonly id: number;
  readonly revision: number;
  readonly document: () => SetupDocument;
}

/** What summaries depend on beside the setup: owned packs and the schools of the settings. */
export interface Beside {
  readonly packs: Battery[];
  readonly schools: Record<string, string>;
  /** What the shelf knows of its parts, as one word. */
  readonly known?: string;
}

/** Most summaries that are kept; those not asked for longest leave. */
const MOST_KEPT = 20_000;
/** Setups that one thread works out at a time: some tens of milliseconds. */
const BATCH = 12;

type Summary = SetupSummary | null;

/**
 * Predictions of lists, kept by revision and worked out in the computing threads: a list is shown at once with what is known,
 * and the rest follows. Nothing is written; what is kept is lost with the process.
 */
export class Summaries {
  readonly #kept = new Map<string, Summary>();
  readonly #pending = new Map<string, Promise<void>>();
  readonly #work: (documents: SetupDocument[], beside: Beside) => Promise<Summary[]>;

  /** @param work how they are worked out; the computing threads where it is left out */
  constructor(
    work: (documents: SetupDocument[], beside: Beside) => Promise<Summary[]> = (documents, beside) =>
      compute('summaries', documents, beside.packs, beside.schools)
  ) {
    this.#work = work;
  }

  /** A summary that is kept; undefined where it is not. Being asked for keeps it longer. */
  known(setup: SummaryRequest, beside: Beside): Summary | undefined {
    return this.#peek(keyOf(setup, beside));
  }

  #peek(key: string): Summary | undefined {
    const found = this.#kept.get(key);
    if (found === undefined) return undefined;
    this.#kept.delete(key);
    this.#kept.set(key, found);
    return found;
  }

  #keep(key: string, summary: Summary): void {
    this.#kept.set(key, summary);
    if (this.#kept.size > MOST_KEPT) this.#kept.delete(this.#kept.keys().next().value as string);
  }

  /** Summaries of setups, in their order; what is not kept is worked out, each setup once however many ask. */
  async all(setups: readonly SummaryRequest[], beside: Beside): Promise<Summary[]> {
    const keys = setups.map((s) => keyOf(s, beside));
    const missing = setups.filter((_s, at) => !this.#kept.has(keys[at]) && !this.#pending.has(keys[at]));
    for (let at = 0; at < missing.length; at += BATCH) this.#begin(missing.slice(at, at + BATCH), beside);
    await Promise.all(keys.flatMap((key) => this.#pending.get(key) ?? []));
    return keys.map((key) => this.#peek(key) ?? null);
  }

  #begin(batch: readonly SummaryRequest[], beside: Beside): void {
    const keys = batch.map((s) => keyOf(s, beside));
    const work = this.#work(
      batch.map((s) => s.document()),
      beside
    )
      .then((found) => keys.forEach((key, at) => this.#keep(key, found[at])))
      .catch(() => {
        // too much at once: whoever asks again gets it worked out then
      })
      .finally(() => keys.forEach((key) => this.#pending.delete(key)));
    for (const key of keys) this.#pending.set(key, work);
  }
}

/** Packs and schools as one word: made once for each list that is asked for. */
const words = new WeakMap<Beside, string>();
function wordOf(beside: Beside): string {
  let word = words.get(beside);
  if (word === undefined) words.set(beside, (word = JSON.stringify(beside)));
  return word;
}

const keyOf = (setup: SummaryRequest, beside: Beside): string =>
  `${setup.id}.${setup.revision}.${wordOf(beside)}`;

/** The server's own. */
export const summaries = new Summaries();
