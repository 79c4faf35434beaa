import { call } from '../../api/client.ts';
import { withChangedNames } from '../../core/document/changed-part.ts';
import { withChanges, type Change, type Setting } from '../../core/document/change.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import { withBelongings } from '../../core/model/belongings.ts';
import type { BuildSheet, SheetMore } from '../../core/sheet/sheet.ts';
import type { Problem } from '../../core/text/issues.ts';
import { sheetInWorker } from '../../workers/sheet-client.ts';

/**
 * The build sheet of a stored setup, made anew with every edit of its wiring, receiver or balance. Each edit is drawn at once
 * and kept in turn; what was changed elsewhere meanwhile is shown as it stands there, and said.
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
  #revision: number;
  #turn = 0;
  /** The last document whose sheet could be made. */
  #sound: SetupDocument;
  #work: Promise<unknown> = Promise.resolve();

  constructor(stored: StoredSetup, sheet: BuildSheet | null, problems: readonly Problem[], more: SheetMore) {
    this.id = stored.id;
    this.more = more;
    this.document = this.#sound = stored.document;
    this.#revision = stored.revision;
    this.sheet = sheet;
    this.problems = problems;
    this.#know(stored);
  }

  #know(stored: StoredSetup): void {
    this.#revision = stored.revision;
    const { canUndo, canRedo, undoLabel, redoLabel } = stored;
    Object.assign(this, { canUndo, canRedo, undoLabel, redoLabel });
  }

  /** Makes the sheet of a document; whether it could be made. */
  async #draw(document: SetupDocument): Promise<boolean> {
    const turn = ++this.#turn;
    try {
      const made = await sheetInWorker(document, { ...this.more, revision: this.#revision });
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
    return this.replace((present) => {
      const named = withChangedNames(present, changes);
      return withBelongings(present, withChanges(present, named), named).document;
    }, label);
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
    this.saved = 'saving';
    this.#work = this.#work.then(() => this.#keep(document, label));
    return true;
  }

  async #keep(document: SetupDocument, label: string): Promise<void> {
    const kept = await call('editSetup', {
      id: this.id,
      body: { document, label, revision: this.#revision }
    });
    if (kept.ok) {
      this.#know(kept.value);
      this.saved = 'saved';
      return;
    }
    this.saved = 'not saved';
    if (kept.status === 409 && kept.current) {
      await this.#take(kept.current as StoredSetup);
      this.said =
        'The setup was changed elsewhere meanwhile; it is shown as it stands there. Make the edit again.';
      this.saved = 'saved';
    } else this.said = `${kept.message} Press the figure again to send it once more.`;
  }

  async #take(stored: StoredSetup): Promise<void> {
    this.#know(stored);
    this.document = stored.document;
    await this.#draw(stored.document);
  }

  /** Takes the last edit back, or does it again. */
  move(direction: 'undo' | 'redo'): Promise<void> {
    const moved = this.#work.then(async () => {
      const answer = await call(direction === 'undo' ? 'undoSetup' : 'redoSetup', {
        id: this.id,
        body: { revision: this.#revision }
      });
      if (answer.ok) await this.#take(answer.value);
      else if (answer.current) await this.#take(answer.current as StoredSetup);
      else this.said = answer.message;
    });
    this.#work = moved;
    return moved;
  }
}
