import { call } from '../../api/client.ts';
import { withChanges, type Change, type Setting } from '../../core/document/change.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import { proposedEdit, typedEdit } from '../../core/match/edits.ts';
import type { BuildSheet, SheetMore } from '../../core/sheet/sheet.ts';
import { fieldTitle } from '../../core/document/field-title.ts';
import type { Problem } from '../../core/text/issues.ts';
import { sheetInWorker } from '../../workers/sheet-client.ts';
import { collide } from '../match/editor/conflict.ts';
import { readDraft } from '../match/editor/draft.ts';
import { Saving } from '../match/editor/saving.ts';

/** The page's own server, storage and clock. */
const PORTS = {
  call,
  get storage() {
    return localStorage;
  },
  later: (ms: number, act: () => void) => {
    const timer = setTimeout(act, ms);
    return () => clearTimeout(timer);
  }
};

/**
 * The build sheet of a stored setup, made anew with every edit of its wiring, receiver or balance. Each edit is drawn at once,
 * kept in the browser and sent in turn; what was changed elsewhere meanwhile is merged by figure. Where both changed one
 * figure the edit waits in the browser until the user chooses in Match.
 */
export class SheetState {
  readonly id: number;
  readonly more: SheetMore;
  document = $state.raw<SetupDocument>({} as SetupDocument);
  sheet = $state.raw<BuildSheet | null>(null);
  problems = $state.raw<readonly Problem[]>([]);
  said = $state('');
  canUndo = $state(false);
  canRedo = $state(false);
  undoLabel = $state<string | null>(null);
  redoLabel = $state<string | null>(null);
  saved = $state<'saved' | 'saving' | 'not saved'>('saved');
  readonly #saving: Saving;
  #turn = 0;
  /** The last document whose sheet could be made. */
  #sound: SetupDocument;

  constructor(stored: StoredSetup, sheet: BuildSheet | null, problems: readonly Problem[], more: SheetMore) {
    this.id = stored.id;
    this.more = more;
    this.document = this.#sound = stored.document;
    this.#saving = new Saving(stored, PORTS, {
      state: (saved) => (this.saved = saved),
      kept: (now) => this.#know(now),
      stale: (current) => this.#collide(current)
    });
    this.sheet = sheet;
    this.problems = problems;
    this.#know(stored);
  }

  #know(stored: StoredSetup): void {
    const { canUndo, canRedo, undoLabel, redoLabel } = stored;
    Object.assign(this, { canUndo, canRedo, undoLabel, redoLabel });
  }

  /** Makes the sheet of a document; whether it could be made. */
  async #draw(document: SetupDocument): Promise<boolean> {
    const turn = ++this.#turn;
    try {
      const made = await sheetInWorker(document, { ...this.more, revision: this.#saving.base.revision });
      if (!made.ok) {
        this.problems = made.errors.errors;
        return false;
      }
      if (turn === this.#turn) this.sheet = made.answer;
      this.problems = [];
      this.#sound = document;
      return true;
    } catch (error) {
      this.said = `The sheet could not be made: ${(error as Error).message}. What was saved is safe; load the page again.`;
      return false;
    }
  }

  /** Changes figures, with what belongs to them. @returns whether that was taken */
  edit(changes: readonly Change[], label: string): Promise<boolean> {
    return this.replace((present) => typedEdit(present, changes).document, label);
  }

  /** Takes what was proposed. @returns whether that was taken */
  propose(changes: readonly Change[], label: string): Promise<boolean> {
    return this.replace((present) => proposedEdit(present, changes).document, label);
  }

  /** Sets anything of the document anew: lists too. @returns whether that was taken */
  set(settings: readonly Setting[], label: string): Promise<boolean> {
    return this.replace((present) => withChanges(present, settings), label);
  }

  async replace(made: (present: SetupDocument) => SetupDocument, label: string): Promise<boolean> {
    const document = made(this.document);
    this.document = document;
    if (!(await this.#draw(document))) {
      // the sheet stays that of the last sound document, and so does the document, unless it has moved on
      if (this.document === document) this.document = this.#sound;
      return false;
    }
    this.#saving.push({ document, label });
    return true;
  }

  /** Takes up an edit that this browser kept from the server; one that the server has moved past waits for Match. */
  async recover(stored: StoredSetup): Promise<void> {
    const draft = readDraft(PORTS.storage, this.id);
    if (draft === null || draft === 'damaged') return;
    if (draft.revision === stored.revision) await this.replace(() => draft.document, draft.label);
    else
      this.said = 'This browser kept an edit of an earlier state of the setup; open it in Match to choose.';
  }

  /** The edits that wait were made from what no longer stands. */
  async #collide(current: StoredSetup): Promise<void> {
    const saving = this.#saving;
    const last = saving.queue[saving.queue.length - 1];
    const collision = collide(saving.base.document, last.document, last.label, current, false);
    if (collision.kind === 'choose') {
      // the edit stays in the browser: Match asks for it, figure by figure
      saving.keep();
      saving.held = true;
      this.said = `Changed elsewhere meanwhile, and here too: ${collision.conflict.figures
        .filter((figure) => figure.disputed)
        .map((figure) => fieldTitle(figure.path))
        .join(', ')}. Open the setup in Match to choose; both are kept until then.`;
      return;
    }
    saving.queue = [];
    saving.know(current);
    this.#know(current);
    if (collision.kind === 'same') return;
    this.document = collision.document;
    await this.#draw(collision.document);
    this.said = `Changed elsewhere meanwhile: ${collision.theirs.map(fieldTitle).join(', ') || 'other figures'}. Both changes are kept.`;
    saving.push({ document: collision.document, label: `${last.label}, merged` });
  }

  async #take(stored: StoredSetup): Promise<void> {
    this.#saving.know(stored);
    this.#know(stored);
    this.document = stored.document;
    await this.#draw(stored.document);
  }

  /** Takes the last edit back, or does it again. */
  async move(direction: 'undo' | 'redo'): Promise<void> {
    await this.#saving.flush();
    if (this.#saving.queue.length > 0) return;
    const answer = await call(direction === 'undo' ? 'undoSetup' : 'redoSetup', {
      id: this.id,
      body: { revision: this.#saving.base.revision }
    });
    if (answer.ok) await this.#take(answer.value);
    else if (answer.current) await this.#take(answer.current as StoredSetup);
    else this.said = answer.message;
  }
}
