import { withChanges, type Change } from '../../core/document/change.ts';
import type { Chart } from '../../core/charts/chart.ts';
import { withAllUpMass } from '../../core/model/all-up-mass.ts';
import { withBelongings, type WithBelongings } from '../../core/model/belongings.ts';
import { withChangedNames } from '../../core/document/changed-part.ts';
import { fieldTitle } from '../../core/document/field-title.ts';
import type { FixablePart, PredictPoint, SetupDocument } from '../../core/document/schema.ts';
import type { MatchPicture } from '../../core/match/match-picture.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import { askWorker, WorkerLost, whenRestarted } from '../../workers/client.ts';
import { call, mayYetSucceed, type Answered } from './api.ts';
import { chosenDocument, collide, type Conflict } from './conflict.ts';
import { dropDraft, keepDraft, readDraft } from './draft.ts';

type SaveState = 'saved' | 'saving' | 'not saved';

const AUTOSAVE_MS = 250;
const RETRY_MS = 3000;

/**
 * The Match screen's state: the document as edited, the last picture that could be drawn, and where saving stands.
 * The document on screen is always the last valid one; a refused edit leaves a sentence and changes nothing. Every write
 * names the revision it was made from: what was changed elsewhere meanwhile is merged by figure or put to the user.
 */
export class MatchState {
  id: number;
  document = $state.raw<SetupDocument>({} as SetupDocument);
  picture = $state.raw<MatchPicture>({} as MatchPicture);
  point = $state.raw<PredictPoint>({ throttle: 1, speedMs: 0, stateOfCharge: 1 });
  schools: Record<string, string>;
  chartId = $state<Chart['id'] | 'sensitivity'>('throttle');
  saved = $state<SaveState>('saved');
  saveProblem = $state('');
  canUndo = $state(false);
  canRedo = $state(false);
  undoLabel = $state<string | null>(null);
  redoLabel = $state<string | null>(null);
  refused = $state('');
  /** What an edit brought with it, what was merged, what had to be started anew: said once, until it is closed. */
  said = $state('');
  conflict = $state.raw<Conflict | null>(null);
  /** Whether the remedies of what is shown are worked out; until then they are on their way. */
  settled = $state(false);
  #wanted = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  /** Edits not sent yet, each its own step of undo. */
  #queue: { document: SetupDocument; label: string }[] = [];
  #saving: Promise<void> = Promise.resolve();
  #moving: Promise<void> = Promise.resolve();
  /** What the server has, as far as is known: what the next write is made from. */
  #base: { revision: number; document: SetupDocument } = { revision: 0, document: {} as SetupDocument };
  /** What bands and chart are wanted of next; null when they are drawn or being drawn. */
  #thoroughly: { turn: number; document: SetupDocument; point: PredictPoint } | null = null;
  #busy = false;
  /** Edits whose answer from the worker is still out: saving and undoing wait for them. */
  #pending: Promise<unknown> = Promise.resolve();

  constructor(stored: StoredSetup, picture: MatchPicture, schools: Record<string, string>) {
    this.id = stored.id;
    this.picture = picture;
    this.schools = schools;
    this.#take(stored);
  }

