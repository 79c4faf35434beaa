import { readPath, type Change, type Setting, withChanges } from '../../core/document/change.ts';
import { fieldTitle } from '../../core/document/field-title.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import { withGivenWeight } from '../../core/document/sources.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import { proposedEdit, typedEdit } from '../../core/match/edits.ts';
import { withAllUpMass } from '../../core/model/all-up-mass.ts';
import type { WithBelongings } from '../../core/model/belongings.ts';
import { issue, type Problem } from '../../core/text/issues.ts';
import { chosenDocument, collide, type Conflict } from './conflict.ts';
import { dropDraft, readDraft } from './draft.ts';
import type { Ports } from './ports.ts';
import { Saving, type SaveState } from './saving.ts';

/** What every room that edits a setup shows of the editing. */
export interface SetupState {
  document: SetupDocument;
  saved: SaveState;
  saveProblem: string;
  canUndo: boolean;
  canRedo: boolean;
  undoLabel: string | null;
  redoLabel: string | null;
  /** Why the last edit was not taken: all that is wrong with it. */
  refused: readonly Problem[];
  /** What an edit brought with it, what was merged, what had to be started anew: said once, until it is closed. */
  said: string;
  conflict: Conflict | null;
}

/** Longest that an edit waits for its picture before it is shown without, ms. */
const SOON_MS = 40;

const LOST =
  'The calculation stopped and could not be started again. What was saved is safe: load the page again.';

/**
 * Edits one setup: the document on screen is always the last valid one; a refused edit leaves a sentence and changes nothing.
 * Every write names the revision it was made from: what was changed elsewhere meanwhile is merged by figure or put to the
 * user. Knows no page: it tells of each change of its state, which holds what the room shows besides.
 */
export abstract class SetupEditor<Shown extends object> {
  readonly id: number;
  protected readonly ports: Pick<Ports, 'call' | 'storage' | 'later'>;
  readonly #changed: (patch: Partial<SetupState> | Partial<Shown>) => void;
  readonly #saving: Saving;
  #state: SetupState & Shown;
  /** The last document that could be drawn: what stands again where an edit is refused. */
  #sound: SetupDocument;
  /** The present document while it may hold a text where a figure belongs. */
  #unshown: SetupDocument | null = null;
  /** What has changed and was not told of yet. */
  #untold: Partial<SetupState> | Partial<Shown> = {};
  #callOff: () => void = () => {};
  #moving: Promise<void> = Promise.resolve();
  /** Edits whose picture is still out: saving and undoing wait for them. */
  #pending: Promise<unknown> = Promise.resolve();

