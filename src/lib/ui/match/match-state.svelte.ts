import type { FixablePart } from '../../core/registry/parts.ts';
import { call } from '../../api/client.ts';
import type { Change } from '../../core/document/change.ts';
import type { PredictPoint, SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import type { Fitting, Fittings, ShelfPart } from '../../core/mend/fittings.ts';
import type { ShoppingLine } from '../../core/mend/shopping.ts';
import type { MatchPicture } from '../../core/match/match-picture.ts';
import type { WithBelongings } from '../../core/model/belongings.ts';
import { askWorker, whenRestarted } from '../../workers/client.ts';
import { Editor, type EditorState } from './editor/editor.ts';
import type { Ports } from './editor/ports.ts';

/** The page's own workers, server and storage. */
const PORTS: Ports = {
  picture: (pace, ...asked) => askWorker(pace, (w) => w.matchPicture(...asked)),
  why: (...asked) => askWorker('quick', (w) => w.whyFigure(...asked)),
  remedies: (...asked) => askWorker('thorough', (w) => w.remediesFor(...asked)),
  fittings: (document, look, shelf) => askWorker('thorough', (w) => w.fittingsFor(document, look, shelf)),
  fitted: (document, schools) => askWorker('quick', (w) => w.fitAround(document, { schools })),
  call,
  get storage() {
    return localStorage;
  },
  later: (ms, act) => {
    const timer = setTimeout(act, ms);
    return () => clearTimeout(timer);
  }
};

/** The Match screen's state: an editor whose state the page can follow, field by field. */
export class MatchState implements EditorState {
  readonly id: number;
  document = $state.raw<SetupDocument>({} as SetupDocument);
  picture = $state.raw<MatchPicture>({} as MatchPicture);
  point = $state.raw<PredictPoint>({});
  chartId = $state<EditorState['chartId']>('throttle');
  saved = $state<EditorState['saved']>('saved');
  saveProblem = $state('');
  canUndo = $state(false);
  canRedo = $state(false);
  undoLabel = $state<string | null>(null);
  redoLabel = $state<string | null>(null);
  refused = $state.raw<EditorState['refused']>([]);
  said = $state('');
  conflict = $state.raw<EditorState['conflict']>(null);
  settled = $state(false);
  why = $state.raw<EditorState['why']>(null);
  opened = $state.raw<EditorState['opened']>(null);
  readonly #editor: Editor;

  constructor(stored: StoredSetup, picture: MatchPicture, schools: Record<string, string>) {
    this.id = stored.id;
    this.#editor = new Editor(stored, picture, schools, PORTS, (patch) => Object.assign(this, patch));
  }

  get schools(): Record<string, string> {
    return this.#editor.schools;
  }

  offer = (stored: StoredSetup): Promise<void> => this.#editor.offer(stored);
  edit = (changes: readonly Change[], label: string): Promise<boolean> => this.#editor.edit(changes, label);
  propose = (changes: readonly Change[], label: string): Promise<boolean> =>
    this.#editor.propose(changes, label);
  exchange = (made: (present: SetupDocument) => WithBelongings, label: string): Promise<boolean> =>
    this.#editor.exchange(made, label);
  replace = (made: (present: SetupDocument) => SetupDocument, label: string): Promise<boolean> =>
    this.#editor.replace(made, label);
  /** Steps a figure from where it stands now, which may be a step further than the screen shows. */
  step = (changes: (present: SetupDocument) => readonly Change[] | null, label: string): boolean =>
    this.#editor.step(changes, label);
  /** Whether the user holds a part as it is. */
  isFixed = (part: string): boolean =>
    (this.document.fixed as readonly string[] | undefined)?.includes(part) ?? false;
  fix = (part: FixablePart, held: boolean): Promise<void> => this.#editor.fix(part, held);
  fitted = (): Promise<SetupDocument> => this.#editor.fitted();
  fittings = (shelf: readonly ShelfPart[]): Promise<{ of: SetupDocument; fittings: Fittings | null }> =>
    this.#editor.fittings(shelf);
  takeFitting = (fitting: Fitting, of: SetupDocument): Promise<boolean> =>
    this.#editor.takeFitting(fitting, of);
  look = (point: PredictPoint): Promise<void> => this.#editor.look(point);
  show = (chartId: EditorState['chartId']): Promise<void> => this.#editor.show(chartId);
  ask = (id: string | null): Promise<void> => this.#editor.ask(id);
  open = (id: string | null): Promise<void> => this.#editor.open(id);
  flush = (): Promise<void> => this.#editor.flush();
  resolve = (mine: readonly string[]): Promise<boolean> => this.#editor.resolve(mine);
  recover = (stored: StoredSetup): Promise<void> => this.#editor.recover(stored);
  undo = (): Promise<void> => this.#editor.move('undo');
  redo = (): Promise<void> => this.#editor.move('redo');

  /** What to buy for the setup on the screen. */
  shopping = (): Promise<ShoppingLine[]> =>
    askWorker('quick', (w) =>
      w.shoppingFor(this.picture.document, { point: this.point, schools: this.schools })
    );

  /** Starts both workers; says so when one had to be started anew. */
  warm(): Promise<void> {
    whenRestarted((why) =>
      this.#editor.say(`The calculation stopped (${why}) and was started again; nothing is lost.`)
    );
    return this.#editor.warm();
  }
}