  #take(stored: StoredSetup): void {
    this.document = stored.document;
    this.#know(stored);
  }

  /** Notes what the server has. */
  #know(stored: StoredSetup): void {
    this.#base = { revision: stored.revision, document: stored.document };
    this.canUndo = stored.canUndo;
    this.canRedo = stored.canRedo;
    this.undoLabel = stored.undoLabel;
    this.redoLabel = stored.redoLabel;
  }

  /** Takes a newer version that was read from the server, where nothing here waits to be saved. */
  async offer(stored: StoredSetup): Promise<void> {
    if (stored.id !== this.id || stored.revision <= this.#base.revision) return;
    if (this.#queue.length > 0 || this.saved !== 'saved' || this.conflict) return;
    this.#take(stored);
    await this.#draw(this.document);
  }

  /** Applies an edit if it is valid: draws, then saves by itself. Returns whether it was taken. */
  async edit(changes: Change[], label: string): Promise<boolean> {
    const document = $state.snapshot(this.document) as SetupDocument;
    return this.exchange(
      withBelongings(document, withChanges(document, withChangedNames(document, changes)), changes),
      label
    );
  }

  /** Takes a part or a figure that was exchanged, with what belongs to it, and says what that was. */
  async exchange(exchanged: WithBelongings, label: string): Promise<boolean> {
    const taken = await this.replace(exchanged.document, label);
    if (taken) this.said = exchanged.said.join(' ');
    return taken;
  }

  /** Replaces the document by an edited one. */
  replace(document: SetupDocument, label: string): Promise<boolean> {
    this.saved = 'saving';
    const work = this.#replace(document, label);
    this.#pending = Promise.allSettled([this.#pending, work]);
    return work;
  }

  async #replace(edited: SetupDocument, label: string): Promise<boolean> {
    const before = this.document;
    const document = withAllUpMass(edited);
    // shown at once, so that a second keystroke steps on from it; taken back when the core refuses
    this.document = document;
    const result = await this.#draw(document);
    if (result === 'refused') {
      if (this.document === document) this.document = before;
      if (this.#queue.length === 0) this.saved = 'saved';
      return false;
    }
    this.refused = '';
    this.#queue.push({ document: $state.snapshot(document) as SetupDocument, label });
    this.#keepDraft();
    if (this.conflict) this.#renewConflict(this.conflict);
    else this.#schedule(AUTOSAVE_MS);
    return true;
  }

  /** An edit that came after a conflict began belongs to mine: the choice is between what stands here now and theirs. */
  #renewConflict({ theirs, why }: Conflict): void {
    const last = this.#queue[this.#queue.length - 1];
    const choice = collide(this.#base.document, last.document, last.label, theirs, true);
    if (choice.kind === 'choose') this.conflict = { ...choice.conflict, why };
    this.saved = 'not saved';
  }

  /** Whether the user holds a part as it is. */
  isFixed(part: string): boolean {
    return (this.document.fixed as readonly string[] | undefined)?.includes(part) ?? false;
  }

  /** Holds a part as it is, or frees it. */
  async fix(part: FixablePart, held: boolean): Promise<void> {
    const others = (this.document.fixed ?? []).filter((p) => p !== part);
    const document = $state.snapshot(this.document) as SetupDocument;
    await this.replace(
      { ...document, fixed: held ? [...others, part] : others },
      `${part} ${held ? 'fixed' : 'free'}`
    );
  }

  /** What the free parts would be if they were fitted round the fixed ones. Nothing is changed. */
  fitted(): Promise<SetupDocument> {
    const plain = $state.snapshot(this.document) as SetupDocument;
    return askWorker('quick', (w) => w.fitAround(plain, { schools: this.schools }));
  }

  /** Fits every part that is not fixed round those that are. */
  async fitFree(): Promise<void> {
    const fixed = this.document.fixed ?? [];
    await this.replace(
      await this.fitted(),
      fixed.length > 0 ? `fitted around the ${fixed.join(' and ')}` : 'fitted to the brief'
    );
  }

  /** Looks at another throttle, speed or charge. */
  async look(point: PredictPoint): Promise<void> {
    this.point = point;
    await this.#draw(this.document);
  }

  /** Asks for another chart. */
  async show(chartId: Chart['id'] | 'sensitivity'): Promise<void> {
    this.chartId = chartId;
    await this.#draw(this.document);
  }

  /** Draws the document: quickly, then with bands. Later requests overtake earlier ones. */
  async #draw(document: SetupDocument): Promise<'drawn' | 'refused' | 'overtaken'> {
    const turn = ++this.#wanted;
    const plain = $state.snapshot(document) as SetupDocument;
    const point = $state.snapshot(this.point) as PredictPoint;
    try {
      const quick = await askWorker('quick', (w) => w.matchPicture(plain, { point, schools: this.schools }, 'quick'));
      if (!quick.ok) {
        this.refused = quick.errors.map((e) => e.message).join(' ');
        return 'refused';
      }
      if (turn !== this.#wanted) return 'overtaken';
      // bands of the picture before stay out: a stale band would lie
      this.picture = { ...quick.picture, chart: this.picture.chart };
      this.settled = false;
    } catch (error) {
      this.refused = calculationLost(error);
      return 'refused';
    }
    this.#thoroughly = { turn, document: plain, point: this.point };
    void this.#drawThoroughly();
    return 'drawn';
  }

  /** Draws bands and chart of what was asked last; what was asked meanwhile and overtaken is never worked out. */
  async #drawThoroughly(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    try {
      while (this.#thoroughly) {
        const { turn, document, point } = this.#thoroughly;
        this.#thoroughly = null;
        const chart = this.chartId === 'sensitivity' ? 'throttle' : this.chartId;
        for (const depth of ['banded', 'full'] as const) {
          const drawn = await askWorker('thorough', (w) =>
            w.matchPicture(document, { point, schools: this.schools }, depth, chart)
          );
          if (turn !== this.#wanted || !drawn.ok) break;
          this.picture = drawn.picture;
          this.settled = depth === 'full';
        }
      }
    } catch (error) {
      this.said = calculationLost(error);
    } finally {
      this.#busy = false;
    }
  }

  /** Starts both workers, so that the first edit is as quick as the next, and asks for what the page does not have yet. */
  async warm(): Promise<void> {
    whenRestarted((why) => {
      this.said = `The calculation stopped (${why}) and was started again; nothing is lost.`;
    });
    const plain = $state.snapshot(this.document) as SetupDocument;
    // unless something was asked for meanwhile, what puts failing checks right is asked for now
    if (this.#wanted === 0) {
      this.#thoroughly = { turn: this.#wanted, document: plain, point: this.point };
      void this.#drawThoroughly();
    }
    try {
      await askWorker('quick', (w) => w.matchPicture(plain, { point: this.point, schools: this.schools }, 'quick'));
    } catch (error) {
      this.said = calculationLost(error);
    }
  }

  #keepDraft(): void {
    const last = this.#queue.at(-1);
    if (!last) return;
    const { revision, document: base } = this.#base;
    keepDraft(localStorage, this.id, { ...last, revision, base });
  }

  #schedule(ms: number): void {
    this.saved = 'saving';
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), ms);
  }

  /** Sends what is not saved yet, one request at a time. */
  flush(): Promise<void> {
    clearTimeout(this.#timer);
    const pending = this.#pending;
    this.#saving = this.#saving.then(() => pending).then(() => this.#save());
    return this.#saving;
  }

  async #save(): Promise<void> {
    // a draft that another window keeps is not this one's to drop
    const own = this.#queue.length > 0;
    while (this.#queue.length > 0) {
      if (this.conflict) {
        this.saved = 'not saved';
        return;
      }
      const sent = this.#queue[0];
      const answer = await call<StoredSetup>('PUT', `/api/v1/setups/${this.id}`, {
        ...sent,
        revision: this.#base.revision
      });
      if (answer.ok) {
        this.#queue.shift();
        this.saveProblem = '';
        this.#know(answer.value);
      } else if (answer.current) {
        await this.#collide(answer.current as StoredSetup);
      } else {
        this.saved = 'not saved';
        this.saveProblem = mayYetSucceed(answer)
          ? answer.message
          : `${answer.message} The edit is kept in this browser.`;
        if (mayYetSucceed(answer)) this.#timer = setTimeout(() => void this.flush(), RETRY_MS);
        return;
      }
    }
    this.saved = 'saved';
    if (own) dropDraft(localStorage, this.id);
  }

  /** The edits that wait were made from what no longer stands: merged where no figure is disputed, else the user chooses. */
  async #collide(current: StoredSetup, ask = false): Promise<void> {
    const last = this.#queue[this.#queue.length - 1];
    const collision = collide(this.#base.document, last.document, last.label, current, ask);
    if (collision.kind === 'choose') {
      this.conflict = collision.conflict;
      this.saved = 'not saved';
      this.saveProblem = 'changed elsewhere meanwhile';
      return;
    }
    this.#know(current);
    this.#queue = [];
    if (collision.kind === 'same') return;
    if ((await this.#draw(collision.document)) === 'refused') {
      // each edit was sound alone, together they are not: the user chooses
      const choice = collide(this.#base.document, last.document, last.label, current, true);
      this.#queue = [last];
      if (choice.kind === 'choose') this.conflict = { ...choice.conflict, why: 'changed-elsewhere' };
      this.saved = 'not saved';
      return;
    }
    this.document = collision.document;
    this.said = `Changed elsewhere meanwhile: ${collision.theirs.map(fieldTitle).join(', ') || 'other figures'}. Both changes are kept.`;
    this.#queue = [{ document: collision.document, label: `${last.label}, merged` }];
    this.#keepDraft();
  }

  /** Ends a conflict: theirs with the figures of mine that were chosen. Returns whether that can be worked out. */
  async resolve(mine: readonly string[]): Promise<boolean> {
    const { conflict } = this;
    if (!conflict) return true;
    const document = chosenDocument(conflict, mine);
    const taken = await this.#draw(document);
    if (taken === 'refused') return false;
    this.refused = '';
    this.#know(conflict.theirs);
    this.document = document;
    this.conflict = null;
    this.saveProblem = '';
    this.#queue = mine.length > 0 ? [{ document, label: `${conflict.label}, chosen by figure` }] : [];
    if (mine.length > 0) this.#keepDraft();
    else dropDraft(localStorage, this.id);
    await this.flush();
    return true;
  }

  /** Takes an edit that a crash kept from the server; asks where the server has a newer version. */
  async recover(stored: StoredSetup): Promise<void> {
    const draft = readDraft(localStorage, this.id);
    if (draft === null) return;
    if (draft === 'damaged') {
      this.said =
        'An edit that this browser had kept could not be read; it was set aside and the setup is as the server has it.';
      return;
    }
    if (draft.revision === stored.revision) {
      await this.replace(draft.document, draft.label);
      return;
    }
    const collision = collide(draft.base, draft.document, draft.label, stored, true);
    if (collision.kind === 'choose') {
      this.#queue = [{ document: draft.document, label: draft.label }];
      this.conflict = collision.conflict;
      this.saved = 'not saved';
      this.saveProblem = 'an edit kept in this browser waits';
    } else dropDraft(localStorage, this.id);
  }

  undo = (): Promise<void> => this.#inTurn('undo');
  redo = (): Promise<void> => this.#inTurn('redo');

  /** One step after the other, however quickly they are asked for: each is made from what the one before left. */
  #inTurn(direction: 'undo' | 'redo'): Promise<void> {
    this.#moving = this.#moving.then(() => this.#move(direction));
    return this.#moving;
  }

  async #move(direction: 'undo' | 'redo'): Promise<void> {
    await this.flush();
    if (this.conflict || this.#queue.length > 0) return;
    const answer: Answered<StoredSetup> = await call('POST', `/api/v1/setups/${this.id}/${direction}`, {
      revision: this.#base.revision
    });
    if (!answer.ok && !answer.current) {
      this.refused = answer.message;
      return;
    }
    this.refused = '';
    if (!answer.ok)
      this.said = `The setup was changed elsewhere meanwhile; what stands now is shown. Press ${direction} again if you still want it.`;
    this.#take(answer.ok ? answer.value : (answer.current as StoredSetup));
    await this.#draw(this.document);
  }
}

/** What is said when a worker cannot be started again; any other error is a fault of the program. */
function calculationLost(error: unknown): string {
  if (error instanceof WorkerLost)
    return 'The calculation stopped and could not be started again. What was saved is safe: load the page again.';
  throw error;
}