  /** @param changed told of every change of the state; first of the whole */
  constructor(
    stored: StoredSetup,
    shown: Shown,
    ports: Pick<Ports, 'call' | 'storage' | 'later'>,
    changed: (patch: Partial<SetupState> | Partial<Shown>) => void
  ) {
    this.id = stored.id;
    this.ports = ports;
    this.#changed = changed;
    this.#state = {
      document: withGivenWeight(stored.document),
      saved: 'saved',
      saveProblem: '',
      ...historyOf(stored),
      refused: [],
      said: '',
      conflict: null,
      ...shown
    };
    this.#sound = stored.document;
    changed(this.#state);
    this.#saving = new Saving(stored, ports, {
      state: (saved, saveProblem) => {
        if (saved !== this.#state.saved || saveProblem !== this.#state.saveProblem)
          this.set({ saved, saveProblem });
      },
      kept: (kept) => this.set(historyOf(kept)),
      stale: (current) => this.#collide(current)
    });
  }

  get state(): Readonly<SetupState & Shown> {
    return this.#state;
  }

  /** The revision that the next write is made from. */
  get revision(): number {
    return this.#saving.base.revision;
  }

  /** Works out and shows what the room shows of a document; what is wrong with the document, where it cannot be. */
  protected abstract drawn(document: SetupDocument): Promise<readonly Problem[] | null>;

  protected set(patch: Partial<SetupState> | Partial<Shown>): void {
    this.#state = { ...this.#state, ...patch };
    this.#callOff();
    const whole = { ...this.#untold, ...patch };
    this.#untold = {};
    this.#changed(whole);
  }

  /** Changes the state and tells of it with the next picture, or in a moment where that takes longer: one paint, not two. */
  #setSoon(patch: Partial<SetupState>): void {
    this.#state = { ...this.#state, ...patch };
    this.#untold = { ...this.#untold, ...patch };
    this.#callOff();
    this.#callOff = this.ports.later(SOON_MS, () => this.set({}));
  }

  /** What is said when the calculation cannot be started again; any other error is a fault of the program. */
  protected lost(error: unknown): string {
    if ((error as Error | null)?.name === 'WorkerLost') return LOST;
    throw error;
  }

  /** Whether a document could be drawn; where not, the sentence stands in `refused`. */
  protected async draw(document: SetupDocument): Promise<boolean> {
    try {
      const wrong = await this.drawn(document);
      if (wrong === null) {
        this.#sound = document;
        return true;
      }
      this.set({ refused: wrong });
    } catch (error) {
      this.set({ refused: [issue('', 'refused', { why: this.lost(error) })] });
    }
    return false;
  }

  /** Takes what the server has as what is on the screen. */
  #take(stored: StoredSetup): void {
    this.#saving.know(stored);
    this.set({ document: withGivenWeight(stored.document), ...historyOf(stored) });
  }

  /** Takes a newer version that was read from the server, where nothing here waits to be saved. */
  async offer(stored: StoredSetup): Promise<void> {
    if (stored.id !== this.id || stored.revision <= this.#saving.base.revision) return;
    if (this.#saving.queue.length > 0 || this.#state.saved !== 'saved' || this.#state.conflict) return;
    this.#take(stored);
    await this.draw(stored.document);
  }

  /** Applies an edit if it is valid: draws, then saves by itself. Returns whether it was taken. */
  edit(changes: readonly Change[], label: string): Promise<boolean> {
    const isText = ({ path, value }: Change): boolean =>
      typeof value === 'string' && typeof readPath(this.#state.document, path) !== 'string';
    return this.exchange((present) => typedEdit(present, changes), label, !changes.some(isText));
  }

  /** Takes what was proposed: figures that are nobody's until the part is there. Returns whether it was taken. */
  propose(changes: readonly Change[], label: string): Promise<boolean> {
    return this.exchange((present) => proposedEdit(present, changes), label);
  }

  /** Sets anything of the document anew: lists too. Returns whether it was taken. */
  put(settings: readonly Setting[], label: string): Promise<boolean> {
    return this.replace((present) => withChanges(present, settings), label);
  }

  /** Changes that follow from the present setup, the next size of a figure; false where there are none. */
  step(changes: (present: SetupDocument) => readonly Change[] | null, label: string): boolean {
    const made = changes(this.#state.document);
    if (made) void this.edit(made, label);
    return made !== null;
  }

  /**
   * Takes a part or a figure that is exchanged in the present setup, with what belongs to it, and says what that was.
   * @param isFigures as in `replace`
   */
  async exchange(
    made: (present: SetupDocument) => WithBelongings,
    label: string,
    isFigures = true
  ): Promise<boolean> {
    const exchanged = made(this.#state.document);
    const taken = await this.replace(() => exchanged.document, label, isFigures);
    const said = exchanged.said.join(' ');
    if (taken && said !== this.#state.said) this.set({ said });
    return taken;
  }

  /**
   * Replaces the document by one made from it. What is given is made from the document as it stands here: the one on the
   * screen may be an edit behind, as an edit is told with its picture.
   * @param isFigures whether it holds figures where figures belong. What may hold a text there is shown once it was drawn: until
   * the core has refused it, nothing on the screen could read it
   */
  replace(
    made: (present: SetupDocument) => SetupDocument,
    label: string,
    isFigures = true
  ): Promise<boolean> {
    const present = this.#state.document;
    const document = made(present);
    this.#setSoon({ saved: 'saving' });
    const work = this.#replace(document, label, isFigures && present !== this.#unshown);
    this.#pending = Promise.allSettled([this.#pending, work]);
    return work;
  }

  async #replace(edited: SetupDocument, label: string, isFigures: boolean): Promise<boolean> {
    const document = withAllUpMass(edited);
    // it stands at once, so that a second keystroke steps on from it; taken back when the core refuses
    if (isFigures) this.#setSoon({ document });
    else {
      this.#unshown = document;
      this.#state = { ...this.#state, document };
    }
    if (!(await this.draw(document))) {
      if (this.#state.document === document) this.set({ document: this.#sound });
      if (this.#saving.queue.length === 0) this.set({ saved: 'saved' });
      return false;
    }
    if (!isFigures) this.set({ document: this.#state.document });
    if (this.#state.refused.length > 0) this.set({ refused: [] });
    this.#saving.push({ document, label });
    if (this.#state.conflict) this.#renewConflict(this.#state.conflict);
    return true;
  }

  /** An edit that came after a conflict began belongs to mine: the choice is between what stands here now and theirs. */
  #renewConflict({ theirs, why }: Conflict): void {
    const last = this.#saving.queue[this.#saving.queue.length - 1];
    const choice = collide(this.#saving.base.document, last.document, last.label, theirs, true);
    if (choice.kind === 'choose') this.set({ conflict: { ...choice.conflict, why } });
    this.set({ saved: 'not saved' });
  }

  /** Says something until it is closed. */
  say(said: string): void {
    this.set({ said });
  }

  /** Sends what is not saved yet. */
  flush(): Promise<void> {
    return this.#saving.flush(this.#pending);
  }

  /** The edits that wait were made from what no longer stands: merged where no figure is disputed, else the user chooses. */
  async #collide(current: StoredSetup): Promise<void> {
    const saving = this.#saving;
    const last = saving.queue[saving.queue.length - 1];
    const base = saving.base.document;
    const collision = collide(base, last.document, last.label, current, false);
    if (collision.kind === 'choose') {
      this.#hold(collision.conflict);
      return;
    }
    saving.know(current);
    this.set(historyOf(current));
    saving.queue = [];
    if (collision.kind === 'same') return;
    if (!(await this.draw(collision.document))) {
      // each edit was sound alone, together they are not: the user chooses
      const choice = collide(base, last.document, last.label, current, true);
      saving.queue = [last];
      if (choice.kind === 'choose') this.#hold({ ...choice.conflict, why: 'changed-elsewhere' });
      return;
    }
    this.set({
      document: collision.document,
      said: `Changed elsewhere meanwhile: ${collision.theirs.map(fieldTitle).join(', ') || 'other figures'}. Both changes are kept.`
    });
    saving.queue = [{ document: collision.document, label: `${last.label}, merged` }];
    saving.keep();
  }

  /** Puts a choice between two versions to the user; nothing is sent until it is made. */
  #hold(conflict: Conflict): void {
    this.#saving.held = true;
    this.set({
      conflict,
      saved: 'not saved',
      saveProblem:
        conflict.why === 'kept-here' ? 'an edit kept in this browser waits' : 'changed elsewhere meanwhile'
    });
  }

  /** Ends a conflict: theirs with the figures of mine that were chosen. Returns whether that can be worked out. */
  async resolve(mine: readonly string[]): Promise<boolean> {
    const { conflict } = this.#state;
    if (!conflict) return true;
    const document = chosenDocument(conflict, mine);
    if (!(await this.draw(document))) return false;
    this.#saving.know(conflict.theirs);
    this.#saving.held = false;
    this.set({ ...historyOf(conflict.theirs), refused: [], document, conflict: null, saveProblem: '' });
    this.#saving.queue = mine.length > 0 ? [{ document, label: `${conflict.label}, chosen by figure` }] : [];
    if (mine.length > 0) this.#saving.keep();
    else dropDraft(this.ports.storage, this.id);
    await this.flush();
    return true;
  }

  /** Takes an edit that a crash kept from the server; asks where the server has a newer version. */
  async recover(stored: StoredSetup): Promise<void> {
    const draft = readDraft(this.ports.storage, this.id);
    if (draft === null) return;
    if (draft === 'damaged') {
      this.say(
        'An edit that this browser had kept could not be read; it was set aside and the setup is as the server has it.'
      );
      return;
    }
    if (draft.revision === stored.revision) {
      await this.replace(() => draft.document, draft.label);
      return;
    }
    const collision = collide(draft.base, draft.document, draft.label, stored, true);
    if (collision.kind === 'choose') {
      this.#saving.queue = [{ document: draft.document, label: draft.label }];
      this.#hold(collision.conflict);
    } else dropDraft(this.ports.storage, this.id);
  }

  /** One step after the other, however quickly they are asked for: each is made from what the one before left. */
  move(direction: 'undo' | 'redo'): Promise<void> {
    this.#moving = this.#moving.then(() => this.#move(direction));
    return this.#moving;
  }

  async #move(direction: 'undo' | 'redo'): Promise<void> {
    await this.flush();
    if (this.#state.conflict || this.#saving.queue.length > 0) return;
    const answer = await this.ports.call(direction === 'undo' ? 'undoSetup' : 'redoSetup', {
      id: this.id,
      body: { revision: this.#saving.base.revision }
    });
    if (!answer.ok && !answer.current) {
      this.set({ refused: [issue('', 'refused', { why: answer.message })] });
      return;
    }
    this.set({ refused: [] });
    if (!answer.ok)
      this.say(
        `The setup was changed elsewhere meanwhile; what stands now is shown. Press ${direction} again if you still want it.`
      );
    const stands = answer.ok ? answer.value : (answer.current as StoredSetup);
    this.#take(stands);
    await this.draw(stands.document);
  }
}

const historyOf = (
  stored: StoredSetup
): Pick<SetupState, 'canUndo' | 'canRedo' | 'undoLabel' | 'redoLabel'> => ({
  canUndo: stored.canUndo,
  canRedo: stored.canRedo,
  undoLabel: stored.undoLabel,
  redoLabel: stored.redoLabel
});
