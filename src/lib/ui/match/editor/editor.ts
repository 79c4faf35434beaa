import type { FixablePart } from '../../../core/registry/parts.ts';
import type { Chart } from '../../../core/charts/chart.ts';
import { readPath, type Change } from '../../../core/document/change.ts';
import { fieldTitle } from '../../../core/document/field-title.ts';
import type { PredictPoint, SetupDocument } from '../../../core/document/schema.ts';
import { withGivenWeight } from '../../../core/document/sources.ts';
import type { StoredSetup } from '../../../core/document/stored.ts';
import type { MatchLook, MatchPicture } from '../../../core/match/match-picture.ts';
import { withAllUpMass } from '../../../core/model/all-up-mass.ts';
import { proposedEdit, typedEdit } from '../../../core/match/edits.ts';
import type { WithBelongings } from '../../../core/model/belongings.ts';
import type { Remedy } from '../../../core/checks/finding.ts';
import { issue, type Issue } from '../../../core/text/issues.ts';
import type { Why } from '../../../core/why/why.ts';
import { fittedDocument } from '../../../core/mend/fitted-setup.ts';
import { type Fitting, type Fittings, type ShelfPart } from '../../../core/mend/fittings.ts';
import { chosenDocument, collide, type Conflict } from './conflict.ts';
import { dropDraft, readDraft } from './draft.ts';
import { Drawing } from './drawing.ts';
import type { Ports } from './ports.ts';
import { Saving, type SaveState } from './saving.ts';

/** Everything that the Match screen shows of what is being edited. */
export interface EditorState {
  document: SetupDocument;
  picture: MatchPicture;
  point: PredictPoint;
  chartId: Chart['id'] | 'sensitivity';
  saved: SaveState;
  saveProblem: string;
  canUndo: boolean;
  canRedo: boolean;
  undoLabel: string | null;
  redoLabel: string | null;
  /** Why the last edit was not taken: all that is wrong with it. */
  refused: readonly Issue[];
  /** What an edit brought with it, what was merged, what had to be started anew: said once, until it is closed. */
  said: string;
  conflict: Conflict | null;
  /** Whether what puts the shown setup right is worked out; until then it is on its way. */
  settled: boolean;
  /** The derivation that is asked for. */
  why: Why | null;
  /** The check whose working is open, and what puts it right; null while that is worked out. */
  opened: { readonly id: string; readonly remedies: readonly Remedy[] | null } | null;
}

/** Longest that an edit waits for its picture before it is shown without, ms. */
const SOON_MS = 40;

const LOST =
  'The calculation stopped and could not be started again. What was saved is safe: load the page again.';

/**
 * Edits one setup: the document on screen is always the last valid one; a refused edit leaves a sentence and changes nothing.
 * Every write names the revision it was made from: what was changed elsewhere meanwhile is merged by figure or put to the
 * user. Knows no page: it tells of each change of its state.
 */
export class Editor {
  readonly id: number;
  readonly schools: Record<string, string>;
  readonly #ports: Ports;
  readonly #changed: (patch: Partial<EditorState>) => void;
  readonly #drawing: Drawing;
  readonly #saving: Saving;
  #state: EditorState;
  /** The last document that could be drawn: what stands again where an edit is refused. */
  #sound: SetupDocument;
  /** The present document while it may hold a text where a figure belongs. */
  #unshown: SetupDocument | null = null;
  #asked: string | null = null;
  /** What has changed and was not told of yet. */
  #untold: Partial<EditorState> = {};
  #callOff: () => void = () => {};
  #moving: Promise<void> = Promise.resolve();
  /** Edits whose picture is still out: saving and undoing wait for them. */
  #pending: Promise<unknown> = Promise.resolve();

