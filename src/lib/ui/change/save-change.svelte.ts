import { call } from '../../api/client.ts';
import { outbox } from '../offline/outbox.svelte.ts';
import type { Measurement } from '../../core/calibration/schema.ts';
import type { Learnt } from '../../core/change/learn-from.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import { markedFrom } from '../../core/document/sources.ts';
import type { StoredCraft, StoredSetup } from '../../core/document/stored.ts';
import type { ChangeState } from './change-state.svelte.ts';

/** What is said once a setup was made, or why it was not. */
export interface Kept {
  readonly text: string;
  readonly id: number | null;
}

/** What the changed setup drew once it was built, and the setup that is made of both. */
export class SavingChange {
  readonly #view: ChangeState;
  readonly #craft: StoredCraft;
  readonly #from: StoredSetup;
  /** The reading of the changed setup; null where none was taken. */
  drew = $state.raw<Measurement | null>(null);
  learnt = $state.raw<Learnt | null>(null);
  /** Whether a setup is being made. */
  busy = $state(false);
  #learning: Promise<void> = Promise.resolve();

  /** @param from the setup that is changed */
  constructor(view: ChangeState, craft: StoredCraft, from: StoredSetup) {
    this.#view = view;
    this.#craft = craft;
    this.#from = from;
  }

  /** Takes a reading of the changed setup, or takes it back. */
  take(reading: Measurement | null): void {
    this.drew = reading;
    this.learnt = null;
    this.#learning = reading ? this.#learn(reading) : Promise.resolve();
  }

  async #learn(reading: Measurement): Promise<void> {
    const learnt = await this.#view.learnBoth(reading);
    if (this.drew === reading) this.learnt = learnt;
  }

  /** Makes the changed setup one of the craft's, as it was asked last: what is still drawn or learnt is waited for. */
  async keep(): Promise<Kept> {
    this.busy = true;
    try {
      await this.#view.drawn();
      await this.#learning;
      const { picture, problems, lost } = this.#view;
      if (!picture || problems.length > 0 || lost)
        return {
          text: ['It was not kept.', ...problems.map((p) => p.message), lost].join(' ').trim(),
          id: null
        };
      return await this.#store(picture.setup, picture.trail);
    } finally {
      this.busy = false;
    }
  }

  async #store(setup: SetupDocument, trail: readonly string[]): Promise<Kept> {
    const { drew, learnt } = this;
    const name = `${this.#from.document.name ?? 'Setup'}, ${trail.join(', ')}`.slice(0, 200);
    // another count of cells is the user’s choice: what is looked for next is looked for on them
    const { series } = setup.battery;
    const chosen =
      series === this.#from.document.battery.series
        ? setup
        : markedFrom(setup, [{ path: 'battery.series', value: series }], 'typed');
    const document = { ...chosen, ...(learnt ? { calibration: learnt.setup.calibration } : {}), name };
    const body = { craftId: this.#craft.id, document, changedFrom: this.#from.id };
    const done = await outbox.send('createSetup', { body }, `The setup “${name}”`);
    if (!done.ok)
      return {
        text: done.kept && drew ? `${done.message} Log what it drew then, too.` : done.message,
        id: null
      };
    const { id } = done.value;
    const made = `“${name}” is a setup of ${this.#craft.name} now`;
    if (!drew) return { text: `${made}.`, id };
    const logged = await call('logRun', {
      id,
      body: { title: 'after the change', verdict: '', readings: [asRead(drew)] }
    });
    return logged.ok
      ? { text: `${made}, with what it drew.`, id }
      : { text: `${made}, but what it drew is not in its log: ${logged.message}`, id };
  }
}

/** A reading as a log has it. */
const asRead = (m: Measurement) => ({
  throttle: m.throttle ?? 1,
  speedMs: m.speedMs ?? 0,
  batteryVoltageV: m.batteryVoltageV ?? null,
  batteryCurrentA: m.batteryCurrentA ?? null,
  rpm: m.rpm ?? null,
  thrustN: m.thrustN ?? null
});
