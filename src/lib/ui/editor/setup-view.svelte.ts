import type { Change, Setting } from '../../core/document/change.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import type { WithBelongings } from '../../core/model/belongings.ts';
import type { SetupEditor, SetupState } from './setup-editor.ts';

/** A setup as a page edits it: the editor's state, followed field by field, and its acts. */
export abstract class SetupView<E extends SetupEditor<object>> implements SetupState {
  readonly id: number;
  document = $state.raw<SetupDocument>({} as SetupDocument);
  saved = $state<SetupState['saved']>('saved');
  saveProblem = $state('');
  canUndo = $state(false);
  canRedo = $state(false);
  undoLabel = $state<string | null>(null);
  redoLabel = $state<string | null>(null);
  refused = $state.raw<SetupState['refused']>([]);
  said = $state('');
  conflict = $state.raw<SetupState['conflict']>(null);
  protected abstract readonly editor: E;

  constructor(id: number) {
    this.id = id;
  }

  offer = (stored: StoredSetup): Promise<void> => this.editor.offer(stored);
  edit = (changes: readonly Change[], label: string): Promise<boolean> => this.editor.edit(changes, label);
  propose = (changes: readonly Change[], label: string): Promise<boolean> =>
    this.editor.propose(changes, label);
  put = (settings: readonly Setting[], label: string): Promise<boolean> => this.editor.put(settings, label);
  exchange = (made: (present: SetupDocument) => WithBelongings, label: string): Promise<boolean> =>
    this.editor.exchange(made, label);
  replace = (made: (present: SetupDocument) => SetupDocument, label: string): Promise<boolean> =>
    this.editor.replace(made, label);
  /** Steps a figure from where it stands now, which may be a step further than the screen shows. */
  step = (changes: (present: SetupDocument) => readonly Change[] | null, label: string): boolean =>
    this.editor.step(changes, label);
  flush = (): Promise<void> => this.editor.flush();
  resolve = (mine: readonly string[]): Promise<boolean> => this.editor.resolve(mine);
  recover = (stored: StoredSetup): Promise<void> => this.editor.recover(stored);
  undo = (): Promise<void> => this.editor.move('undo');
  redo = (): Promise<void> => this.editor.move('redo');
}
