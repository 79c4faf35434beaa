import type { Measurement } from '../../core/calibration/schema.ts';
import type { ChangeAdvice, ChangePicture, ChangeView } from '../../core/change/change-picture.ts';
import type { Choice } from '../../core/change/choices.ts';
import { withChanges, type Change } from '../../core/document/change.ts';
import { firstChange, type ChangeChoice, type SetupChange } from '../../core/change/kinds/all-kinds.ts';
import { mendStep } from '../../core/change/kinds/figures.ts';
import type { Learnt } from '../../core/change/learn-from.ts';
import type { Propulsor, RailPart, SetupDocument } from '../../core/document/schema.ts';
import type { PutRight } from '../../core/alternatives/put-right.ts';
import type { SearchParts } from '../../core/search/space.ts';
import type { Problem } from '../../core/text/issues.ts';
import type { Derivation } from '../../core/derivations/derivation.ts';
import { AdviceClient } from '../../workers/advice-client.ts';
import { askWorker } from '../../workers/client.ts';

/** Figures of the craft that a change asks for. */
export type Arms = Partial<Pick<SetupDocument['craft'], 'packArmM' | 'ballastArmM' | 'tipGapM'>>;
/** Where a propeller is mounted. */
export type Placement = NonNullable<(Propulsor & { kind: 'propeller' })['placement']>;

/** Everything that is undone and redone. */
interface Snapshot {
  readonly changes: readonly SetupChange[];
  readonly rail: readonly RailPart[];
  readonly arms: Arms;
  /** Where the propeller is mounted; null where it is as the setup has it. */
  readonly placement: Placement | null;
  /** What the present setup drew, and what was learnt from it. */
  readonly anchor: Measurement | null;
  readonly learnt: Learnt | null;
  /** What was done, in a word. */
  readonly label: string;
}

/** Pause after an edit before bands and advice are worked out, and the time in which steps of one figure are one edit, ms. */
const PAUSE_MS = 90;
const ONE_EDIT_MS = 900;

/** A setup, the changes that are tried on it, and what is seen of them. Nothing of the setup itself is touched. */
export class ChangeState {
  readonly real: SetupDocument;
  readonly #schools: Readonly<Record<string, string>>;
  readonly #shelf: Pick<SearchParts, 'motor' | 'esc' | 'battery'>;
  #history = $state.raw<readonly Snapshot[]>([]);
  #at = $state(0);
  #editedAt = 0;
  picture = $state.raw<ChangePicture | null>(null);
  advice = $state.raw<ChangeAdvice | null>(null);
  /** Whether what makes it safe is still looked for. */
  advising = $state(false);
  /** Whether the picture has its bands. */
  settled = $state(false);
  against = $state<'step' | 'start'>('start');
  /** A way to mend that is looked at before it is taken. */
  seen = $state.raw<PutRight | null>(null);
  /** What is wrong with the last edit; the picture is the last one that could be drawn. */
  problems = $state.raw<readonly Problem[]>([]);
  lost = $state('');
  #turn = 0;
  #drawing: Promise<void> | null = null;
  #again = false;
  #timer: ReturnType<typeof setTimeout> | undefined;
  readonly #advisor = new AdviceClient();