  /** @param changed told of every change of the state; first of the whole */
  constructor(
    stored: StoredSetup,
    picture: MatchPicture,
    schools: Record<string, string>,
    ports: Ports,
    changed: (patch: Partial<EditorState>) => void
  ) {
    this.id = stored.id;
    this.schools = schools;
    this.#ports = ports;
    this.#changed = changed;
    this.#state = {
      document: withGivenWeight(stored.document),
      picture,
      point: { throttle: 1, speedMs: 0, stateOfCharge: 1 },
      chartId: 'throttle',
      saved: 'saved',
      saveProblem: '',
      ...historyOf(stored),
      refused: [],
      said: '',
      conflict: null,
      settled: false,
      why: null,
      opened: null
    };
    this.#sound = stored.document;
    changed(this.#state);
    this.#drawing = new Drawing(picture, ports, {
      show: (drawn, whole) => {
        this.#set({ picture: drawn, settled: whole });
        if (this.#asked !== null) void this.ask(this.#asked);
        if (whole && this.#state.opened) void this.open(this.#state.opened.id);
      },
      failed: (error) => this.#set({ said: this.#lost(error) })
    });
    this.#saving = new Saving(stored, ports, {
      state: (saved, saveProblem) => {
        if (saved !== this.#state.saved || saveProblem !== this.#state.saveProblem)
          this.#set({ saved, saveProblem });
      },
      kept: (kept) => this.#set(historyOf(kept)),
      stale: (current) => this.#collide(current)
    });
  }

  get state(): Readonly<EditorState> {
    return this.#state;
  }

  #set(patch: Partial<EditorState>): void {
    this.#state = { ...this.#state, ...patch };
    this.#callOff();
    const whole = { ...this.#untold, ...patch };
    this.#untold = {};
    this.#changed(whole);
  }

  /** Changes the state and tells of it with the next picture, or in a moment where that takes longer: one paint, not two. */
  #setSoon(patch: Partial<EditorState>): void {
    this.#state = { ...this.#state, ...patch };
    this.#untold = { ...this.#untold, ...patch };
    this.#callOff();
    this.#callOff = this.#ports.later(SOON_MS, () => this.#set({}));
  }

  get #look(): MatchLook {
    return { point: this.#state.point, schools: this.schools };
  }

  get #chart(): Chart['id'] {
    const { chartId } = this.#state;
    return chartId === 'sensitivity' ? 'throttle' : chartId;
  }

  /** What is said when the calculation cannot be started again; any other error is a fault of the program. */
  #lost(error: unknown): string {
    if ((error as Error | null)?.name === 'WorkerLost') return LOST;
    throw error;
  }

  /** Whether a document could be drawn; where not, the sentence stands in `refused`. */
  async #draw(document: SetupDocument): Promise<boolean> {
    try {
      const drawn = await this.#drawing.draw(document, this.#look, this.#chart);
      if (drawn.is !== 'refused') {
        this.#sound = document;
        return true;
      }
      this.#set({ refused: drawn.errors });
    } catch (error) {
      this.#set({ refused: [issue('', 'refused', { why: this.#lost(error) })] });
    }
    return false;
  }

  /** Takes what the server has as what is on the screen. */
  #take(stored: StoredSetup): void {
    this.#saving.know(stored);
    this.#set({ document: withGivenWeight(stored.document), ...historyOf(stored) });
  }

  /** Takes a newer version that was read from the server, where nothing here waits to be saved. */
  async offer(stored: StoredSetup): Promise<void> {
    if (stored.id !== this.id || stored.revision <= this.#saving.base.revision) return;
    if (this.#saving.queue.length > 0 || this.#state.saved !== 'saved' || this.#state.conflict) return;
    this.#take(stored);
    await this.#draw(stored.document);
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
    if (taken && said !== this.#state.said) this.#set({ said });
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
    if (!(await this.#draw(document))) {
      if (this.#state.document === document) this.#set({ document: this.#sound });
      if (this.#saving.queue.length === 0) this.#set({ saved: 'saved' });
      return false;
    }
    if (!isFigures) this.#set({ document: this.#state.document });
    if (this.#state.refused.length > 0) this.#set({ refused: [] });
    this.#saving.push({ document, label });
    if (this.#state.conflict) this.#renewConflict(this.#state.conflict);
    return true;
  }

  /** An edit that came after a conflict began belongs to mine: the choice is between what stands here now and theirs. */
  #renewConflict({ theirs, why }: Conflict): void {
    const last = this.#saving.queue[this.#saving.queue.length - 1];
    const choice = collide(this.#saving.base.document, last.document, last.label, theirs, true);
    if (choice.kind === 'choose') this.#set({ conflict: { ...choice.conflict, why } });
    this.#set({ saved: 'not saved' });
  }

  /** Whether the user holds a part as it is. */
  isFixed(part: string): boolean {
    return (this.#state.document.fixed as readonly string[] | undefined)?.includes(part) ?? false;
  }

  /** Holds a part as it is, or frees it. */
  async fix(part: FixablePart, held: boolean): Promise<void> {
    await this.replace(
      (present) => {
        const others = (present.fixed ?? []).filter((p) => p !== part);
        return { ...present, fixed: held ? [...others, part] : others };
      },
      `${part} ${held ? 'fixed' : 'free'}`
    );
  }

  /** What the free parts would be if they were fitted round the fixed ones. Nothing is changed. */
  fitted(): Promise<SetupDocument> {
    return this.#ports.fitted(this.#state.document, this.schools);
  }

  /** The best ways to fit what is free, with the setup that they are of. Nothing is changed. */
  async fittings(shelf: readonly ShelfPart[]): Promise<{ of: SetupDocument; fittings: Fittings | null }> {
    const of = this.#state.document;
    return { of, fittings: await this.#ports.fittings(of, this.#look, shelf) };
  }

  /** Takes a way to fit what is free, unless the setup is no longer the one that it was found for. */
  async takeFitting(fitting: Fitting, of: SetupDocument): Promise<boolean> {
    if (this.#state.document !== of) return false;
    const fixed = of.fixed ?? [];
    return this.replace(
      (present) => fittedDocument(present, fitting),
      fixed.length > 0 ? `fitted around the ${fixed.join(' and ')}` : 'fitted to the brief'
    );
  }

  /** Looks at another throttle, speed or charge. */
  async look(point: PredictPoint): Promise<void> {
    this.#set({ point });
    await this.#draw(this.#state.document);
  }

  /** Asks for another chart. */
  async show(chartId: EditorState['chartId']): Promise<void> {
    this.#set({ chartId });
    await this.#draw(this.#state.document);
  }

  /** Asks how a figure comes about, and goes on answering as the setup changes; null closes the answer. */
  async ask(id: string | null): Promise<void> {
    this.#asked = id;
    if (id === null) {
      this.#set({ why: null });
      return;
    }
    const why = await this.#ports.why(this.#state.picture.document, this.#look, id);
    if (this.#asked === id) this.#set({ why });
  }

  /** Opens a check's working, and works out what puts it right; null closes it. */
  async open(id: string | null): Promise<void> {
    if (id === null) {
      this.#set({ opened: null });
      return;
    }
    this.#set({ opened: { id, remedies: null } });
    const { document } = this.#state.picture;
    const remedies = await this.#ports.remedies(document, this.#look, id);
    // what was found for a setup that has changed since is found again with the next picture
    if (this.#state.opened?.id === id && this.#state.picture.document === document)
      this.#set({ opened: { id, remedies } });
  }

  /** Says something until it is closed. */
  say(said: string): void {
    this.#set({ said });
  }

  /** Starts the calculation, so that the first edit is as quick as the next, and asks for what the page does not have yet. */
  async warm(): Promise<void> {
    const { document } = this.#state;
    this.#drawing.complete(document, this.#look, this.#chart);
    try {
      await this.#ports.picture('quick', document, this.#look, 'quick');
    } catch (error) {
      this.#set({ said: this.#lost(error) });
    }
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
    this.#set(historyOf(current));
    saving.queue = [];
    if (collision.kind === 'same') return;
    if (!(await this.#draw(collision.document))) {
      // each edit was sound alone, together they are not: the user chooses
      const choice = collide(base, last.document, last.label, current, true);
      saving.queue = [last];
      if (choice.kind === 'choose') this.#hold({ ...choice.conflict, why: 'changed-elsewhere' });
      return;
    }
    this.#set({
      document: collision.document,
      said: `Changed elsewhere meanwhile: ${collision.theirs.map(fieldTitle).join(', ') || 'other figures'}. Both changes are kept.`
    });
    saving.queue = [{ document: collision.document, label: `${last.label}, merged` }];
    saving.keep();
  }

  /** Puts a choice between two versions to the user; nothing is sent until it is made. */
  #hold(conflict: Conflict): void {
    this.#saving.held = true;
    this.#set({
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
    if (!(await this.#draw(document))) return false;
    this.#saving.know(conflict.theirs);
    this.#saving.held = false;
    this.#set({ ...historyOf(conflict.theirs), refused: [], document, conflict: null, saveProblem: '' });
    this.#saving.queue = mine.length > 0 ? [{ document, label: `${conflict.label}, chosen by figure` }] : [];
    if (mine.length > 0) this.#saving.keep();
    else dropDraft(this.#ports.storage, this.id);
    await this.flush();
    return true;
  }

  /** Takes an edit that a crash kept from the server; asks where the server has a newer version. */
  async recover(stored: StoredSetup): Promise<void> {
    const draft = readDraft(this.#ports.storage, this.id);
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
    } else dropDraft(this.#ports.storage, this.id);
  }

  /** One step after the other, however quickly they are asked for: each is made from what the one before left. */
  move(direction: 'undo' | 'redo'): Promise<void> {
    this.#moving = this.#moving.then(() => this.#move(direction));
    return this.#moving;
  }

  async #move(direction: 'undo' | 'redo'): Promise<void> {
    await this.flush();
    if (this.#state.conflict || this.#saving.queue.length > 0) return;
    const answer = await this.#ports.call(direction === 'undo' ? 'undoSetup' : 'redoSetup', {
      id: this.id,
      body: { revision: this.#saving.base.revision }
    });
    if (!answer.ok && !answer.current) {
      this.#set({ refused: [issue('', 'refused', { why: answer.message })] });
      return;
    }
    this.#set({ refused: [] });
    if (!answer.ok)
      this.say(
        `The setup was changed elsewhere meanwhile; what stands now is shown. Press ${direction} again if you still want it.`
      );
    const stands = answer.ok ? answer.value : (answer.current as StoredSetup);
    this.#take(stands);
    await this.#draw(stands.document);
  }
}

const historyOf = (
  stored: StoredSetup
): Pick<EditorState, 'canUndo' | 'canRedo' | 'undoLabel' | 'redoLabel'> => ({
  canUndo: stored.canUndo,
  canRedo: stored.canRedo,
  undoLabel: stored.undoLabel,
  redoLabel: stored.redoLabel
});