  constructor(
    real: SetupDocument,
    schools: Readonly<Record<string, string>>,
    shelf: Pick<SearchParts, 'motor' | 'esc' | 'battery'>,
    picture: ChangePicture | null
  ) {
    this.real = real;
    this.picture = picture;
    this.#schools = schools;
    this.#shelf = shelf;
    this.#history = [
      {
        changes: [firstChange('cells', real)],
        rail: real.rail ?? [],
        arms: {},
        placement: null,
        anchor: null,
        learnt: null,
        label: 'start'
      }
    ];
  }

  get now(): Snapshot {
    return this.#history[this.#at];
  }
  /** The change that is looked at. */
  get change(): SetupChange {
    return this.now.changes[this.now.changes.length - 1];
  }
  get canUndo(): boolean {
    return this.#at > 0;
  }
  get canRedo(): boolean {
    return this.#at < this.#history.length - 1;
  }
  get undoLabel(): string {
    return this.canUndo ? this.now.label : '';
  }
  get redoLabel(): string {
    return this.canRedo ? this.#history[this.#at + 1].label : '';
  }

  /** The setup that the changes begin with: calibrated by what it drew, with what is told of its parts. */
  readonly base = $derived.by((): SetupDocument => {
    const { rail, arms, learnt, placement } = this.now;
    return {
      ...this.real,
      ...(learnt ? { calibration: learnt.setup.calibration } : {}),
      ...(rail.length > 0 || this.real.rail ? { rail: [...rail] } : {}),
      craft: { ...this.real.craft, ...arms },
      ...(placement ? { propulsor: { ...this.real.propulsor, placement } as Propulsor } : {})
    };
  });

  get #view(): ChangeView {
    const view: ChangeView = {
      base: this.base,
      anchor: this.now.anchor,
      changes: this.now.changes,
      schools: this.#schools,
      shelf: this.#shelf,
      against: this.against
    };
    if (!this.seen) return view;
    return { ...view, changes: [...view.changes, mendStep(this.seen)], against: 'start' };
  }

  /** Edits: steps of one figure shortly after each other are one edit to undo. */
  #edit(change: Partial<Snapshot>, label: string, joins = false): void {
    const now = Date.now();
    const joined =
      joins &&
      this.canUndo &&
      this.now.label === label &&
      now - this.#editedAt < ONE_EDIT_MS &&
      !this.canRedo;
    this.#editedAt = now;
    const next = { ...this.now, ...change, label };
    this.#history = [...this.#history.slice(0, joined ? this.#at : this.#at + 1), next];
    this.#at = this.#history.length - 1;
    this.seen = null;
    void this.draw();
  }

  undo(): void {
    if (!this.canUndo) return;
    this.#at--;
    this.seen = null;
    void this.draw();
  }
  redo(): void {
    if (!this.canRedo) return;
    this.#at++;
    this.seen = null;
    void this.draw();
  }

  /** The setup that the change which is looked at is made of. */
  get from(): SetupDocument {
    return this.picture && this.against === 'step' && !this.seen ? this.picture.before : this.base;
  }

  /** Another kind of change in place of the one that is looked at. */
  choose(kind: ChangeChoice['kind']): void {
    if (this.change.kind === kind) return;
    const from = this.now.changes.length > 1 ? this.from : this.base;
    this.#edit({ changes: [...this.now.changes.slice(0, -1), firstChange(kind, from)] }, `change: ${kind}`);
  }

  /** Sets a figure of the change that is looked at. */
  set(change: SetupChange, label: string): void {
    this.#edit({ changes: [...this.now.changes.slice(0, -1), change] }, label, true);
  }

  /** One more change after the one that is looked at. */
  then(kind: ChangeChoice['kind']): void {
    const after = this.picture?.setup;
    if (!after) return;
    this.#edit({ changes: [...this.now.changes, firstChange(kind, after)] }, 'one more change');
  }

  /** Takes a way to mend as a step of its own. */
  take(mend: PutRight): void {
    this.#edit({ changes: [...this.now.changes, mendStep(mend)] }, mend.steps.join(', '));
  }

  /** Another propulsor of the list in place of the one that is tried. */
  takeChoice(choice: Choice): void {
    const propulsor = withChanges(this.from, choice.changes).propulsor;
    this.set({ kind: 'propulsor', propulsor }, choice.text);
  }

  /** Takes figures as a step of its own. */
  takeFigures(title: string, changes: readonly Change[]): void {
    this.#edit({ changes: [...this.now.changes, { kind: 'figures', title, changes }] }, title);
  }

  /** Takes the last step back out of the trail. */
  dropStep(at: number): void {
    const changes = this.now.changes.filter((_, k) => k !== at);
    if (changes.length > 0) this.#edit({ changes }, 'a step taken out');
  }

  see(mend: PutRight | null): void {
    this.seen = mend;
    void this.draw();
  }

  hold(against: 'step' | 'start'): void {
    this.against = against;
    void this.draw();
  }

  setRail(rail: readonly RailPart[], label: string): void {
    this.#edit({ rail }, label, true);
  }
  setArms(arms: Arms, label: string): void {
    this.#edit({ arms: { ...this.now.arms, ...arms } }, label, true);
  }

  /** Says where the propeller is mounted, the present one and the one that is tried. */
  setPlacement(placement: Placement): void {
    const { change } = this;
    const changes =
      'propulsor' in change
        ? [
            ...this.now.changes.slice(0, -1),
            { ...change, propulsor: { ...(change.propulsor as Propulsor), placement } } as SetupChange
          ]
        : this.now.changes;
    this.#edit({ placement, changes }, 'where it is mounted');
  }

  /** Takes a reading of the present setup to heart, or forgets it. */
  async setAnchor(anchor: Measurement | null): Promise<void> {
    this.settled = false;
    const setup: SetupDocument = { ...this.base, calibration: this.real.calibration };
    try {
      const learnt = anchor ? await askWorker('thorough', (w) => w.learnFrom(setup, [anchor])) : null;
      this.#edit({ anchor, learnt }, anchor ? 'what it drew' : 'reading taken back');
    } catch (error) {
      this.lost = (error as Error).message;
    }
  }

  /** What is learnt from a reading of the changed setup, and from the present one's; null where none can be. */
  async learnBoth(reading: Measurement): Promise<Learnt | null> {
    await this.drawn();
    const { anchor } = this.now;
    const { base, picture } = this;
    if (!picture) return null;
    try {
      return await askWorker('thorough', (w) => w.learnFromBoth(base, picture.setup, anchor, reading));
    } catch (error) {
      this.lost = (error as Error).message;
      return null;
    }
  }

  /** How a figure came about at both ends. */
  async why(id: string): Promise<readonly [Derivation | null, Derivation | null] | null> {
    const view = this.#view;
    try {
      return await askWorker('quick', (w) => w.whyChange(view, id));
    } catch (error) {
      this.lost = (error as Error).message;
      return null;
    }
  }

  /** Draws what is looked at: at once without bands, then whole, then with what makes it safe. */
  async draw(): Promise<void> {
    this.#turn++;
    clearTimeout(this.#timer);
    if (this.advising) this.#advisor.end();
    this.advising = false;
    this.settled = false;
    this.#again = true;
    this.#drawing ??= this.#quick();
    await this.#drawing;
  }

  /** Waits until what was asked last is drawn, or is known to be wrong. */
  async drawn(): Promise<void> {
    await this.#drawing;
  }

  /** The quick look, again as long as something was edited meanwhile. */
  async #quick(): Promise<void> {
    try {
      while (this.#again) {
        this.#again = false;
        const quick = await askWorker('quick', (w) => w.changePicture(this.#view, true));
        if (this.#again) continue;
        this.problems = quick.ok ? [] : quick.errors;
        if (!quick.ok) continue;
        this.advice = null;
        this.picture = { ...quick.picture, ...this.#kept(quick.picture) };
      }
      this.lost = '';
    } catch (error) {
      this.lost = (error as Error).message;
    } finally {
      this.#drawing = null;
    }
    if (this.problems.length > 0 || this.lost) return;
    this.#timer = setTimeout(() => void this.#rest(this.#turn), PAUSE_MS);
  }

  /** What the quick look leaves out stays as it was, of the same kind of change: nothing jumps. */
  #kept(next: ChangePicture): Partial<ChangePicture> {
    const last = this.picture;
    if (!last) return {};
    const isDrawn = (id: string): boolean => next.differences.some((d) => d.id === id);
    return {
      differences: [...next.differences, ...last.differences.filter((d) => !isDrawn(d.id))],
      choices: next.choices ?? last.choices,
      waysBack: last.waysBack
    };
  }

  async #rest(turn: number): Promise<void> {
    if (turn !== this.#turn) return;
    const view = this.#view;
    try {
      const whole = await askWorker('thorough', (w) => w.changePicture(view, false));
      if (turn !== this.#turn || !whole.ok) return;
      this.picture = whole.picture;
      this.settled = true;
    } catch (error) {
      this.lost = (error as Error).message;
      return;
    }
    this.advising = true;
    try {
      const advice = await this.#advisor.ask(view);
      if (turn !== this.#turn) return;
      this.advice = advice;
      this.advising = false;
    } catch (error) {
      // overtaken: what comes after it says what it found
      if ((error as Error).name === 'WorkerEnded') return;
      this.advising = false;
      this.lost = (error as Error).message;
    }
  }

  /** Ends whatever is worked out. */
  end(): void {
    clearTimeout(this.#timer);
    this.#advisor.end();
    this.#turn++;
  }
}
